package zygonox.core.recipe;

import java.nio.file.Path;
import java.util.List;
import zygonox.core.quantity.InvalidInput;

/**
 * Light behind a narrow-band filter, added to the red of a picture in colours.
 *
 * @param frames files and folders of frames of their own, stacked by themselves
 * @param share what their light is multiplied by, 0 to 100
 */
public record RedLight(List<Path> frames, double share) {
  /** What the light is multiplied by, the most. */
  public static final double MOST_SHARE = 100;

  public RedLight {
    frames = List.copyOf(frames);
    InvalidInput.check("red-share", "value.red-share", share, 0, MOST_SHARE);
  }
}
