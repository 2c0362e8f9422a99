package zygonox.core.sky;

import java.time.Instant;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Place;

/**
 * How bright the empty sky is: the place's own dark sky, the moon's light scattered in the air, and
 * twilight. Clear air; cloud is another matter.
 */
public final class SkyGlow {
  /** Magnitudes that one thickness of air takes away, V, clear nights [typical]. */
  private static final double EXTINCTION = 0.172;

  /**
   * Square arcseconds a candela per square metre gives at magnitude 0: L = 108000 x 10^(-0.4 m).
   */
  private static final double CANDELAS_AT_MAGNITUDE_0 = 108_000;

  /** Nanolamberts are 1e-5 / pi candela per square metre. */
  private static final double CANDELAS_OF_NANOLAMBERT = 1e-5 / Math.PI;

  private final double darkCandelas;
  private final double twilightCandelas;
  private final Vector moon;
  private final double moonStrength;

  /**
   * @param dark how dark the place can be
   */
  public SkyGlow(SkyBrightness dark, Place place, Instant time) {
    darkCandelas = candelas(dark.magnitude());
    // A sky that sends the same light from everywhere gives the ground pi times its luminance.
    twilightCandelas = Daylight.sunLux(Sun.altitudeDeg(place, time)) / Math.PI;
    moon = Moon.from(place, time).vector();
    moonStrength = moonStrength(Moon.at(time).illuminatedFraction());
  }

  private static double candelas(double magnitude) {
    return CANDELAS_AT_MAGNITUDE_0 * Math.pow(10, -0.4 * magnitude);
  }

  /**
   * The moon's illuminance in the units of K. Krisciunas and B. Schaefer (PASP 103, 1033, 1991),
   * formula 8; its phase angle from the lit share.
   */
  private static double moonStrength(double illuminatedFraction) {
    double phase = Angle.acos(2 * illuminatedFraction - 1);
    return Math.pow(10, -0.4 * (3.84 + 0.026 * phase + 4e-9 * Math.pow(phase, 4)));
  }

  /**
   * Luminance of the sky in a direction (x north, y east, z up), in candela per square metre, from
   * air and stars, moonlight (formulas 15, 20 and 21 of Krisciunas and Schaefer) and twilight.
   */
  public double candelas(Vector v) {
    return darkCandelas(v) + moonCandelas(v, air(v.z())) + twilightCandelas;
  }

  /** The share of air and stars alone: formula 2 of Krisciunas and Schaefer. */
  public double darkCandelas(Vector v) {
    double air = air(v.z());
    return darkCandelas * Math.pow(10, -0.4 * EXTINCTION * (air - 1)) * air;
  }

  /** The same in magnitudes a square arcsecond. */
  public double magnitude(Vector v) {
    return -2.5 * Math.log10(candelas(v) / CANDELAS_AT_MAGNITUDE_0);
  }

  private double moonCandelas(Vector v, double air) {
    if (moon.z() < -0.01) {
      return 0;
    }
    double away = Angle.atan2(moon.cross(v).length(), moon.dot(v));
    double cos = Angle.cos(away);
    double scattered =
        Math.pow(10, 5.36) * (1.06 + cos * cos) + Math.pow(10, 6.15 - Math.max(10, away) / 40);
    double nanolamberts =
        scattered
            * moonStrength
            * Math.pow(10, -0.4 * EXTINCTION * air(moon.z()))
            * (1 - Math.pow(10, -0.4 * EXTINCTION * air));
    return nanolamberts * CANDELAS_OF_NANOLAMBERT;
  }

  /** Thickness of the glowing air, formula 3: 1 overhead, 5 at the horizon. */
  private static double air(double sinAltitude) {
    double sin = Math.max(0, sinAltitude);
    return 1 / Math.sqrt(1 - 0.96 * (1 - sin * sin));
  }
}
