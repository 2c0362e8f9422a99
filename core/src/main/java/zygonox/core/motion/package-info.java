/**
 * From frames to a clip: their light evened out, brought to one size, put into a file. Read {@link
 * zygonox.core.motion.ClipMaker} first, then {@link zygonox.core.motion.LightCourse}, then {@link
 * zygonox.core.motion.ClipPictures}.
 */
package zygonox.core.motion;
