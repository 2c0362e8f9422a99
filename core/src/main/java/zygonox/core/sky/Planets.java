package zygonox.core.sky;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import zygonox.core.quantity.Angle;

/**
 * The planets that the eye sees, as stars that wander. Keplerian elements and their rates, J2000
 * ecliptic, 1800 to 2050, good to some arc minutes (E. M. Standish, "Keplerian Elements for
 * Approximate Positions of the Major Planets", JPL, table 1); magnitudes after Meeus, ch. 41, those
 * of the Astronomical Almanac since 1984, Saturn's rings left out.
 */
public final class Planets {
  private static final double DAYS_PER_CENTURY = 36_525;
  private static final double OBLIQUITY_DEG = 23.43928;

  /** Light goes so many astronomical units a day. */
  private static final double UNITS_A_DAY = 173.1446;

  private static final double[] EARTH = {
    1.00000261, 0.01671123, -0.00001531, 100.46457166, 102.93768193, 0,
    0.00000562, -0.00004392, -0.01294668, 35999.37244981, 0.32327364, 0
  };

  private enum Planet {
    MERCURY(
        0.6,
        0.38709927,
        0.20563593,
        7.00497902,
        252.25032350,
        77.45779628,
        48.33076593,
        0.00000037,
        0.00001906,
        -0.00594749,
        149472.67411175,
        0.16047689,
        -0.12534081),
    VENUS(
        0.8,
        0.72333566,
        0.00677672,
        3.39467605,
        181.97909950,
        131.60246718,
        76.67984255,
        0.00000390,
        -0.00004107,
        -0.00078890,
        58517.81538729,
        0.00268329,
        -0.27769418),
    MARS(
        1.4,
        1.52371034,
        0.09339410,
        1.84969142,
        -4.55343205,
        -23.94362959,
        49.55953891,
        0.00001847,
        0.00007882,
        -0.00813131,
        19140.30268499,
        0.44441088,
        -0.29257343),
    JUPITER(
        0.8,
        5.20288700,
        0.04838624,
        1.30439695,
        34.39644051,
        14.72847983,
        100.47390909,
        -0.00011607,
        -0.00013253,
        -0.00183714,
        3034.74612775,
        0.21252668,
        0.20469106),
    SATURN(
        1.0,
        9.53667594,
        0.05386179,
        2.48599187,
        49.95424423,
        92.59887831,
        113.66242448,
        -0.00125060,
        -0.00050991,
        0.00193609,
        1222.49362201,
        -0.41897216,
        -0.28867794);

    private final double colourIndex;
    private final double[] elements;

    Planet(double colourIndex, double... elements) {
      this.colourIndex = colourIndex;
      this.elements = elements;
    }

    /** Magnitude at a distance from sun and Earth and a phase angle in degrees. */
    private double magnitude(double sun, double earth, double i) {
      double far = 5 * Math.log10(sun * earth);
      return switch (this) {
        case MERCURY -> -0.42 + far + 0.0380 * i - 0.000273 * i * i + 0.000002 * i * i * i;
        case VENUS -> -4.40 + far + 0.0009 * i + 0.000239 * i * i - 0.00000065 * i * i * i;
        case MARS -> -1.52 + far + 0.016 * i;
        case JUPITER -> -9.40 + far + 0.005 * i;
        case SATURN -> -8.88 + far + 0.044 * i;
      };
    }
  }

  private Planets() {}

  /** All five where they are seen from the Earth, in the axes of J2000. */
  public static List<Star> at(Instant time) {
    double t = JulianDate.centuries(JulianDate.ofTerrestrial(time));
    Vector earth = place(EARTH, t);
    List<Star> seen = new ArrayList<>();
    for (Planet planet : Planet.values()) {
      Vector now = place(planet.elements, t);
      double away = now.plus(earth.times(-1)).length();
      Vector then = place(planet.elements, t - away / UNITS_A_DAY / DAYS_PER_CENTURY);
      Vector towards = then.plus(earth.times(-1));
      double sun = then.length();
      double distance = towards.length();
      double phase = Angle.acos(Math.max(-1, Math.min(1, then.dot(towards) / sun / distance)));
      Equatorial j2000 = Equatorial.of(Rotation.aboutX(-OBLIQUITY_DEG).apply(towards));
      seen.add(Star.at(0, j2000, planet.magnitude(sun, distance, phase), planet.colourIndex));
    }
    return seen;
  }

  /** Heliocentric place in astronomical units, ecliptic of J2000. */
  private static Vector place(double[] k, double t) {
    double a = k[0] + k[6] * t;
    double e = k[1] + k[7] * t;
    double inclination = k[2] + k[8] * t;
    double longitude = k[3] + k[9] * t;
    double perihelion = k[4] + k[10] * t;
    double node = k[5] + k[11] * t;
    double mean = Angle.signed(longitude - perihelion);
    double anomaly = mean + Math.toDegrees(e) * Angle.sin(mean);
    for (int i = 0; i < 8; i++) {
      double off = mean - (anomaly - Math.toDegrees(e) * Angle.sin(anomaly));
      anomaly += off / (1 - e * Angle.cos(anomaly));
    }
    Vector inPlane =
        new Vector(a * (Angle.cos(anomaly) - e), a * Math.sqrt(1 - e * e) * Angle.sin(anomaly), 0);
    return Rotation.aboutZ(-node)
        .after(Rotation.aboutX(-inclination))
        .after(Rotation.aboutZ(-(perihelion - node)))
        .apply(inPlane);
  }
}
