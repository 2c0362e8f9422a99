package zygonox.core.sky;

import java.time.Instant;
import zygonox.core.quantity.Place;

/**
 * How bright the empty sky is: the place's own dark sky, the moon's light scattered in the air, and
 * twilight. Clear air; cloud is another matter.
 */
public final class SkyGlow {
  /**
   * Square arcseconds a candela per square metre gives at magnitude 0: L = 108000 x 10^(-0.4 m).
   */
  private static final double CANDELAS_AT_MAGNITUDE_0 = 108_000;

  /** Nanolamberts are 1e-5 / pi candela per square metre. */
  private static final double CANDELAS_OF_NANOLAMBERT = 1e-5 / Math.PI;

  private final double darkCandelas;
  private final double twilightCandelas;
  private final Moonlight moonlight;

  /**
   * @param dark how dark the place can be
   */
  public SkyGlow(SkyBrightness dark, Place place, Instant time) {
    darkCandelas = candelas(dark.magnitude());
    // A sky that sends the same light from everywhere gives the ground pi times its luminance.
    twilightCandelas = Daylight.sunLux(Sun.altitudeDeg(place, time)) / Math.PI;
    moonlight = new Moonlight(place, time);
  }

  private static double candelas(double magnitude) {
    return CANDELAS_AT_MAGNITUDE_0 * Math.pow(10, -0.4 * magnitude);
  }

  /**
   * Luminance of the sky in a direction (x north, y east, z up), in candela per square metre, from
   * air and stars, moonlight (formulas 15, 20 and 21 of Krisciunas and Schaefer) and twilight.
   */
  public double candelas(Vector v) {
    return darkCandelas(v) + moonlight.nanolamberts(v) * CANDELAS_OF_NANOLAMBERT + twilightCandelas;
  }

  /** The share of air and stars alone: formula 2 of Krisciunas and Schaefer. */
  public double darkCandelas(Vector v) {
    double air = Moonlight.thickness(v.z());
    return darkCandelas * Math.pow(10, -0.4 * Moonlight.EXTINCTION * (air - 1)) * air;
  }

  /** The same in magnitudes a square arcsecond. */
  public double magnitude(Vector v) {
    return -2.5 * Math.log10(candelas(v) / CANDELAS_AT_MAGNITUDE_0);
  }
}
