package zygonox.core.align;

import java.util.List;
import zygonox.core.format.ReadFault;
import zygonox.core.frame.Frame;
import zygonox.core.stars.FoundStar;

/**
 * Frames brought onto one of them.
 *
 * @param reference the frame the others lie on
 * @param referenceStars its stars, the brightest first; none where scenes were matched
 * @param frames those that can take part, in order, the reference among them
 * @param alignments how each of them lies on the reference
 * @param failures those that could not be brought onto it
 * @param unread those that could not be decoded
 */
public record Aligned(
    Frame reference,
    List<FoundStar> referenceStars,
    List<Frame> frames,
    List<Alignment> alignments,
    List<Unmatched> failures,
    List<Unread> unread) {
  /** A frame that could not be decoded, and why. */
  public record Unread(Frame frame, ReadFault fault) {}
}
