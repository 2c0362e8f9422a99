/** The window around the stages, its start and its keys. */
package zygonox.desktop.shell;
