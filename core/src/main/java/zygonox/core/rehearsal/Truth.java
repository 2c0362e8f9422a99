package zygonox.core.rehearsal;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.List;
import zygonox.core.optics.Orientation;
import zygonox.core.work.WholeFile;
import zygonox.core.work.Workers;

/**
 * Writes down what the simulated camera knows of its frames: where each star truly is, and which
 * pixels are hot.
 */
public final class Truth {
  private static final ObjectMapper JSON =
      new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);

  private Truth() {}

  /**
   * Writes {@code truth.json} and, in the folder {@code truth} beside it, what is too much for it.
   *
   * <p>For each frame, as {@link FrameTruth} has it, where all its stars are, what crossed it, what
   * lies on it, and what its sky, sensor and lens did to it; for the camera its hot pixels as they
   * lie in the frames, and its seed; when it ended before its time.
   */
  public static void write(
      SimulatedCamera camera, long seed, List<Rehearsal.Planned> planned, Path file) {
    ObjectNode root = JSON.createObjectNode();
    root.put("seed", seed);
    FrameTruth truth = new FrameTruth(camera, file.toAbsolutePath().getParent(), planned);
    ObjectNode[] frames = new ObjectNode[planned.size()];
    try (Workers workers = Workers.perCore()) {
      workers.forEach(frames.length, (i, worker) -> frames[i] = truth.of(planned.get(i)));
    }
    root.putArray("frames").addAll(List.of(frames));
    root.put("timer", camera.happenings().hasMissetTimer() ? "period-taken-for-gap" : "as-planned");
    ArrayNode ends = root.putArray("ends");
    planned.stream()
        .map(Rehearsal.Planned::program)
        .distinct()
        .flatMap(p -> camera.happenings().end(p).stream())
        .distinct()
        .forEach(e -> ends.addObject().put("kind", e.kind().key()).put("at", e.at().toString()));
    List<Orientation> held =
        planned.stream().map(p -> p.program().orientation()).distinct().toList();
    for (Orientation orientation : held) {
      boolean first = orientation == held.get(0);
      ArrayNode hot = root.putArray(first ? "hotPixels" : "hotPixelsTurned");
      for (DarkCurrent.HotPixel pixel : camera.dark().hotPixels(orientation)) {
        hot.addObject().put("x", pixel.x()).put("y", pixel.y()).put("channel", pixel.channel());
      }
    }
    WholeFile.write(
        file, WholeFile.IfPresent.REPLACE, path -> JSON.writeValue(path.toFile(), root));
  }
}
