package zygonox.core.sky;

import zygonox.core.quantity.Angle;

/**
 * The nodding of the Earth's axis and the tilt of the ecliptic (Meeus, Astronomical Algorithms, 2nd
 * ed., ch. 22, the abridged series: 0.5 arcsec in longitude, 0.1 in obliquity).
 *
 * @param longitudeDeg nutation in longitude, in degrees
 * @param obliquityDeg true obliquity of the ecliptic, in degrees
 */
record Nutation(double longitudeDeg, double obliquityDeg) {
  private static final double ARCSEC = 1 / 3600.0;

  /**
   * @param t Julian centuries of terrestrial time from J2000.0
   */
  static Nutation at(double t) {
    double node = 125.04452 - 1934.136261 * t;
    double sun = 280.4665 + 36000.7698 * t;
    double moon = 218.3165 + 481267.8813 * t;
    double longitude =
        -17.20 * Angle.sin(node)
            - 1.32 * Angle.sin(2 * sun)
            - 0.23 * Angle.sin(2 * moon)
            + 0.21 * Angle.sin(2 * node);
    double obliquity =
        9.20 * Angle.cos(node)
            + 0.57 * Angle.cos(2 * sun)
            + 0.10 * Angle.cos(2 * moon)
            - 0.09 * Angle.cos(2 * node);
    return new Nutation(longitude * ARCSEC, meanObliquityDeg(t) + obliquity * ARCSEC);
  }

  /** Mean obliquity, formula 22.2. */
  static double meanObliquityDeg(double t) {
    return 23.43929111 + ARCSEC * JulianDate.polynomial(t, 0, -46.8150, -0.00059, 0.001813);
  }
}
