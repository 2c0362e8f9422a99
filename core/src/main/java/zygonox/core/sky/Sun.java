package zygonox.core.sky;

import java.time.Instant;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Place;

/**
 * The sun (Meeus, Astronomical Algorithms, 2nd ed., ch. 25, the shorter method, with the largest
 * perturbations added): within 0.005 degrees of XEphem's from 1990 to 2060, over 1,500 moments.
 */
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
    return mean + centreDeg(t, meanAnomalyDeg(t)) + perturbationDeg(t);
  }

  /**
   * What Venus, Jupiter and the moon do to the Earth's way (J. Meeus, Astronomical Formulae for
   * Calculators, 4th ed., ch. 18; its centuries count from 1900).
   */
  private static double perturbationDeg(double t) {
    double t1900 = t + (JulianDate.J2000 - 2_415_020) / 36_525;
    double venus = 153.23 + 22_518.7541 * t1900;
    double venusTwice = 216.57 + 45_037.5082 * t1900;
    double jupiter = 312.69 + 32_964.3577 * t1900;
    double moon = 350.74 + 445_267.1142 * t1900 - 0.00144 * t1900 * t1900;
    double slow = 231.19 + 20.20 * t1900;
    return 0.00134 * Angle.cos(venus)
        + 0.00154 * Angle.cos(venusTwice)
        + 0.00200 * Angle.cos(jupiter)
        + 0.00179 * Angle.sin(moon)
        + 0.00178 * Angle.sin(slow);
  }

  private static double centreDeg(double t, double m) {
    return JulianDate.polynomial(t, 1.914602, -0.004817, -0.000014) * Angle.sin(m)
        + JulianDate.polynomial(t, 0.019993, -0.000101) * Angle.sin(2 * m)
        + 0.000289 * Angle.sin(3 * m);
  }

  static double meanAnomalyDeg(double t) {
    return JulianDate.polynomial(t, 357.52911, 35999.05029, -0.0001537);
  }

  /** The unit vector from a place to it (x north, y east, z up), without refraction. */
  public static Vector from(Place place, Instant time) {
    double t = JulianDate.centuries(JulianDate.ofTerrestrial(time));
    return new LocalSky(place, time).topocentric(at(t), distanceKm(t)).unit();
  }

  /** Altitude of its centre over a place in degrees, without refraction. */
  public static double altitudeDeg(Place place, Instant time) {
    return from(place, time).direction().altitudeDeg();
  }
}
