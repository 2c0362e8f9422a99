package zygonox.core.sky;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/** Proper names of bright stars; see ATTRIBUTION.md beside the table. */
public final class StarNames {
  private static final class Holder {
    static final Map<Integer, String> NAMES = load();
  }

  private StarNames() {}

  /**
   * @param hip Hipparcos number
   */
  public static Optional<String> of(int hip) {
    return Optional.ofNullable(Holder.NAMES.get(hip));
  }

  private static Map<Integer, String> load() {
    Map<Integer, String> names = new HashMap<>();
    try (BufferedReader reader =
        new BufferedReader(
            new InputStreamReader(
                StarNames.class.getResourceAsStream("star-names.csv"), StandardCharsets.UTF_8))) {
      reader.readLine();
      for (String line; (line = reader.readLine()) != null; ) {
        String[] cells = line.split(",", -1);
        if (!cells[1].isBlank()) {
          names.put(Integer.parseInt(cells[0]), cells[1]);
        }
      }
    } catch (IOException e) {
      throw new UncheckedIOException("the table of star names cannot be read", e);
    }
    return Map.copyOf(names);
  }
}
