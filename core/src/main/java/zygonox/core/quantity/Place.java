package zygonox.core.quantity;

/**
 * A point on the ground.
 *
 * @param latitudeDeg geographic latitude in degrees, north positive, -90 to 90
 * @param longitudeDeg longitude in degrees, east positive, -180 to 180
 * @param heightMetres height above sea level in metres, -500 to 9000
 */
public record Place(double latitudeDeg, double longitudeDeg, double heightMetres) {
  public Place {
    InvalidInput.check("value.latitude-in-degrees", latitudeDeg, -90, 90);
    InvalidInput.check("value.longitude-in-degrees", longitudeDeg, -180, 180);
    InvalidInput.check("value.height-in-metres", heightMetres, -500, 9000);
  }
}
