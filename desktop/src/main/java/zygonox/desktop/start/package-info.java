/** The start screen and the nights it remembers. */
package zygonox.desktop.start;
