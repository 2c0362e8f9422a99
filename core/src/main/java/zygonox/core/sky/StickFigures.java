package zygonox.core.sky;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;

/** The lines people draw between the stars; see ATTRIBUTION.md beside the table. */
public final class StickFigures {
  /**
   * One figure.
   *
   * @param name its Latin name
   * @param lines each a row of places of J2000
   */
  public record Figure(String name, List<List<Vector>> lines) {}

  private static final class Holder {
    static final List<Figure> FIGURES = load();
  }

  private StickFigures() {}

  public static List<Figure> figures() {
    return Holder.FIGURES;
  }

  private static List<Figure> load() {
    List<Figure> figures = new ArrayList<>();
    try (InputStream in = StickFigures.class.getResourceAsStream("constellation-lines.json")) {
      for (JsonNode node : new ObjectMapper().readTree(in)) {
        List<List<Vector>> lines = new ArrayList<>();
        for (JsonNode line : node.get("lines")) {
          List<Vector> points = new ArrayList<>();
          for (JsonNode point : line) {
            points.add(new Equatorial(point.get(0).asDouble(), point.get(1).asDouble()).vector());
          }
          lines.add(List.copyOf(points));
        }
        figures.add(new Figure(node.get("name").asText(), List.copyOf(lines)));
      }
    } catch (IOException e) {
      throw new UncheckedIOException("the table of figures cannot be read", e);
    }
    return List.copyOf(figures);
  }
}
