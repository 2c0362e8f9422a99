package zygonox.core.sky;

import zygonox.core.quantity.Angle;
import zygonox.core.quantity.InvalidInput;

/**
 * A place on the sky.
 *
 * @param rightAscensionDeg 0 to 360 degrees (other values are brought there)
 * @param declinationDeg -90 to 90 degrees
 */
public record Equatorial(double rightAscensionDeg, double declinationDeg) {
  public Equatorial {
    InvalidInput.check("value.right-ascension-in-degrees", rightAscensionDeg, -3600, 3600);
    InvalidInput.check("value.declination-in-degrees", declinationDeg, -90, 90);
    rightAscensionDeg = Angle.positive(rightAscensionDeg);
  }

  static Equatorial of(Vector v) {
    return new Equatorial(Angle.atan2(v.y(), v.x()), Angle.atan2(v.z(), Math.hypot(v.x(), v.y())));
  }

  /** The unit vector to it: x to right ascension 0, z to the north pole. */
  public Vector vector() {
    double c = Angle.cos(declinationDeg);
    return new Vector(
        c * Angle.cos(rightAscensionDeg),
        c * Angle.sin(rightAscensionDeg),
        Angle.sin(declinationDeg));
  }

  /** Angle between two places, in degrees, 0 to 180. */
  public double separationDeg(Equatorial other) {
    Vector a = vector();
    Vector b = other.vector();
    return Angle.atan2(a.cross(b).length(), a.dot(b));
  }
}
