package zygonox.core.optics;

import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Direction;
import zygonox.core.sky.SiderealTime;
import zygonox.core.sky.Vector;

/**
 * How fast the sky's turning moves stars over the pixels of a camera on a tripod, anywhere in the
 * frame: the time derivative of the rectilinear projection itself.
 */
public final class StarDrift {
  private static final double RADIANS_PER_SECOND =
      Math.toRadians(SiderealTime.RATE_ARCSEC_PER_SECOND / 3600);

  /** Points across the frame at which it is asked for. */
  private static final int GRID = 8;

  /** A star this far away shows how a star moves. */
  private static final double STEP_SECONDS = 0.5;

  private final Body body;
  private final Projection projection;
  private final Vector pole;

  /**
   * @param body as it is held
   * @param latitudeDeg of the place, north positive
   */
  public StarDrift(Body body, double focalMm, Direction facing, double latitudeDeg) {
    this.body = body;
    this.projection = new Projection(body, focalMm, facing);
    this.pole = new Vector(Angle.cos(latitudeDeg), 0, Angle.sin(latitudeDeg));
  }

  /**
   * Of a level camera that looks at a declination where it crosses the meridian: the long side lies
   * along the stars' way, wherever on earth.
   *
   * @param declinationDeg of the middle of the frame, -90 to 90
   */
  public static StarDrift atDeclination(Body body, double focalMm, double declinationDeg) {
    // Seen from the pole, the altitude is the declination and every direction the meridian's.
    return new StarDrift(body, focalMm, new Direction(0, declinationDeg), 90);
  }

  /** Pixels a second at a pixel. */
  public double pixelsPerSecond(double x, double y) {
    Vector before = turned(projection.towards(x, y), -STEP_SECONDS / 2);
    Vector after = turned(projection.towards(x, y), STEP_SECONDS / 2);
    double dx = projection.x(after) - projection.x(before);
    double dy = projection.y(after) - projection.y(before);
    return Math.hypot(dx, dy) / STEP_SECONDS;
  }

  /** The small turn about the pole that some seconds make (right-handed about the south pole). */
  private Vector turned(Vector v, double seconds) {
    double angle = -RADIANS_PER_SECOND * seconds;
    // Axes are north, east, up, which is left-handed: the cross product turns the other way.
    double x = pole.y() * v.z() - pole.z() * v.y();
    double y = pole.z() * v.x() - pole.x() * v.z();
    double z = pole.x() * v.y() - pole.y() * v.x();
    return new Vector(v.x() - angle * x, v.y() - angle * y, v.z() - angle * z);
  }

  /** Pixels a second in the middle of the frame. */
  public double middle() {
    return pixelsPerSecond((body.pixelsWide() - 1) / 2.0, (body.pixelsHigh() - 1) / 2.0);
  }

  /** Pixels a second where stars move fastest: in a corner, for most directions. */
  public double fastest() {
    double most = 0;
    for (int i = 0; i <= GRID; i++) {
      for (int j = 0; j <= GRID; j++) {
        double x = (body.pixelsWide() - 1.0) * i / GRID;
        double y = (body.pixelsHigh() - 1.0) * j / GRID;
        most = Math.max(most, pixelsPerSecond(x, y));
      }
    }
    return most;
  }

  /** Declination of the middle of the frame, in degrees. */
  public double middleDeclinationDeg() {
    double x = (body.pixelsWide() - 1) / 2.0;
    double y = (body.pixelsHigh() - 1) / 2.0;
    return Angle.asin(projection.towards(x, y).dot(pole));
  }
}
