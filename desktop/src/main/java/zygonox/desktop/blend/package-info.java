/** Stage Blend. */
package zygonox.desktop.blend;
