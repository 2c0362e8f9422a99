package zygonox.core.mend;

import java.nio.file.Path;
import zygonox.core.measure.Streak;

/**
 * A line of light in a frame, or a part of it that something lights up.
 *
 * @param stray which
 * @param file the frame
 * @param line where; of a light its long axis, as wide as the light is
 * @param fate what became of it
 */
public record FoundLine(Stray stray, Path file, Streak line, Fate fate) {
  /** What becomes of a line. */
  public enum Fate {
    /** It is taken out. */
    OUT,
    /** It stays: it brightens and fades as meteors do, and is in no frame beside it. */
    METEOR,
    /** It stays because somebody said so. */
    KEPT,
    /** A light: it stays until somebody wants it out. */
    PROPOSED
  }

  /** A line. */
  public FoundLine(Path file, Streak line, Fate fate) {
    this(Stray.LINE, file, line, fate);
  }

  /** Whether it is in the result no more. */
  public boolean isOut() {
    return fate == Fate.OUT;
  }
}
