package zygonox.core.develop;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/**
 * The same development for every frame, in light: black is taken off, the balance set, the exposure
 * changed, lights and shadows moved.
 *
 * @param black light that becomes black, 0 up to 1
 * @param balance the light it is balanced for; empty: as it is
 * @param neutral what is to come out grey; empty: nothing is
 * @param exposure stops, -10 to 10
 * @param highlights -1 (darker) to 1
 * @param shadows -1 (darker) to 1
 */
public record Tone(
    double black,
    Optional<WhiteBalance> balance,
    Optional<Neutral> neutral,
    double exposure,
    double highlights,
    double shadows) {
  public static final Tone NONE = new Tone(0, Optional.empty(), Optional.empty(), 0, 0, 0);

  public Tone {
    InvalidInput.check("develop", "value.develop-black", black, 0, 0.99);
    InvalidInput.check("develop", "value.develop-exposure", exposure, -10, 10);
    InvalidInput.check("develop", "value.develop-highlights", highlights, -1, 1);
    InvalidInput.check("develop", "value.develop-shadows", shadows, -1, 1);
    balance.ifPresent(
        b -> {
          InvalidInput.check("develop", "value.develop-temperature", b.kelvin(), 2000, 25_000);
          InvalidInput.check("develop", "value.develop-tint", b.tint(), -150, 150);
        });
    if (balance.isPresent() && neutral.isPresent()) {
      throw InvalidInput.about("develop", Phrasebook.say("refused.two-balances"));
    }
  }

  public boolean isNone() {
    return equals(NONE);
  }

  /**
   * Reads a list such as {@code exposure=0.5,temperature=4200,tint=10}.
   *
   * @throws InvalidInput when a part is not known or not a number
   */
  public static Tone parse(String text) {
    double black = 0;
    double exposure = 0;
    double highlights = 0;
    double shadows = 0;
    Optional<Double> kelvin = Optional.empty();
    Optional<Double> tint = Optional.empty();
    Optional<Neutral> neutral = Optional.empty();
    for (String part : text.split(",")) {
      String[] both = part.strip().split("=", 2);
      if (both.length < 2) {
        throw unknown(part);
      }
      String value = both[1].strip();
      switch (both[0].strip().toLowerCase(Locale.ROOT)) {
        case "black" -> black = number(part, value);
        case "exposure" -> exposure = number(part, value);
        case "highlights" -> highlights = number(part, value);
        case "shadows" -> shadows = number(part, value);
        case "temperature" -> kelvin = Optional.of(number(part, value));
        case "tint" -> tint = Optional.of(number(part, value));
        case "neutral" -> neutral = Optional.of(neutral(part, value));
        default -> throw unknown(part);
      }
    }
    Optional<WhiteBalance> balance =
        kelvin.isEmpty() && tint.isEmpty()
            ? Optional.empty()
            : Optional.of(
                new WhiteBalance(kelvin.orElse(WhiteBalance.NEUTRAL_KELVIN), tint.orElse(0.0)));
    return new Tone(black, balance, neutral, exposure, highlights, shadows);
  }

  private static Neutral neutral(String part, String value) {
    if ("auto".equalsIgnoreCase(value)) {
      return new Neutral.Background();
    }
    String[] place = value.split(":");
    if (place.length != 2) {
      throw unknown(part);
    }
    return new Neutral.Place(
        (int) Math.round(number(part, place[0])), (int) Math.round(number(part, place[1])));
  }

  private static double number(String part, String value) {
    try {
      double number = Double.parseDouble(value.strip());
      if (Double.isFinite(number)) {
        return number;
      }
    } catch (NumberFormatException e) {
      // Said below, as for what is no finite number.
    }
    throw unknown(part);
  }

  private static InvalidInput unknown(String part) {
    return InvalidInput.about("develop", Phrasebook.say("refused.develop-part", part.strip()));
  }

  /** The list that {@link #parse} reads; what is at its default is left out. */
  public String term() {
    List<String> parts = new ArrayList<>();
    add(parts, "black", black);
    balance.ifPresent(
        b -> {
          if (b.kelvin() != WhiteBalance.NEUTRAL_KELVIN) {
            add(parts, "temperature", b.kelvin());
          }
          add(parts, "tint", b.tint());
        });
    neutral.ifPresent(
        n ->
            parts.add(
                n instanceof Neutral.Place p ? "neutral=" + p.x() + ":" + p.y() : "neutral=auto"));
    add(parts, "exposure", exposure);
    add(parts, "highlights", highlights);
    add(parts, "shadows", shadows);
    return String.join(",", parts);
  }

  private static void add(List<String> parts, String key, double value) {
    if (value != 0) {
      boolean whole = value == Math.rint(value);
      parts.add(key + "=" + (whole ? Long.toString((long) value) : Double.toString(value)));
    }
  }
}
