/** Making a clip of the frames: what it is to be, how its light runs, and playing it beforehand. */
package zygonox.desktop.motion;
