package zygonox.core.sky;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;

/** Things to point a lens at, beyond the stars; see ATTRIBUTION.md beside the table. */
public final class DeepSky {
  /** The galaxy's bright middle, as wide as it looks to a lens. */
  public static final Target GALACTIC_BULGE =
      new Target(
          "galactic-centre",
          "Galactic bulge",
          "Milky Way",
          SkyBody.GALACTIC_CENTRE,
          OptionalDouble.empty(),
          1200,
          600);

  private static final class Holder {
    static final List<Target> TARGETS = load();
  }

  private DeepSky() {}

  /**
   * @param id short name, such as {@code M31}
   * @param name what people call it; empty where it has no other name
   * @param type galaxy, open cluster, ...
   * @param j2000 where it is
   * @param magnitude brightness in V, where known
   * @param longArcmin its longer side in arcmin; 0 for a mere place
   * @param shortArcmin its shorter side in arcmin
   */
  public record Target(
      String id,
      String name,
      String type,
      Equatorial j2000,
      OptionalDouble magnitude,
      double longArcmin,
      double shortArcmin) {
    /** Its id, and its name where it has one. */
    public String title() {
      if (name.isEmpty()) {
        return id;
      }
      return id.contains("-") ? name : name + " (" + id + ")";
    }

    public SkyBody body() {
      return new SkyBody.Fixed(j2000);
    }
  }

  /** The galactic bulge, then the table in its order. */
  public static List<Target> targets() {
    return Holder.TARGETS;
  }

  /** A target by its id or name, whatever the case and spaces. */
  public static Optional<Target> find(String text) {
    String wanted = plain(text);
    return targets().stream()
        .filter(
            t ->
                plain(t.id()).equals(wanted) || !wanted.isEmpty() && plain(t.name()).equals(wanted))
        .findFirst();
  }

  private static String plain(String text) {
    return text.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]", "");
  }

  private static List<Target> load() {
    List<Target> targets = new ArrayList<>(List.of(GALACTIC_BULGE));
    try (BufferedReader reader =
        new BufferedReader(
            new InputStreamReader(
                DeepSky.class.getResourceAsStream("deep-sky.csv"), StandardCharsets.UTF_8))) {
      reader.readLine();
      for (String line; (line = reader.readLine()) != null; ) {
        Target target = target(cells(line));
        if (!target.id().equals(GALACTIC_BULGE.id())) {
          targets.add(target);
        }
      }
    } catch (IOException e) {
      throw new UncheckedIOException("the table of targets cannot be read", e);
    }
    return List.copyOf(targets);
  }

  private static Target target(List<String> cells) {
    String[] sides = (cells.get(7).isBlank() ? "0" : cells.get(7)).split("x");
    double first = Double.parseDouble(sides[0]);
    double second = sides.length > 1 ? Double.parseDouble(sides[1]) : first;
    return new Target(
        cells.get(0),
        cells.get(2),
        cells.get(3),
        new Equatorial(Double.parseDouble(cells.get(4)), Double.parseDouble(cells.get(5))),
        cells.get(6).isBlank()
            ? OptionalDouble.empty()
            : OptionalDouble.of(Double.parseDouble(cells.get(6))),
        Math.max(first, second),
        Math.min(first, second));
  }

  /** The cells of a line; a cell in quotes may hold commas. */
  private static List<String> cells(String line) {
    List<String> cells = new ArrayList<>();
    StringBuilder cell = new StringBuilder();
    boolean quoted = false;
    for (char c : line.toCharArray()) {
      if (c == '"') {
        quoted = !quoted;
      } else if (c == ',' && !quoted) {
        cells.add(cell.toString());
        cell.setLength(0);
      } else {
        cell.append(c);
      }
    }
    cells.add(cell.toString());
    return cells;
  }
}
