package zygonox.core.sky;

import zygonox.core.quantity.Angle;

/** How the air lifts what is seen through it, at 1010 hPa and 10 degrees Celsius. */
public final class Refraction {
  /** Below this true altitude nothing is seen even by refraction, and none is reckoned. */
  private static final double LOWEST_DEG = -1;

  private Refraction() {}

  /**
   * By how much something at a true altitude seems higher, in degrees (T. Saemundsson, Sky and
   * Telescope 72, 70, 1986; Meeus formula 16.4). 0.48 degrees at the horizon, 0 at the zenith.
   */
  public static double liftDeg(double trueAltitudeDeg) {
    if (trueAltitudeDeg < LOWEST_DEG) {
      return 0;
    }
    double minutes = 1.02 / Angle.tan(trueAltitudeDeg + 10.3 / (trueAltitudeDeg + 5.11));
    // The formula gives -0.002' at the zenith itself.
    return Math.max(0, minutes) / 60;
  }
}
