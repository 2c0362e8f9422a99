package zygonox.core.sky;

import java.time.Instant;

/** Julian dates, in days, in universal and in terrestrial time. */
public final class JulianDate {
  /** The standard epoch J2000.0. */
  public static final double J2000 = 2_451_545.0;

  private static final double UNIX_EPOCH = 2_440_587.5;
  private static final double DAYS_PER_CENTURY = 36_525;

  private JulianDate() {}

  /** Universal time; leap seconds keep it within 0.9 s of UT1. */
  public static double ofUniversal(Instant time) {
    return UNIX_EPOCH + (time.getEpochSecond() + time.getNano() / 1e9) / 86_400;
  }

  /** Terrestrial time, in which the planets move evenly. */
  public static double ofTerrestrial(Instant time) {
    double universal = ofUniversal(time);
    return universal + deltaTSeconds(2000 + (universal - J2000) / 365.25) / 86_400;
  }

  /** Julian centuries from J2000.0. */
  public static double centuries(double julianDate) {
    return (julianDate - J2000) / DAYS_PER_CENTURY;
  }

  /**
   * Terrestrial less universal time, in seconds, for 1900 to 2100 (F. Espenak and J. Meeus, Five
   * Millennium Canon of Solar Eclipses, NASA/TP-2006-214141, section 2.2). Off by some 3 s in 2026,
   * since the Earth has sped up; 3 s move the moon by 0.0005 degrees.
   */
  static double deltaTSeconds(double year) {
    if (year < 1920) {
      return polynomial(year - 1900, -2.79, 1.494119, -0.0598939, 0.0061966, -0.000197);
    }
    if (year < 1941) {
      return polynomial(year - 1920, 21.20, 0.84493, -0.076100, 0.0020936);
    }
    if (year < 1961) {
      return polynomial(year - 1950, 29.07, 0.407, -1 / 233.0, 1 / 2547.0);
    }
    if (year < 1986) {
      return polynomial(year - 1975, 45.45, 1.067, -1 / 260.0, -1 / 718.0);
    }
    if (year < 2005) {
      return polynomial(
          year - 2000, 63.86, 0.3345, -0.060374, 0.0017275, 0.000651814, 0.00002373599);
    }
    if (year < 2050) {
      return polynomial(year - 2000, 62.92, 0.32217, 0.005589);
    }
    double u = (year - 1820) / 100;
    return -20 + 32 * u * u - 0.5628 * (2150 - year);
  }

  static double polynomial(double x, double... coefficients) {
    double sum = 0;
    for (int i = coefficients.length - 1; i >= 0; i--) {
      sum = sum * x + coefficients[i];
    }
    return sum;
  }
}
