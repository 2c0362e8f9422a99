package zygonox.core.motion;

import java.util.regex.Matcher;
import java.util.regex.Pattern;
import zygonox.core.develop.WhiteBalance;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/**
 * A white balance that changes over the clip, from the day's to the night's.
 *
 * @param fromKelvin what the first frame is balanced for, 2000 to 25000; higher makes it warmer
 * @param toKelvin the same of the last
 */
public record WarmthDrift(double fromKelvin, double toKelvin) {
  private static final Pattern TERM =
      Pattern.compile("(\\d+(?:\\.\\d+)?)\\s*K?\\s*(?:-|to|:)\\s*(\\d+(?:\\.\\d+)?)\\s*K?");

  public WarmthDrift {
    InvalidInput.check("balance", "value.develop-temperature", fromKelvin, 2000, 25_000);
    InvalidInput.check("balance", "value.develop-temperature", toKelvin, 2000, 25_000);
  }

  /**
   * Reads {@code 5500-3800}, in kelvin.
   *
   * @throws InvalidInput when it is not so, or out of range
   */
  public static WarmthDrift parse(String text) {
    Matcher matcher = TERM.matcher(text.strip());
    if (!matcher.matches()) {
      throw InvalidInput.about("balance", Phrasebook.say("refused.balance", text));
    }
    return new WarmthDrift(
        Double.parseDouble(matcher.group(1)), Double.parseDouble(matcher.group(2)));
  }

  /** As it is typed. */
  public String term() {
    return Math.round(fromKelvin) + "-" + Math.round(toKelvin);
  }

  /**
   * What red, green and blue of a frame are multiplied by: even steps of reciprocal kelvins, which
   * look even (D. Judd, JOSA 23, 7, 1933).
   *
   * @param share 0 for the first frame, 1 for the last
   */
  float[] gains(double share) {
    double reciprocal = 1 / fromKelvin + share * (1 / toKelvin - 1 / fromKelvin);
    return new WhiteBalance(1 / reciprocal, 0).gains();
  }
}
