package zygonox.core.sky;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import zygonox.core.quantity.Angle;

/**
 * How far near stars have gone since J2000.0: Arcturus a minute of arc by 2027. Only those that a
 * long lens would show beside their place are in the table (see ATTRIBUTION.md beside it).
 */
public final class ProperMotion {
  private static final double DEG_PER_MAS = 1 / 3.6e6;

  private ProperMotion() {}

  /** Milliarcseconds a year: along the parallel, as seen on the sky, and northwards. */
  private record Motion(double east, double north) {}

  private static final class Holder {
    static final Map<Integer, Motion> MOTIONS = load();
  }

  private static Map<Integer, Motion> load() {
    Map<Integer, Motion> motions = new HashMap<>();
    try (BufferedReader reader =
        new BufferedReader(
            new InputStreamReader(
                ProperMotion.class.getResourceAsStream("proper-motions.csv"),
                StandardCharsets.UTF_8))) {
      reader.readLine();
      for (String line; (line = reader.readLine()) != null; ) {
        String[] cells = line.split(",");
        motions.put(
            Integer.parseInt(cells[0]),
            new Motion(Double.parseDouble(cells[1]), Double.parseDouble(cells[2])));
      }
    } catch (IOException e) {
      throw new UncheckedIOException("the table of proper motions cannot be read", e);
    }
    return motions;
  }

  /** The star at its place of a moment, still told in the axes of J2000.0. */
  public static Star at(Star star, Instant time) {
    Motion motion = Holder.MOTIONS.get(star.hip());
    if (motion == null) {
      return star;
    }
    double years = 100 * JulianDate.centuries(JulianDate.ofTerrestrial(time));
    double dec = star.j2000().declinationDeg();
    Equatorial moved =
        new Equatorial(
            star.j2000().rightAscensionDeg() + years * motion.east * DEG_PER_MAS / Angle.cos(dec),
            dec + years * motion.north * DEG_PER_MAS);
    return Star.at(star.hip(), moved, star.magnitude(), star.colourIndex());
  }
}
