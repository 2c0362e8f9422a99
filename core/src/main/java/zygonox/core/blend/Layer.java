package zygonox.core.blend;

import zygonox.core.frame.Frame;
import zygonox.core.frame.PixelSource;
import zygonox.core.frame.UnreadableFrame;

/**
 * One frame as it enters a blend: read, and whatever is done to it on the way.
 *
 * @param frame which frame
 * @param opener opens its pixels, on the blend's grid
 */
record Layer(Frame frame, Opener opener) {
  @FunctionalInterface
  interface Opener {
    PixelSource open() throws UnreadableFrame;
  }
}
