package zygonox.core.quantity;

import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Places as people write them. */
public final class Coordinates {
  /** Degrees, and minutes and seconds if given, with the letter of a half of the globe. */
  private static final String ANGLE =
      "([+-]?\\d+(?:\\.\\d+)?)\\s*°?\\s*"
          + "(?:(\\d+(?:\\.\\d+)?)\\s*['′m]?\\s*)?"
          + "(?:(\\d+(?:\\.\\d+)?)\\s*(?:\"|″|s(?![a-z]))?\\s*)?";

  private static final Pattern PAIR =
      Pattern.compile(ANGLE + "([ns])?\\s*[,;\\s]\\s*" + ANGLE + "([ew])?");

  private Coordinates() {}

  /**
   * Reads latitude and longitude: {@code 54.42, -2.31}, {@code 54.42 N 2.31 W}, {@code 54°25'12"N,
   * 2°18'36"W}, {@code 54 25.2 N, 2 18.6 W}.
   *
   * @param heightMetres goes into the place as it is
   * @throws InvalidInput when they are not understood or out of range
   */
  public static Place parse(String text, double heightMetres) {
    Matcher matcher = PAIR.matcher(text.strip().toLowerCase(Locale.ROOT));
    if (!matcher.matches()) {
      throw new InvalidInput(Phrasebook.say("refused.is-not-a-place-type", text.strip()));
    }
    return new Place(
        degrees(matcher, 1, "s".equals(matcher.group(4))),
        degrees(matcher, 5, "w".equals(matcher.group(8))),
        heightMetres);
  }

  private static double degrees(Matcher matcher, int group, boolean negative) {
    String whole = matcher.group(group);
    double minutes = part("value.minutes", matcher.group(group + 1));
    double seconds = part("value.seconds", matcher.group(group + 2));
    double size = Math.abs(Double.parseDouble(whole)) + minutes / 60 + seconds / 3600;
    // The sign is read from the text: -0 30' is south of the equator.
    return whole.startsWith("-") != negative ? -size : size;
  }

  private static double part(String name, String digits) {
    return digits == null ? 0 : InvalidInput.check(name, Double.parseDouble(digits), 0, 59.9999999);
  }

  /** The place as text that {@link #parse} reads: {@code 54.42° N, 2.31° W}. */
  public static String text(Place place) {
    return "%s° %s, %s° %s"
        .formatted(
            plain(place.latitudeDeg()),
            place.latitudeDeg() < 0 ? "S" : "N",
            plain(place.longitudeDeg()),
            place.longitudeDeg() < 0 ? "W" : "E");
  }

  private static String plain(double degrees) {
    return String.format(Locale.ROOT, "%.4f", Math.abs(degrees)).replaceAll("\\.?0+$", "");
  }
}
