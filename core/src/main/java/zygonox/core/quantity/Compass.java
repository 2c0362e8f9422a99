package zygonox.core.quantity;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Directions as people write them and as they are shown: azimuths from true north through east, and
 * altitudes above the level horizon. Whatever is shown can be typed back.
 */
public final class Compass {
  private static final List<String> POINTS =
      List.of(
          "N", "NNE", "NE", "ENE", "E", "ESE", "SE", "SSE", "S", "SSW", "SW", "WSW", "W", "WNW",
          "NW", "NNW");

  private static final double POINT_DEG = 22.5;

  private static final Map<String, String> WORDS =
      Map.of("north", "N", "east", "E", "south", "S", "west", "W");

  private static final Pattern AZIMUTH =
      Pattern.compile("([a-z -]*?)\\s*(?:([+-]?\\d+(?:[.,]\\d+)?)\\s*(?:°|deg|degrees|degree)?)?");

  private static final Pattern ALTITUDE =
      Pattern.compile(
          "([+-]?\\d+(?:[.,]\\d+)?)\\s*(?:°|deg|degrees|degree)?\\s*(up|high|down|below)?");

  private Compass() {}

  /** The nearest of the sixteen points. */
  public static String point(double azimuthDeg) {
    return POINTS.get((int) Math.round(Angle.positive(azimuthDeg) / POINT_DEG) % POINTS.size());
  }

  /** Point and number: {@code NNW 337°}. */
  public static String azimuthText(double azimuthDeg) {
    return point(azimuthDeg) + " " + number(azimuthDeg) + "°";
  }

  /** {@code 30° up}; below the horizon {@code -5° up}. */
  public static String altitudeText(double altitudeDeg) {
    return number(altitudeDeg) + "° up";
  }

  private static String number(double degrees) {
    BigDecimal rounded = BigDecimal.valueOf(degrees).setScale(2, RoundingMode.HALF_EVEN);
    return rounded.signum() == 0 ? "0" : rounded.stripTrailingZeros().toPlainString();
  }

  /**
   * Reads {@code NNW}, {@code 337}, {@code 337°}, {@code NNW 337°}, {@code north-west}.
   *
   * @return degrees, as they were typed: -10 stays -10
   * @throws InvalidInput when it is no direction, or its point and its number disagree
   */
  public static double parseAzimuth(String typed) {
    Matcher matcher = AZIMUTH.matcher(typed.strip().toLowerCase(Locale.ROOT));
    if (!matcher.matches() || typed.isBlank()) {
      throw notAnAzimuth(typed);
    }
    String named = matcher.group(1).strip();
    String digits = matcher.group(2);
    if (named.isEmpty()) {
      return Double.parseDouble(digits.replace(',', '.'));
    }
    int index = POINTS.indexOf(letters(named));
    if (index < 0) {
      throw notAnAzimuth(typed);
    }
    double point = index * POINT_DEG;
    if (digits == null) {
      return point;
    }
    double degrees = Double.parseDouble(digits.replace(',', '.'));
    if (Math.abs(Angle.signed(degrees - point)) > POINT_DEG) {
      throw new InvalidInput(
          Phrasebook.say(
              "refused.names-two-directions-is-degrees",
              typed.strip(),
              POINTS.get(index),
              number(point)));
    }
    return degrees;
  }

  /** {@code north-north-west} as {@code NNW}. */
  private static String letters(String named) {
    String spelled = named;
    for (Map.Entry<String, String> word : WORDS.entrySet()) {
      spelled = spelled.replace(word.getKey(), word.getValue());
    }
    return String.join("", Arrays.asList(spelled.split("[ -]+"))).toUpperCase(Locale.ROOT);
  }

  private static InvalidInput notAnAzimuth(String typed) {
    return new InvalidInput(Phrasebook.say("refused.is-not-a-direction-type", typed.strip()));
  }

  /**
   * Reads {@code 30}, {@code 30°}, {@code 30° up}, {@code 5° down}.
   *
   * @return degrees above the horizon
   * @throws InvalidInput when it is no altitude
   */
  public static double parseAltitude(String typed) {
    Matcher matcher = ALTITUDE.matcher(typed.strip().toLowerCase(Locale.ROOT));
    if (!matcher.matches()) {
      throw new InvalidInput(Phrasebook.say("refused.is-not-a-height-above", typed.strip()));
    }
    double degrees = Double.parseDouble(matcher.group(1).replace(',', '.'));
    boolean down = "down".equals(matcher.group(2)) || "below".equals(matcher.group(2));
    return down ? -degrees : degrees;
  }
}
