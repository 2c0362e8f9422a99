/** Stage Program. */
package zygonox.desktop.program;
