/** Stage Frames. */
package zygonox.desktop.frames;
