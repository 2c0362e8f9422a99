/**
 * What a frame is among others: order, runs and kinds of the frames of a night. Read {@link
 * zygonox.core.frame.Frame} first, then {@link zygonox.core.frame.FrameFinder} and {@link
 * zygonox.core.frame.FrameSet}.
 */
package zygonox.core.frame;
