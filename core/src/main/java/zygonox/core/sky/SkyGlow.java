package zygonox.core.sky;

import java.time.Instant;
import java.util.function.ToDoubleFunction;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Direction;
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

  /** Magnitudes that one thickness of air takes away at dusk, V [typical]. */
  private static final double DUSK_EXTINCTION = 0.2;

  /** Nearer to the sun than this its glow grows no more, degrees. */
  private static final double NEAREST_DEG = 4;

  private static final int STEP_DEG = 15;

  private final double darkCandelas;
  private final double twilightCandelas;
  private final Vector sun;
  private final Moonlight moonlight;

  /**
   * @param dark how dark the place can be
   */
  public SkyGlow(SkyBrightness dark, Place place, Instant time) {
    darkCandelas = candelas(dark.magnitude());
    sun = Sun.from(place, time);
    double lux = Daylight.sunLux(Sun.altitudeDeg(place, time));
    twilightCandelas = lux / luxOfShape();
    moonlight = new Moonlight(place, time);
  }

  /** Luminance in candela per square metre of so many magnitudes a square arcsecond. */
  public static double candelas(double magnitude) {
    return CANDELAS_AT_MAGNITUDE_0 * Math.pow(10, -0.4 * magnitude);
  }

  /**
   * Luminance of the sky in a direction (x north, y east, z up), in candela per square metre, from
   * air and stars, moonlight (formulas 15, 20 and 21 of Krisciunas and Schaefer) and twilight.
   */
  public double candelas(Vector v) {
    return darkCandelas(v)
        + moonlight.nanolamberts(v) * CANDELAS_OF_NANOLAMBERT
        + twilightCandelas(v);
  }

  /**
   * The share of the sun, up or below the horizon: all of it gives level ground the light that
   * {@link Daylight} tells.
   */
  public double twilightCandelas(Vector v) {
    return twilightCandelas * shape(v);
  }

  /** How high the sun stands, degrees; below the horizon negative. */
  public double sunAltitudeDeg() {
    return Angle.asin(sun.z());
  }

  /** How far a direction is from the sun, degrees. */
  public double fromSunDeg(Vector v) {
    return Angle.atan2(sun.cross(v).length(), sun.dot(v));
  }

  /**
   * How twilight is spread over the sky: brighter towards the sun and where more air is looked
   * through (B. Schaefer, Vistas in Astronomy 36, 311, 1993, the factors of twilight in his program
   * for the limit of vision; from memory).
   */
  private double shape(Vector v) {
    double zenithDeg = 90 - Angle.asin(Math.max(0, Math.min(1, v.z())));
    double air = 1 / (Angle.cos(zenithDeg) + 0.025 * Math.exp(-11 * Angle.cos(zenithDeg)));
    return 100
        / Math.max(NEAREST_DEG, fromSunDeg(v))
        * (1 - Math.pow(10, -0.4 * DUSK_EXTINCTION * air))
        * Math.pow(10, 0.4 * zenithDeg / (360 * DUSK_EXTINCTION));
  }

  /** What a sky of that shape gives level ground, in lux for a candela per square metre. */
  private double luxOfShape() {
    return onLevelGround(this::shape);
  }

  /**
   * Luminance in candela per square metre of a sky that is everywhere alike and lights level ground
   * as much as this one does.
   */
  public double groundCandelas() {
    return onLevelGround(this::candelas) / Math.PI;
  }

  /** The sum over the sky, ring by ring. */
  private static double onLevelGround(ToDoubleFunction<Vector> candelas) {
    double sum = 0;
    for (double altitude = STEP_DEG / 2.0; altitude < 90; altitude += STEP_DEG) {
      double solid =
          Math.toRadians(STEP_DEG)
              * (Angle.sin(altitude + STEP_DEG / 2.0) - Angle.sin(altitude - STEP_DEG / 2.0));
      for (double azimuth = 0; azimuth < 360; azimuth += STEP_DEG) {
        Vector v = Vector.of(new Direction(azimuth, altitude));
        sum += candelas.applyAsDouble(v) * solid * Angle.sin(altitude);
      }
    }
    return sum;
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
