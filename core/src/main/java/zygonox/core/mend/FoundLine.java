package zygonox.core.mend;

import java.nio.file.Path;
import zygonox.core.measure.Streak;

/**
 * A line of light in a frame.
 *
 * @param file the frame
 * @param line where
 * @param fate what became of it
 */
public record FoundLine(Path file, Streak line, Fate fate) {
  /** What becomes of a line. */
  public enum Fate {
    /** It is taken out. */
    OUT,
    /** It stays: it brightens and fades as meteors do, and is in no frame beside it. */
    METEOR,
    /** It stays because somebody said so. */
    KEPT
  }

  /** Whether it is in the result no more. */
  public boolean isOut() {
    return fate == Fate.OUT;
  }
}
