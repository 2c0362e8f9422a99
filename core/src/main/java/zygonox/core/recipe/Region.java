package zygonox.core.recipe;

import java.nio.file.Path;
import java.util.Arrays;
import java.util.Optional;
import zygonox.core.combine.BlendMethod;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/**
 * A part of the result that is taken from elsewhere: from the frames by another method, or from one
 * of them.
 *
 * @param mask a picture of the result's size in which that part is white; empty: the sky, as it is
 *     found
 * @param method how it is made of the frames; empty: of one frame
 * @param frame the only one it is taken from; empty: from all of them
 * @param edgePixels over how many pixels the one becomes the other, 0 to {@link #WIDEST_EDGE}
 */
public record Region(
    Optional<Path> mask, Optional<BlendMethod> method, Optional<Path> frame, double edgePixels) {
  private static final String SKY = "sky";

  /** How soft its edge is where nothing is said; common practice, no source. */
  public static final double USUAL_EDGE = 12;

  /** As wide as a picture: a gradient is an edge that is as soft. */
  public static final double WIDEST_EDGE = 10_000;

  public Region {
    InvalidInput.check("region-edge", "value.edge-in-pixels", edgePixels, 0, WIDEST_EDGE);
  }

  /**
   * Reads {@code MASK=mean}, {@code MASK=median} or {@code MASK=FRAME}, its edge the usual one;
   * {@code sky} for the mask is the sky as it is found.
   *
   * @throws InvalidInput naming what would be right
   */
  public static Region parse(String typed) {
    int equals = typed.lastIndexOf('=');
    String from = typed.substring(equals + 1).strip();
    if (equals < 1 || from.isEmpty()) {
      throw InvalidInput.about("region", Phrasebook.say("refused.is-not-a-region", typed));
    }
    String part = typed.substring(0, equals).strip();
    Optional<Path> mask =
        part.equalsIgnoreCase(SKY) ? Optional.empty() : Optional.of(Path.of(part));
    Optional<BlendMethod> method =
        Arrays.stream(BlendMethod.values())
            .filter(m -> m.term().equalsIgnoreCase(from))
            .findFirst();
    return new Region(
        mask,
        method,
        method.isPresent() ? Optional.empty() : Optional.of(Path.of(from)),
        usualEdge(mask));
  }

  /** How soft the edge of this part is where nothing is said. */
  public double usualEdge() {
    return usualEdge(mask);
  }

  private static double usualEdge(Optional<Path> mask) {
    return mask.isPresent() ? USUAL_EDGE : SkyAndGround.USUAL_EDGE;
  }

  /** The sky from one frame alone: no star of it is seen twice. */
  public static Region skyOf(Path frame) {
    return new Region(
        Optional.empty(), Optional.empty(), Optional.of(frame), SkyAndGround.USUAL_EDGE);
  }

  /** Whether the part is the sky, as it is found. */
  public boolean isSky() {
    return mask.isEmpty();
  }

  /** What the part is called by where it is typed. */
  public Path name() {
    return mask.orElse(Path.of(SKY));
  }

  public Region with(Optional<Path> otherMask, double otherEdge) {
    return new Region(otherMask, method, frame, otherEdge);
  }

  /** Whether another part is taken from the same place. */
  public boolean isFrom(Optional<BlendMethod> otherMethod, Optional<Path> otherFrame) {
    return method.equals(otherMethod) && frame.equals(otherFrame);
  }
}
