/** The strip of the night across the top of the window. */
package zygonox.desktop.band;
