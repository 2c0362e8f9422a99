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
 * @param mask a picture of the result's size in which that part is white
 * @param method how it is made of the frames; empty: of one frame
 * @param frame the only one it is taken from; empty: from all of them
 * @param edgePixels over how many pixels the one becomes the other, 0 to {@link #WIDEST_EDGE}
 */
public record Region(
    Path mask, Optional<BlendMethod> method, Optional<Path> frame, double edgePixels) {
  /** How soft its edge is where nothing is said; common practice, no source. */
  public static final double USUAL_EDGE = 12;

  /** As wide as a picture: a gradient is an edge that is as soft. */
  public static final double WIDEST_EDGE = 10_000;

  public Region {
    InvalidInput.check("region-edge", "value.edge-in-pixels", edgePixels, 0, WIDEST_EDGE);
  }

  /**
   * Reads {@code MASK=mean}, {@code MASK=median} or {@code MASK=FRAME}.
   *
   * @throws InvalidInput naming what would be right
   */
  public static Region parse(String typed, double edgePixels) {
    int equals = typed.lastIndexOf('=');
    String from = typed.substring(equals + 1).strip();
    if (equals < 1 || from.isEmpty()) {
      throw InvalidInput.about("region", Phrasebook.say("refused.is-not-a-region", typed));
    }
    Path mask = Path.of(typed.substring(0, equals));
    Optional<BlendMethod> method =
        Arrays.stream(BlendMethod.values())
            .filter(m -> m.term().equalsIgnoreCase(from))
            .findFirst();
    return new Region(
        mask,
        method,
        method.isPresent() ? Optional.empty() : Optional.of(Path.of(from)),
        edgePixels);
  }

  public Region with(Path otherMask, double otherEdge) {
    return new Region(otherMask, method, frame, otherEdge);
  }

  /** Whether another part is taken from the same place. */
  public boolean isFrom(Optional<BlendMethod> otherMethod, Optional<Path> otherFrame) {
    return method.equals(otherMethod) && frame.equals(otherFrame);
  }
}
