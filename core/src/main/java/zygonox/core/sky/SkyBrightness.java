package zygonox.core.sky;

import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/**
 * How dark a place's sky is overhead on a clear moonless night.
 *
 * @param magnitude magnitudes a square arcsecond in V, 15 (a city's middle) to 22.1 (no light at
 *     all)
 */
public record SkyBrightness(double magnitude) {
  /** A rural sky. */
  public static final SkyBrightness USUAL = new SkyBrightness(21.2);

  /**
   * Brightness that goes with the classes 1 to 9 of J. Bortle's scale (Sky and Telescope, February
   * 2001). The scale describes what is seen; these numbers are common practice, no source.
   */
  private static final double[] OF_CLASS = {21.99, 21.93, 21.8, 21.2, 20.1, 19.2, 18.7, 18.1, 17.5};

  private static final Pattern CLASS = Pattern.compile("(?:bortle|class)\\s*(\\d+)");

  public SkyBrightness {
    InvalidInput.check("value.sky-s-brightness-in-magnitudes", magnitude, 15, 22.1);
  }

  /**
   * @param number 1 (darkest) to 9
   */
  public static SkyBrightness ofBortle(int number) {
    return new SkyBrightness(OF_CLASS[InvalidInput.check("value.bortle-class", number, 1, 9) - 1]);
  }

  /** The class whose brightness is nearest, 1 to 9. */
  public int bortle() {
    int best = 0;
    for (int i = 1; i < OF_CLASS.length; i++) {
      best = Math.abs(OF_CLASS[i] - magnitude) < Math.abs(OF_CLASS[best] - magnitude) ? i : best;
    }
    return best + 1;
  }

  /**
   * Reads {@code 21.2} or {@code Bortle 4}.
   *
   * @throws InvalidInput when it is neither
   */
  public static SkyBrightness parse(String text) {
    String plain = text.strip().toLowerCase(Locale.ROOT);
    Matcher matcher = CLASS.matcher(plain);
    if (matcher.matches()) {
      return ofBortle(Integer.parseInt(matcher.group(1)));
    }
    try {
      return new SkyBrightness(Double.parseDouble(plain.replace(',', '.').replaceAll(" .*", "")));
    } catch (NumberFormatException e) {
      throw new InvalidInput(Phrasebook.say("refused.is-not-a-brightness-of", text.strip()), e);
    }
  }
}
