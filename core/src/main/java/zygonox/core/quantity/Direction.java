package zygonox.core.quantity;

/**
 * A direction from a place on the ground.
 *
 * @param azimuthDeg degrees from true north through east, 0 up to 360 (other values are brought
 *     there)
 * @param altitudeDeg degrees above the level horizon, -90 to 90
 */
public record Direction(double azimuthDeg, double altitudeDeg) {
  public Direction {
    InvalidInput.check("value.azimuth-in-degrees", azimuthDeg, -3600, 3600);
    InvalidInput.check("value.altitude-in-degrees", altitudeDeg, -90, 90);
    azimuthDeg = Angle.positive(azimuthDeg);
  }
}
