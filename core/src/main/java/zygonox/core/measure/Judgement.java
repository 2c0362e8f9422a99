package zygonox.core.measure;

import java.util.List;
import zygonox.core.frame.Frame;

/**
 * What is thought of a frame.
 *
 * @param frame which
 * @param verdict what to do with it
 * @param reasons why, worst first; none for a frame to be kept
 */
public record Judgement(Frame frame, Verdict verdict, List<Reason> reasons) {
  public Judgement {
    reasons = List.copyOf(reasons);
  }

  /** What to do with a frame. */
  public enum Verdict {
    KEEP,
    /** A person should look at it. */
    LOOK,
    DROP
  }

  /**
   * @param code what it is
   * @param numbers the numbers behind it, in the order its sentence uses them
   */
  public record Reason(Code code, List<String> numbers) {
    /** Worst first. */
    public enum Code {
      STARS_GONE,
      STARS_FELL,
      STARS_WIDE,
      BUMP,
      UNSHARP,
      BRIGHT,
      LAMP,
      CLIPPED,
      STREAK
    }
  }
}
