package zygonox.core.recipe;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import zygonox.core.combine.BlendMethod;
import zygonox.core.quantity.InvalidInput;

/**
 * A sky that is aligned and stacked, and a ground that stays where it is.
 *
 * @param mask a picture in which the sky is white, on the reference's pixels; empty: found
 * @param frames where the ground comes from; none: the sky's own frames, unmoved
 * @param method how the ground is blended; empty: as the sky
 * @param asIs whether the ground keeps the brightness it was taken with
 * @param edgePixels how soft the edge is, 0 to 200 px; empty: hardly
 */
public record SkyAndGround(
    Optional<Path> mask,
    List<Path> frames,
    Optional<BlendMethod> method,
    boolean asIs,
    OptionalDouble edgePixels) {
  /** A softness that hides the steps of a mask and no more. */
  static final double USUAL_EDGE = 1.5;

  public SkyAndGround {
    frames = List.copyOf(frames);
    if (edgePixels.isPresent()) {
      InvalidInput.check("edge", "value.edge-in-pixels", edgePixels.getAsDouble(), 0, 200);
    }
  }

  /** How soft the edge is, in pixels. */
  public double edge() {
    return edgePixels.orElse(USUAL_EDGE);
  }
}
