package zygonox.core.sky;

import java.time.Instant;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Place;

/** The sun (Meeus, Astronomical Algorithms, 2nd ed., ch. 25, the method of 0.01 degrees). */
public final class Sun {
  static final double ASTRONOMICAL_UNIT_KM = 149_597_870.7;

  private Sun() {}

  /** Apparent place of date, from the Earth's centre. */
  public static Equatorial at(Instant time) {
    return at(JulianDate.centuries(JulianDate.ofTerrestrial(time)));
  }

  static Equatorial at(double t) {
    double lambda = apparentLongitudeDeg(t);
    double node = 125.04 - 1934.136 * t;
    double obliquity = Nutation.meanObliquityDeg(t) + 0.00256 * Angle.cos(node);
    return new Equatorial(
        Angle.atan2(Angle.cos(obliquity) * Angle.sin(lambda), Angle.cos(lambda)),
        Angle.asin(Angle.sin(obliquity) * Angle.sin(lambda)));
  }

  static double apparentLongitudeDeg(double t) {
    double node = 125.04 - 1934.136 * t;
    return trueLongitudeDeg(t) - 0.00569 - 0.00478 * Angle.sin(node);
  }

  /** From the Earth's centre to its, in km (formula 25.5). */
  static double distanceKm(double t) {
    double e = JulianDate.polynomial(t, 0.016708634, -0.000042037, -0.0000001267);
    double m = meanAnomalyDeg(t);
    double trueAnomaly = m + centreDeg(t, m);
    return ASTRONOMICAL_UNIT_KM * 1.000001018 * (1 - e * e) / (1 + e * Angle.cos(trueAnomaly));
  }

  private static double trueLongitudeDeg(double t) {
    double mean = JulianDate.polynomial(t, 280.46646, 36000.76983, 0.0003032);
    return mean + centreDeg(t, meanAnomalyDeg(t));
  }

  private static double centreDeg(double t, double m) {
    return JulianDate.polynomial(t, 1.914602, -0.004817, -0.000014) * Angle.sin(m)
        + JulianDate.polynomial(t, 0.019993, -0.000101) * Angle.sin(2 * m)
        + 0.000289 * Angle.sin(3 * m);
  }

  static double meanAnomalyDeg(double t) {
    return JulianDate.polynomial(t, 357.52911, 35999.05029, -0.0001537);
  }

  /** Altitude of its centre over a place in degrees, without refraction. */
  public static double altitudeDeg(Place place, Instant time) {
    return new LocalSky(place, time).directionOfDate(at(time)).altitudeDeg();
  }
}
