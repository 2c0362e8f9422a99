/** Work beside the window, so that it never stalls. */
package zygonox.desktop.tasks;
