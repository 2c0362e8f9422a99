package zygonox.core.motion;

import java.util.Map;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/**
 * Pictures a second, exactly: what is called 29.97 is 30,000 in 1,001 seconds (SMPTE ST 170).
 *
 * @param pictures shown in so many seconds
 * @param seconds 1, or 1001
 */
public record FrameRate(int pictures, int seconds) {
  /** Rates that are called by a rounded number. */
  private static final Map<String, FrameRate> ROUNDED =
      Map.of(
          "23.976", new FrameRate(24_000, 1001),
          "23.98", new FrameRate(24_000, 1001),
          "29.97", new FrameRate(30_000, 1001),
          "47.95", new FrameRate(48_000, 1001),
          "59.94", new FrameRate(60_000, 1001),
          "119.88", new FrameRate(120_000, 1001));

  public FrameRate {
    InvalidInput.check("fps", "value.fps", (double) pictures / seconds, 1, 120);
  }

  /**
   * Reads {@code 30}, {@code 12.5} or {@code 23.976}.
   *
   * @throws InvalidInput when it is no number or not from 1 to 120
   */
  public static FrameRate parse(String text) {
    String plain = text.strip();
    if (ROUNDED.containsKey(plain)) {
      return ROUNDED.get(plain);
    }
    double value;
    try {
      value = Double.parseDouble(plain);
    } catch (NumberFormatException e) {
      throw InvalidInput.about("fps", Phrasebook.say("refused.no-rate", text));
    }
    InvalidInput.check("fps", "value.fps", value, 1, 120);
    return new FrameRate((int) Math.round(1000 * value), 1000).reduced();
  }

  private FrameRate reduced() {
    int a = pictures;
    int b = seconds;
    while (b != 0) {
      int rest = a % b;
      a = b;
      b = rest;
    }
    return new FrameRate(pictures / a, seconds / a);
  }

  public double perSecond() {
    return (double) pictures / seconds;
  }

  /** How long so many pictures last. */
  public double duration(int count) {
    return count / perSecond();
  }
}
