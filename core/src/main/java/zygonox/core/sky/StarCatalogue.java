package zygonox.core.sky;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.GZIPInputStream;

/**
 * The stars to visual magnitude 8, from the Extended Hipparcos Compilation (Anderson and Francis
 * 2012); see ATTRIBUTION.md beside the table.
 */
public final class StarCatalogue {
  private StarCatalogue() {}

  private static final class Holder {
    static final List<Star> STARS = load();
  }

  /** All stars, the brightest first. */
  public static List<Star> stars() {
    return Holder.STARS;
  }

  private static List<Star> load() {
    List<Star> stars = new ArrayList<>(42_000);
    try (BufferedReader reader =
        new BufferedReader(
            new InputStreamReader(
                new GZIPInputStream(StarCatalogue.class.getResourceAsStream("stars-mag8.csv.gz")),
                StandardCharsets.UTF_8))) {
      reader.readLine();
      for (String line; (line = reader.readLine()) != null; ) {
        String[] cells = line.split(",", -1);
        stars.add(
            Star.at(
                Integer.parseInt(cells[0]),
                new Equatorial(Double.parseDouble(cells[1]), Double.parseDouble(cells[2])),
                Double.parseDouble(cells[3]),
                cells[4].isEmpty() ? 0.6 : Double.parseDouble(cells[4])));
      }
    } catch (IOException e) {
      throw new UncheckedIOException("the star table cannot be read", e);
    }
    return List.copyOf(stars);
  }
}
