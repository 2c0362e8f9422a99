package zygonox.core.sky;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Place;

/**
 * The moon (Meeus, Astronomical Algorithms, 2nd ed., ch. 47: 10 arcsec in longitude, 4 in
 * latitude).
 *
 * @param longitudeDeg apparent ecliptic longitude of date in degrees, from the Earth's centre
 * @param latitudeDeg ecliptic latitude of date in degrees
 * @param distanceKm from the Earth's centre, in km
 * @param place apparent place of date, from the Earth's centre
 * @param illuminatedFraction share of its disc that is lit, 0 to 1
 */
public record Moon(
    double longitudeDeg,
    double latitudeDeg,
    double distanceKm,
    Equatorial place,
    double illuminatedFraction) {
  private static final double RADIUS_KM = 1737.4;
  private static final double MEAN_DISTANCE_KM = 385_000.56;

  public static Moon at(Instant time) {
    return at(JulianDate.centuries(JulianDate.ofTerrestrial(time)));
  }

  /**
   * @param t Julian centuries of terrestrial time from J2000.0
   */
  static Moon at(double t) {
    double mean =
        JulianDate.polynomial(
            t, 218.3164477, 481267.88123421, -0.0015786, 1 / 538_841.0, -1 / 65_194_000.0);
    double elongation =
        JulianDate.polynomial(
            t, 297.8501921, 445267.1114034, -0.0018819, 1 / 545_868.0, -1 / 113_065_000.0);
    double sunAnomaly =
        JulianDate.polynomial(t, 357.5291092, 35999.0502909, -0.0001536, 1 / 24_490_000.0);
    double anomaly =
        JulianDate.polynomial(
            t, 134.9633964, 477198.8675055, 0.0087414, 1 / 69_699.0, -1 / 14_712_000.0);
    double node =
        JulianDate.polynomial(
            t, 93.2720950, 483202.0175233, -0.0036539, -1 / 3_526_000.0, 1 / 863_310_000.0);
    double e = JulianDate.polynomial(t, 1, -0.002516, -0.0000074);
    double venus = 119.75 + 131.849 * t;
    double jupiter = 53.09 + 479_264.290 * t;
    double other = 313.45 + 481_266.484 * t;

    double longitude =
        3958 * Angle.sin(venus) + 1962 * Angle.sin(mean - node) + 318 * Angle.sin(jupiter);
    double distance = 0;
    for (int[] k : MoonTerms.LONGITUDE_AND_DISTANCE) {
      double argument = k[0] * elongation + k[1] * sunAnomaly + k[2] * anomaly + k[3] * node;
      double factor = Math.pow(e, Math.abs(k[1]));
      longitude += factor * k[4] * Angle.sin(argument);
      distance += factor * k[5] * Angle.cos(argument);
    }
    double latitude =
        -2235 * Angle.sin(mean)
            + 382 * Angle.sin(other)
            + 175 * Angle.sin(venus - node)
            + 175 * Angle.sin(venus + node)
            + 127 * Angle.sin(mean - anomaly)
            - 115 * Angle.sin(mean + anomaly);
    for (int[] k : MoonTerms.LATITUDE) {
      double argument = k[0] * elongation + k[1] * sunAnomaly + k[2] * anomaly + k[3] * node;
      latitude += Math.pow(e, Math.abs(k[1])) * k[4] * Angle.sin(argument);
    }
    Nutation nutation = Nutation.at(t);
    double lambda = Angle.positive(mean + longitude / 1e6 + nutation.longitudeDeg());
    double beta = latitude / 1e6;
    double km = MEAN_DISTANCE_KM + distance / 1000;
    return new Moon(
        lambda,
        beta,
        km,
        Ecliptic.equatorial(lambda, beta, nutation.obliquityDeg()),
        illuminated(lambda, beta, km, t));
  }

  /** Ch. 48, formulas 48.2, 48.3 and 48.1. */
  private static double illuminated(double lambda, double beta, double km, double t) {
    double sunKm = Sun.distanceKm(t);
    double cosElongation = Angle.cos(beta) * Angle.cos(lambda - Sun.apparentLongitudeDeg(t));
    double elongation = Angle.acos(cosElongation);
    double phase = Angle.atan2(sunKm * Angle.sin(elongation), km - sunKm * cosElongation);
    return (1 + Angle.cos(phase)) / 2;
  }

  /**
   * The moon as seen from a place: its direction without refraction, and how large it looks.
   *
   * @param vector unit vector, x north, y east, z up
   * @param semidiameterDeg half its width in degrees
   */
  public record Seen(Vector vector, double semidiameterDeg) {
    public double altitudeDeg() {
      return vector.direction().altitudeDeg();
    }

    /** Its upper limb over the horizon that refraction makes, in degrees: above 0 it is up. */
    public double heightOfLimbDeg() {
      return altitudeDeg() + semidiameterDeg - SkyBody.HORIZON_LIFT_DEG;
    }
  }

  /**
   * Share of its disc that is lit in a night, as it is told everywhere: at the 00:00 that ends the
   * evening's date.
   *
   * @param within a moment of the night, which goes from noon to noon
   */
  public static double litInNight(Instant within, ZoneId zone) {
    LocalDate evening = within.atZone(zone).minusHours(12).toLocalDate();
    return at(evening.plusDays(1).atStartOfDay(zone).toInstant()).illuminatedFraction();
  }

  public static Seen from(Place place, Instant time) {
    Moon moon = at(time);
    LocalSky sky = new LocalSky(place, time);
    Vector towards = sky.topocentric(moon.place, moon.distanceKm);
    return new Seen(towards.unit(), Angle.asin(RADIUS_KM / towards.length()));
  }
}
