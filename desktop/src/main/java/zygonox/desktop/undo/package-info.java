/** Undo and redo of everything that changes the night. */
package zygonox.desktop.undo;
