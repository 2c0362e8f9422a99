package zygonox.core.quantity;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Durations and shutter times, in seconds, as people write them and as they are shown. Whatever
 * {@link #text} and {@link #about} show, {@link #parse} reads.
 */
public final class Seconds {
  /** What a unit is worth in seconds. */
  private static final Map<String, Double> UNITS =
      Map.ofEntries(
          Map.entry("ms", 0.001),
          Map.entry("s", 1.0),
          Map.entry("sec", 1.0),
          Map.entry("secs", 1.0),
          Map.entry("second", 1.0),
          Map.entry("seconds", 1.0),
          Map.entry("\"", 1.0),
          Map.entry("″", 1.0),
          Map.entry("m", 60.0),
          Map.entry("min", 60.0),
          Map.entry("mins", 60.0),
          Map.entry("minute", 60.0),
          Map.entry("minutes", 60.0),
          Map.entry("'", 60.0),
          Map.entry("′", 60.0),
          Map.entry("h", 3600.0),
          Map.entry("hr", 3600.0),
          Map.entry("hrs", 3600.0),
          Map.entry("hour", 3600.0),
          Map.entry("hours", 3600.0),
          Map.entry("d", 86_400.0),
          Map.entry("day", 86_400.0),
          Map.entry("days", 86_400.0));

  private static final String NUMBER = "(\\d+(?:[.,]\\d+)?|[.,]\\d+)";
  private static final Pattern FRACTION =
      Pattern.compile(NUMBER + "\\s*/\\s*" + NUMBER + "\\s*(\\p{L}*)");
  private static final Pattern CLOCK =
      Pattern.compile("(?:(\\d+):)?(\\d+):(\\d{1,2}(?:[.,]\\d+)?)\\s*(\\p{L}*)");
  private static final Pattern PIECE = Pattern.compile("\\G\\s*" + NUMBER + "\\s*([^\\d\\s.,]*)");

  /** Times under this are written as fractions. */
  private static final double FRACTIONS_BELOW = 0.25;

  /** A fraction is written only where it is the time itself, to this share. */
  private static final double SAME = 1e-5;

  private Seconds() {}

  /**
   * Reads {@code 90}, {@code 90 s}, {@code 1:30}, {@code 1 min 30 s}, {@code 2 h}, {@code 2 hours},
   * {@code 1/50}, {@code 0.02}, {@code 1'30"}; a bare number is seconds, two parts of a clock are
   * minutes and seconds.
   *
   * @throws InvalidInput when it is none of these, or names a unit that is not known
   */
  public static double parse(String typed) {
    String text = typed.strip().toLowerCase(Locale.ROOT);
    Matcher fraction = FRACTION.matcher(text);
    if (fraction.matches()) {
      double below = number(fraction.group(2));
      if (below == 0) {
        throw notUnderstood(typed);
      }
      return number(fraction.group(1)) / below * unit(fraction.group(3), typed);
    }
    Matcher clock = CLOCK.matcher(text);
    if (clock.matches()) {
      return clock(clock, typed);
    }
    return pieces(text, typed);
  }

  /** {@code 1:30} and {@code 1:05:00}; a unit behind it names what its first part counts. */
  private static double clock(Matcher clock, String typed) {
    boolean threeParts = clock.group(1) != null;
    double first = threeParts ? number(clock.group(1)) : 0;
    double middle = number(clock.group(2));
    double last = number(clock.group(3));
    String unit = clock.group(4);
    boolean tooMuch = last >= 60 || threeParts && middle >= 60;
    double firstUnit = unit.isEmpty() ? threeParts ? 3600 : 60 : unit(unit, typed);
    if (tooMuch || threeParts && firstUnit != 3600 || firstUnit < 60) {
      throw notUnderstood(typed);
    }
    return first * 3600 + (middle * 60 + last) * (threeParts ? 1 : firstUnit / 60);
  }

  /** Numbers with their units, larger units first: {@code 1 h 5 min 30 s}. */
  private static double pieces(String text, String typed) {
    Matcher matcher = PIECE.matcher(text);
    double total = 0;
    double lastUnit = Double.POSITIVE_INFINITY;
    int end = 0;
    while (matcher.find()) {
      boolean bare = matcher.group(2).isEmpty();
      if (bare && end > 0) {
        throw notUnderstood(typed);
      }
      double unit = unit(matcher.group(2), typed);
      if (unit >= lastUnit) {
        throw notUnderstood(typed);
      }
      total += number(matcher.group(1)) * unit;
      // Nothing may follow a number that has no unit: "1 30" may mean anything.
      lastUnit = bare ? 0 : unit;
      end = matcher.end();
    }
    if (end == 0 || end != text.length()) {
      throw notUnderstood(typed);
    }
    return total;
  }

  private static double unit(String name, String typed) {
    if (name.isEmpty()) {
      return 1;
    }
    Double unit = UNITS.get(name);
    if (unit == null) {
      throw new InvalidInput(
          Phrasebook.say("refused.has-an-unknown-unit-durations", typed.strip(), name));
    }
    return unit;
  }

  private static double number(String digits) {
    return Double.parseDouble(digits.replace(',', '.'));
  }

  private static InvalidInput notUnderstood(String typed) {
    return new InvalidInput(Phrasebook.say("refused.is-not-a-duration-type", typed.strip()));
  }

  /**
   * A time that lies between two others.
   *
   * @throws InvalidInput when it does not
   */
  public static double check(String name, double seconds, double low, double high) {
    // Written so that NaN, which compares false with everything, is refused too.
    if (!(seconds >= low && seconds <= high)) {
      String said = Double.isFinite(seconds) && seconds >= 0 ? text(seconds) : seconds + " s";
      throw new InvalidInput(
          Phrasebook.say(
              "refused.is-it-must-lie-between", Phrasebook.say(name), said, text(low), text(high)));
    }
    return seconds;
  }

  /**
   * A time as a timer is set to it, to the thousandth of a second and never rounded to what it is
   * not: {@code 30.4 s}, {@code 1 min 15 s}, {@code 1 h 02 min 05 s}, {@code 1/50 s}.
   *
   * @param seconds 0 or more
   */
  public static String text(double seconds) {
    if (seconds > 0 && seconds < FRACTIONS_BELOW) {
      long below = Math.round(1 / seconds);
      boolean isFraction = Math.abs(below * seconds - 1) < SAME;
      return isFraction ? "1/" + below + " s" : plain(seconds, 6) + " s";
    }
    if (seconds < 1) {
      long below = Math.round(1 / seconds);
      boolean isThird = seconds > 0 && Math.abs(below * seconds - 1) < SAME && below == 3;
      return isThird ? "1/3 s" : plain(seconds, 4) + " s";
    }
    BigDecimal rounded = BigDecimal.valueOf(seconds).setScale(3, RoundingMode.HALF_EVEN);
    long minutes = rounded.longValue() / 60;
    BigDecimal rest = rounded.subtract(BigDecimal.valueOf(60 * minutes));
    return clockWords(minutes / 60, minutes % 60, rest);
  }

  private static String clockWords(long hours, long minutes, BigDecimal seconds) {
    String plain = trimmed(seconds);
    if (hours == 0 && minutes == 0) {
      return plain + " s";
    }
    String padded = plain.matches("\\d(\\..*)?") ? "0" + plain : plain;
    boolean whole = seconds.signum() == 0;
    if (hours == 0) {
      return whole ? minutes + " min" : minutes + " min " + padded + " s";
    }
    String said = "%d h %02d min".formatted(hours, minutes);
    return whole ? said : said + " " + padded + " s";
  }

  /**
   * A length of time as people say it, rounded to what matters: {@code 1 h 05 min}, {@code 12 min
   * 30 s}, {@code 8.5 s}. Not for what a timer is set to.
   *
   * @param seconds 0 or more
   */
  public static String about(double seconds) {
    if (seconds < 1) {
      return text(significant(seconds));
    }
    if (seconds < 59.95) {
      return text(Math.round(seconds * 10) / 10.0);
    }
    long whole = Math.round(seconds);
    return text(whole < 3600 ? whole : Math.round(seconds / 60) * 60);
  }

  private static double significant(double seconds) {
    return seconds <= 0 || isFraction(seconds)
        ? seconds
        : new BigDecimal(seconds).round(new MathContext(2)).doubleValue();
  }

  private static boolean isFraction(double seconds) {
    return seconds < FRACTIONS_BELOW && Math.abs(Math.round(1 / seconds) * seconds - 1) < SAME;
  }

  private static String plain(double value, int decimals) {
    return trimmed(BigDecimal.valueOf(value).setScale(decimals, RoundingMode.HALF_EVEN));
  }

  private static String trimmed(BigDecimal value) {
    return value.signum() == 0 ? "0" : value.stripTrailingZeros().toPlainString();
  }
}
