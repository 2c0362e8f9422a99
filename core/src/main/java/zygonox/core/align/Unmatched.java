package zygonox.core.align;

import java.nio.file.Path;

/**
 * A frame that could not be brought onto the reference.
 *
 * @param file the frame
 * @param stars stars found in it; {@link #NO_STARS_LOOKED_FOR} where scenes were matched
 */
public record Unmatched(Path file, int stars) {
  public static final int NO_STARS_LOOKED_FOR = -1;
}
