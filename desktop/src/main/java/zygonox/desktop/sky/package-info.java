/** Stage Sky. */
package zygonox.desktop.sky;
