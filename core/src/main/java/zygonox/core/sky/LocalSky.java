package zygonox.core.sky;

import java.time.Instant;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.Place;

/** The sky over one place at one moment. Immutable; made once, then cheap to ask. */
public final class LocalSky {
  private final Rotation j2000ToGround;
  private final Rotation dateToGround;

  public LocalSky(Place place, Instant time) {
    double t = JulianDate.centuries(JulianDate.ofTerrestrial(time));
    double local = SiderealTime.greenwichApparentDeg(time) + place.longitudeDeg();
    dateToGround = toGround(place.latitudeDeg(), local);
    j2000ToGround = dateToGround.after(Precession.trueFromJ2000(t));
  }

  /** Rows: north, east and up, in the axes of the sky of date. */
  private static Rotation toGround(double latitude, double siderealDeg) {
    double sin = Angle.sin(latitude);
    double cos = Angle.cos(latitude);
    Rotation meridian = Rotation.aboutZ(siderealDeg);
    Rotation ground =
        new Rotation(new Vector(-sin, 0, cos), new Vector(0, 1, 0), new Vector(cos, 0, sin));
    return ground.after(meridian);
  }

  /** The unit vector (x north, y east, z up) to a place of J2000.0, without refraction. */
  public Vector towards(Vector j2000) {
    return j2000ToGround.apply(j2000);
  }

  /** Where a place of J2000.0 stands, without refraction. */
  public Direction direction(Equatorial j2000) {
    return towards(j2000.vector()).direction();
  }

  /** Where a place of date stands, without refraction. */
  public Direction directionOfDate(Equatorial ofDate) {
    return dateToGround.apply(ofDate.vector()).direction();
  }

  /** The same vector (x north, y east, z up) as seen through the air. */
  public static Vector refracted(Vector v) {
    double level = Math.hypot(v.x(), v.y());
    double altitude = Angle.atan2(v.z(), level);
    double lifted = altitude + Refraction.liftDeg(altitude);
    if (level < 1e-12) {
      return v;
    }
    double scale = Angle.cos(lifted) / level;
    return new Vector(v.x() * scale, v.y() * scale, Angle.sin(lifted));
  }
}
