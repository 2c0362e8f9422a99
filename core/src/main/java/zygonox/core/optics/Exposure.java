package zygonox.core.optics;

import java.util.Locale;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.quantity.Seconds;

/**
 * Shutter, aperture and ISO speed.
 *
 * @param shutterSeconds 1/100,000 s to a day
 * @param aperture f-number, 0.5 to 128
 * @param iso ISO speed, 1 to 10 million
 */
public record Exposure(double shutterSeconds, double aperture, double iso) {
  private static final double DIAL_ENDS_SECONDS = 30;

  public Exposure {
    InvalidInput.check("value.shutter-time-in-seconds", shutterSeconds, 1e-5, 86_400);
    InvalidInput.check("value.aperture", aperture, 0.5, 128);
    InvalidInput.check("value.iso-speed", iso, 1, 1e7);
  }

  /**
   * Exposure value at ISO 100: log2(N^2 / t) - log2(ISO / 100) (ISO 2720; the usual definition). A
   * brighter scene has a higher one.
   */
  public double ev100() {
    return log2(aperture * aperture / shutterSeconds) - log2(iso / 100);
  }

  /** Stops of light that the shutter gains over another exposure's. */
  public double shutterStopsOver(Exposure other) {
    return log2(shutterSeconds / other.shutterSeconds);
  }

  /** Stops of light that the aperture gains over another exposure's. */
  public double apertureStopsOver(Exposure other) {
    return 2 * log2(other.aperture / aperture);
  }

  /** Stops of brightness that the ISO speed gains over another exposure's. */
  public double isoStopsOver(Exposure other) {
    return log2(iso / other.iso);
  }

  /**
   * The same brightness behind a neutral filter: the shutter stays open for longer.
   *
   * @param stops what the filter takes, 0 to 30; an optical density of 0.3 is one stop
   */
  public Exposure behindFilter(double stops) {
    InvalidInput.check("value.filter-s-stops", stops, 0, 30);
    return new Exposure(shutterSeconds * Math.pow(2, stops), aperture, iso);
  }

  /** One of the three. */
  public enum Term {
    SHUTTER,
    APERTURE,
    ISO
  }

  /** Which term a text that {@link #solve} reads leaves open. */
  public static Term openTerm(String text) {
    Terms terms = terms(text);
    return terms.shutterSeconds == null
        ? Term.SHUTTER
        : terms.aperture == null ? Term.APERTURE : Term.ISO;
  }

  /**
   * With one of the terms moved to the nearest that can be set: a number on a camera's dial; beyond
   * the half minute where dials end, a whole second on a timer [common practice].
   */
  public Exposure onDial(Term term) {
    return switch (term) {
      case SHUTTER ->
          new Exposure(
              shutterSeconds > DIAL_ENDS_SECONDS
                  ? Math.rint(shutterSeconds)
                  : Dial.SHUTTER.nearest(shutterSeconds),
              aperture,
              iso);
      case APERTURE -> new Exposure(shutterSeconds, Dial.APERTURE.nearest(aperture), iso);
      case ISO -> new Exposure(shutterSeconds, aperture, Dial.ISO.nearest(iso));
    };
  }

  private static double log2(double x) {
    return Math.log(x) / Math.log(2);
  }

  /** An exposure of which one term may be open. */
  private record Terms(Double shutterSeconds, Double aperture, Double iso) {}

  /** Reads all three terms, such as {@code 15s,f/2.8,ISO6400} or {@code 1/250s,f/8,ISO100}. */
  public static Exposure parse(String text) {
    Terms terms = terms(text);
    if (terms.shutterSeconds == null || terms.aperture == null || terms.iso == null) {
      throw new InvalidInput(Phrasebook.say("refused.leaves-a-term-open-only", text));
    }
    return new Exposure(terms.shutterSeconds, terms.aperture, terms.iso);
  }

  /**
   * The exposure as bright as this one that a text with one {@code ?} asks for.
   *
   * @throws InvalidInput when it has none or more than one, or the answer is beyond any camera
   */
  public Exposure solve(String text) {
    Terms terms = terms(text);
    int open =
        (terms.shutterSeconds == null ? 1 : 0)
            + (terms.aperture == null ? 1 : 0)
            + (terms.iso == null ? 1 : 0);
    if (open != 1) {
      throw new InvalidInput(Phrasebook.say("refused.has-open-terms-put-a", text, open));
    }
    return asBright(
        openTerm(text),
        terms.shutterSeconds == null ? shutterSeconds : terms.shutterSeconds,
        terms.aperture == null ? aperture : terms.aperture,
        terms.iso == null ? iso : terms.iso);
  }

  /**
   * The exposure as bright as this one, two of its terms as given and the third as it must be.
   *
   * @throws InvalidInput when that is beyond any camera
   */
  public Exposure asBright(Term open, double seconds, double fNumber, double speed) {
    double light = shutterSeconds * iso / (aperture * aperture);
    return switch (open) {
      case SHUTTER -> new Exposure(light * fNumber * fNumber / speed, fNumber, speed);
      case APERTURE -> new Exposure(seconds, Math.sqrt(seconds * speed / light), speed);
      case ISO -> new Exposure(seconds, fNumber, light * fNumber * fNumber / seconds);
    };
  }

  private static Terms terms(String text) {
    String[] parts = text.strip().split("\\s*,\\s*", -1);
    if (parts.length != 3) {
      throw new InvalidInput(Phrasebook.say("refused.is-not-an-exposure-write", text));
    }
    return new Terms(
        shutter(parts[0]),
        number(parts[1].toLowerCase(Locale.ROOT).replaceFirst("^f/?", ""), "aperture", parts[1]),
        number(parts[2].toLowerCase(Locale.ROOT).replaceFirst("^iso\\s*", ""), "ISO", parts[2]));
  }

  private static Double shutter(String text) {
    if (text.equals("?")) {
      return null;
    }
    return Seconds.parse(text);
  }

  private static Double number(String digits, String what, String text) {
    if (digits.equals("?") || text.equals("?")) {
      return null;
    }
    try {
      return Double.valueOf(digits);
    } catch (NumberFormatException e) {
      throw new InvalidInput(Phrasebook.say("refused.is-no-write-the-three", text, what), e);
    }
  }
}
