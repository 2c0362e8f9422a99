package zygonox.core.motion;

import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/**
 * How a clip goes through the night.
 *
 * @param gaps what becomes of time in which there is no frame
 * @param first how fast it begins, in frames a picture, 0.1 to 50
 * @param last how fast it ends; in between its speed changes evenly
 * @param averaged of how many frames each picture is the mean, 1 to 50: a longer shutter for what
 *     moves
 */
public record Pace(Gaps gaps, double first, double last, int averaged) {
  /** A picture for each frame. */
  public static final Pace USUAL = new Pace(Gaps.CUT, 1, 1, 1);

  /** What becomes of pauses and of frames that were left out. */
  public enum Gaps {
    /** The next frame follows at once. */
    CUT,
    /** One frame passes into the next while the time goes on. */
    BRIDGED,
    /** The picture stands still while the time goes on. */
    KEPT
  }

  public Pace {
    InvalidInput.check("speed", "value.speed", first, 0.1, 50);
    InvalidInput.check("speed", "value.speed", last, 0.1, 50);
    InvalidInput.check("average", "value.averaged", averaged, 1, 50);
  }

  /**
   * Reads {@code 2} or {@code 1:4}, in frames a picture.
   *
   * @throws InvalidInput when it is not so, or out of range
   */
  public Pace withSpeed(String text) {
    String[] both = text.strip().split("\\s*(?::|to)\\s*", 2);
    try {
      double begins = Double.parseDouble(both[0]);
      return withSpeed(begins, both.length == 1 ? begins : Double.parseDouble(both[1]));
    } catch (NumberFormatException e) {
      throw InvalidInput.about("speed", Phrasebook.say("refused.speed", text));
    }
  }

  /** The speed as it is typed. */
  public String speedTerm() {
    return first == last ? plain(first) : plain(first) + ":" + plain(last);
  }

  private static String plain(double value) {
    return value == Math.rint(value) ? Long.toString((long) value) : Double.toString(value);
  }

  public Pace withGaps(Gaps other) {
    return new Pace(other, first, last, averaged);
  }

  public Pace withSpeed(double begins, double ends) {
    return new Pace(gaps, begins, ends, averaged);
  }

  public Pace withAveraged(int frames) {
    return new Pace(gaps, first, last, frames);
  }
}
