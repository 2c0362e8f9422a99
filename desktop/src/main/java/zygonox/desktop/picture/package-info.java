/** The viewer that all stages share. */
package zygonox.desktop.picture;
