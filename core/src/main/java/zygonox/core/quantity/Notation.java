package zygonox.core.quantity;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * How a number is written with its unit. A unit that is not known is refused, never dropped: 20 mm
 * must not be taken for 20 s.
 */
public final class Notation {
  /** A bare number. */
  public static final Notation NUMBER =
      new Notation("notation.a-number", "20", List.of(), Map.of());

  /** Focal lengths and sizes of sensors, in mm. */
  public static final Notation MILLIMETRES =
      new Notation(
          "notation.a-length-in-mm",
          "24 mm",
          List.of(),
          Map.of("mm", 1.0, "millimetres", 1.0, "millimeters", 1.0, "cm", 10.0));

  /** Heights and distances, in m. */
  public static final Notation METRES =
      new Notation(
          "notation.a-length-in-metres",
          "350 m",
          List.of(),
          Map.of(
              "m", 1.0, "metres", 1.0, "meters", 1.0, "metre", 1.0, "meter", 1.0, "km", 1000.0,
              "ft", 0.3048, "feet", 0.3048));

  /** Angles, in degrees. */
  public static final Notation DEGREES =
      new Notation(
          "notation.an-angle-in-degrees",
          "12 degrees",
          List.of(),
          Map.of("°", 1.0, "deg", 1.0, "degree", 1.0, "degrees", 1.0));

  /** f-numbers: {@code f/2.8}. */
  public static final Notation F_NUMBER =
      new Notation("notation.an-aperture", "f/2.8", List.of("f/", "f"), Map.of());

  /** ISO speeds: {@code ISO 1600}. */
  public static final Notation ISO =
      new Notation("notation.an-iso-speed", "1600", List.of("iso"), Map.of());

  /** How many frames. */
  public static final Notation FRAMES =
      new Notation(
          "notation.a-count-of-frames", "120", List.of(), Map.of("frame", 1.0, "frames", 1.0));

  /** Frames of a clip in a second. */
  public static final Notation FRAMES_A_SECOND =
      new Notation(
          "notation.a-count-of-frames-a",
          "30 a second",
          List.of(),
          Map.of("a second", 1.0, "frames a second", 1.0, "fps", 1.0, "per second", 1.0));

  /** Steps of light. */
  public static final Notation STOPS =
      new Notation(
          "notation.a-count-of-stops",
          "-1/3",
          List.of(),
          Map.of("stop", 1.0, "stops", 1.0, "ev", 1.0));

  /** Temperatures, in degrees Celsius. */
  public static final Notation CELSIUS =
      new Notation(
          "notation.a-temperature-in-degrees-celsius",
          "-4 °C",
          List.of(),
          Map.of("°c", 1.0, "c", 1.0, "°", 1.0, "degrees", 1.0, "celsius", 1.0));

  /** Colour temperatures, in kelvin. */
  public static final Notation KELVIN =
      new Notation(
          "notation.a-colour-temperature", "4200 K", List.of(), Map.of("k", 1.0, "kelvin", 1.0));

  /** Shares in per cent. */
  public static final Notation PER_CENT =
      new Notation(
          "notation.a-share-in-per-cent",
          "15 %",
          List.of(),
          Map.of("%", 1.0, "percent", 1.0, "per cent", 1.0));

  /** Pixels, and what is counted in them. */
  public static final Notation PIXELS =
      new Notation(
          "notation.a-count-of-pixels",
          "6000",
          List.of(),
          Map.of("px", 1.0, "pixel", 1.0, "pixels", 1.0));

  private static final Pattern FORM =
      Pattern.compile(
          "([+\\-−]?)\\s*(\\d+(?:[.,]\\d+)?|[.,]\\d+)(?:\\s*/\\s*(\\d+))?\\s*(.*)", Pattern.DOTALL);

  private final String what;
  private final String example;
  private final List<String> prefixes;
  private final Map<String, Double> units;

  /**
   * @param what the value with its article, for a sentence
   * @param example how to type one
   * @param prefixes in lower case, what may stand before it, longer ones first
   * @param units in lower case, what may stand behind it, and what each is worth
   */
  public Notation(String what, String example, List<String> prefixes, Map<String, Double> units) {
    this.what = what;
    this.example = example;
    this.prefixes = List.copyOf(prefixes);
    this.units = Map.copyOf(units);
  }

  /** The same with further units behind the number, each worth one. */
  public Notation orWith(String... names) {
    Map<String, Double> more = new java.util.HashMap<>(units);
    for (String name : names) {
      more.put(name, 1.0);
    }
    return new Notation(what, example, prefixes, more);
  }

  /**
   * Reads a number, a comma for the point forgiven; also a fraction such as {@code -1/3}.
   *
   * @throws InvalidInput when it is no number, or has a unit that does not belong to it
   */
  public double parse(String typed) {
    String text = typed.strip().toLowerCase(Locale.ROOT);
    for (String prefix : prefixes) {
      if (text.startsWith(prefix)) {
        text = text.substring(prefix.length()).strip();
        break;
      }
    }
    Matcher matcher = FORM.matcher(text);
    if (!matcher.matches()) {
      throw new InvalidInput(
          Phrasebook.say(
              "refused.is-not-type-it-like", typed.strip(), Phrasebook.say(what), example));
    }
    double value = Double.parseDouble(matcher.group(2).replace(',', '.'));
    if (matcher.group(3) != null) {
      value /= Double.parseDouble(matcher.group(3));
    }
    String unit = matcher.group(4).strip();
    double worth = unit.isEmpty() ? 1 : units.getOrDefault(unit, Double.NaN);
    if (Double.isNaN(worth) || !Double.isFinite(value)) {
      List<String> known = new ArrayList<>(units.keySet());
      throw new InvalidInput(
          known.isEmpty()
              ? Phrasebook.say(
                  "refused.has-something-behind-its-number",
                  typed.strip(),
                  Phrasebook.say(what),
                  example)
              : Phrasebook.say(
                  "refused.has-an-unknown-unit-type",
                  typed.strip(),
                  unit,
                  Phrasebook.say(what),
                  example));
    }
    boolean negative = matcher.group(1).equals("-") || matcher.group(1).equals("−");
    return (negative ? -value : value) * worth;
  }

  /**
   * Reads a whole number.
   *
   * @throws InvalidInput as {@link #parse}, and when there is a fraction
   */
  public int parseWhole(String typed) {
    return whole(parse(typed));
  }

  /** A value as a whole number. */
  public int whole(double value) {
    if (value != Math.rint(value) || Math.abs(value) > Integer.MAX_VALUE) {
      throw new InvalidInput(
          Phrasebook.say("refused.has-to-be-a-whole", capital(Phrasebook.say(what)), example));
    }
    return (int) value;
  }

  private static String capital(String words) {
    return Character.toUpperCase(words.charAt(0)) + words.substring(1);
  }

  /** A number as it would be typed, without needless zeros: {@code 20}, {@code 2.8}. */
  public static String text(double value) {
    if (!Double.isFinite(value)) {
      return Phrasebook.say("notation.NOT_A_NUMBER");
    }
    return value == Math.rint(value) && Math.abs(value) < 1e15
        ? Long.toString((long) value)
        : BigDecimal.valueOf(value).toPlainString();
  }
}
