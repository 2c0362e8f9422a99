package zygonox.core.quantity;

/** Arithmetic of angles in degrees. */
public final class Angle {
  private Angle() {}

  /** The same angle in 0 (inclusive) to 360 (exclusive) degrees. */
  public static double positive(double deg) {
    double turned = deg - 360 * Math.floor(deg / 360);
    return turned >= 360 ? 0 : turned;
  }

  /** The same angle in -180 (inclusive) to 180 (exclusive) degrees. */
  public static double signed(double deg) {
    return positive(deg + 180) - 180;
  }

  public static double sin(double deg) {
    return Math.sin(Math.toRadians(deg));
  }

  public static double cos(double deg) {
    return Math.cos(Math.toRadians(deg));
  }

  public static double tan(double deg) {
    return Math.tan(Math.toRadians(deg));
  }

  /** Arc sine in degrees; arguments a rounding error beyond 1 count as 1. */
  public static double asin(double x) {
    return Math.toDegrees(Math.asin(Math.max(-1, Math.min(1, x))));
  }

  /** Arc cosine in degrees; arguments a rounding error beyond 1 count as 1. */
  public static double acos(double x) {
    return Math.toDegrees(Math.acos(Math.max(-1, Math.min(1, x))));
  }

  public static double atan2(double y, double x) {
    return Math.toDegrees(Math.atan2(y, x));
  }
}
