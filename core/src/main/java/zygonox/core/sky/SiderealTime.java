package zygonox.core.sky;

import java.time.Instant;
import zygonox.core.quantity.Angle;

/** The turning of the sky. */
public final class SiderealTime {
  /** How fast the stars go round: 360 degrees in 86,164.0905 s (Meeus ch. 12), in arcsec/s. */
  public static final double RATE_ARCSEC_PER_SECOND = 1_296_000 / 86_164.0905;

  private SiderealTime() {}

  /** Mean sidereal time at Greenwich in degrees, 0 to 360 (Meeus formula 12.4). */
  public static double greenwichMeanDeg(Instant time) {
    double jd = JulianDate.ofUniversal(time);
    double t = JulianDate.centuries(jd);
    return Angle.positive(
        280.46061837
            + 360.98564736629 * (jd - JulianDate.J2000)
            + 0.000387933 * t * t
            - t * t * t / 38_710_000);
  }

  /** Apparent sidereal time at Greenwich in degrees, 0 to 360: the mean one with nutation. */
  public static double greenwichApparentDeg(Instant time) {
    Nutation nutation = Nutation.at(JulianDate.centuries(JulianDate.ofTerrestrial(time)));
    return Angle.positive(
        greenwichMeanDeg(time) + nutation.longitudeDeg() * Angle.cos(nutation.obliquityDeg()));
  }
}
