package zygonox.core.sky;

import java.time.Instant;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.Place;

/** The sky over one place at one moment. Immutable; made once, then cheap to ask. */
public final class LocalSky {
  private static final double EQUATOR_KM = 6378.137;
  private static final double FLATTENING = 1 / 298.257223563;

  private final Rotation j2000ToDate;
  private final Rotation j2000ToGround;
  private final Vector aberration;
  private final Rotation dateToGround;
  private final Vector centreOfEarth;
  private final double siderealDeg;

  public LocalSky(Place place, Instant time) {
    double t = JulianDate.centuries(JulianDate.ofTerrestrial(time));
    double local = SiderealTime.greenwichApparentDeg(time) + place.longitudeDeg();
    siderealDeg = Angle.positive(local);
    centreOfEarth = centreOfEarth(place);
    dateToGround = toGround(place.latitudeDeg(), local);
    j2000ToDate = Precession.trueFromJ2000(t);
    j2000ToGround = dateToGround.after(j2000ToDate);
    aberration = Aberration.at(t);
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

  /** The same for where a star is seen: tipped forward by the Earth's motion. */
  public Vector apparentTowards(Vector j2000) {
    return dateToGround.apply(j2000ToDate.apply(j2000).plus(aberration).unit());
  }

  /** The unit vector of J2000.0 that a direction (x north, y east, z up) points to. */
  public Vector j2000Of(Vector towards) {
    return j2000ToGround.back(towards);
  }

  /** The unit vector to a place of date, without refraction. */
  public Vector towardsOfDate(Equatorial ofDate) {
    return dateToGround.apply(ofDate.vector());
  }

  /** Where a place of J2000.0 stands, without refraction. */
  public Direction direction(Equatorial j2000) {
    return towards(j2000.vector()).direction();
  }

  /** Apparent place of date of a star of J2000.0: precession, nutation and aberration. */
  public static Equatorial apparent(Equatorial j2000, Instant time) {
    double t = JulianDate.centuries(JulianDate.ofTerrestrial(time));
    Vector ofDate = Precession.trueFromJ2000(t).apply(j2000.vector());
    return Equatorial.of(ofDate.plus(Aberration.at(t)).unit());
  }

  /** How long ago something stood on the meridian: its hour angle in degrees, -180 to 180. */
  public double hourAngleDeg(Equatorial ofDate) {
    return Angle.signed(siderealDeg - ofDate.rightAscensionDeg());
  }

  /** Where a place of date stands, without refraction. */
  public Direction directionOfDate(Equatorial ofDate) {
    return dateToGround.apply(ofDate.vector()).direction();
  }

  /**
   * From the place to something near enough for its parallax to show.
   *
   * @param ofDate its place of date, from the Earth's centre
   * @param distanceKm its distance from there
   * @return in km, x north, y east, z up
   */
  public Vector topocentric(Equatorial ofDate, double distanceKm) {
    Vector geocentric = dateToGround.apply(ofDate.vector()).times(distanceKm);
    return geocentric.plus(centreOfEarth);
  }

  /**
   * From a place to the Earth's centre in km, x north, y east, z up, on the WGS 84 ellipsoid (Meeus
   * ch. 11).
   */
  private static Vector centreOfEarth(Place place) {
    double u = Math.toDegrees(Math.atan((1 - FLATTENING) * Angle.tan(place.latitudeDeg())));
    double heightRadii = place.heightMetres() / 1000 / EQUATOR_KM;
    double toPole = (1 - FLATTENING) * Angle.sin(u) + heightRadii * Angle.sin(place.latitudeDeg());
    double toAxis = Angle.cos(u) + heightRadii * Angle.cos(place.latitudeDeg());
    double sin = Angle.sin(place.latitudeDeg());
    double cos = Angle.cos(place.latitudeDeg());
    return new Vector(-(toPole * cos - toAxis * sin), 0, -(toPole * sin + toAxis * cos))
        .times(EQUATOR_KM);
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
