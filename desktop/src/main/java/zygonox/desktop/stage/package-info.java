/** What a stage is to the window. */
package zygonox.desktop.stage;
