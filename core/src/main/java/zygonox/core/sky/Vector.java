package zygonox.core.sky;

import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Direction;

/** A vector in space; which axes it has, its maker says. */
public record Vector(double x, double y, double z) {
  /** The unit vector of a direction on the ground: x north, y east, z up. */
  public static Vector of(Direction direction) {
    double c = Angle.cos(direction.altitudeDeg());
    return new Vector(
        c * Angle.cos(direction.azimuthDeg()),
        c * Angle.sin(direction.azimuthDeg()),
        Angle.sin(direction.altitudeDeg()));
  }

  /** The direction of a vector with x north, y east, z up. */
  public Direction direction() {
    return new Direction(Angle.atan2(y, x), Angle.atan2(z, Math.hypot(x, y)));
  }

  public double dot(Vector o) {
    return x * o.x + y * o.y + z * o.z;
  }

  Vector cross(Vector o) {
    return new Vector(y * o.z - z * o.y, z * o.x - x * o.z, x * o.y - y * o.x);
  }

  double length() {
    return Math.sqrt(dot(this));
  }

  Vector unit() {
    return times(1 / length());
  }

  Vector times(double k) {
    return new Vector(k * x, k * y, k * z);
  }

  Vector plus(Vector o) {
    return new Vector(x + o.x, y + o.y, z + o.z);
  }
}
