package zygonox.core.recipe;

import java.nio.file.Path;
import zygonox.core.quantity.InvalidInput;

/**
 * The part of a frame that counts.
 *
 * @param mask a picture of the frame's size in which that part is white
 * @param edgePixels over how many pixels it fades out, half of them to either side of its edge, 0
 *     to {@link Region#WIDEST_EDGE}; in a mean or a median a pixel counts or does not
 */
public record FramePart(Path mask, double edgePixels) {
  public FramePart {
    InvalidInput.check("mask-edge", "value.edge-in-pixels", edgePixels, 0, Region.WIDEST_EDGE);
  }

  /** A part whose edge is as hard as its mask's. */
  public static FramePart hard(Path mask) {
    return new FramePart(mask, 0);
  }
}
