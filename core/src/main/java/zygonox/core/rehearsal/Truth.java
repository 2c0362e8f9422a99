package zygonox.core.rehearsal;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import zygonox.core.optics.Orientation;
import zygonox.core.quantity.Direction;
import zygonox.core.rehearsal.StarTracks.TrueStar;
import zygonox.core.work.WholeFile;

/**
 * Writes down what the simulated camera knows of its frames: where each star truly is, and which
 * pixels are hot.
 */
public final class Truth {
  private static final ObjectMapper JSON =
      new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);

  /** Stars listed for each frame: the brightest. */
  private static final int MOST_STARS = 200;

  private Truth() {}

  /**
   * Writes {@code truth.json}: for each frame its file, the middle of its exposure, and its stars
   * by Hipparcos number with pixel coordinates, the lines drawn on it with their ends, how thick
   * the cloud is (0 to 1), the spread of a star (sigma in pixels), whether a lamp is on, and where
   * the lens looks; for the camera its hot pixels and its seed.
   */
  public static void write(
      SimulatedCamera camera, long seed, List<Rehearsal.Planned> planned, Path file) {
    ObjectNode root = JSON.createObjectNode();
    root.put("seed", seed);
    ArrayNode frames = root.putArray("frames");
    for (Rehearsal.Planned next : planned) {
      ObjectNode frame = frames.addObject();
      frame.put("file", next.file().getFileName().toString());
      frame.put("middle", Exposure.of(next.shot()).middle().toString());
      ArrayNode stars = frame.putArray("stars");
      for (TrueStar star : stars(camera, next)) {
        ObjectNode node = stars.addObject();
        node.put("hip", star.hip()).put("magnitude", star.magnitude());
        node.put("x", star.x()).put("y", star.y());
      }
      Instant middle = Exposure.of(next.shot()).middle();
      ArrayNode streaks = frame.putArray("streaks");
      for (FlightLine line : camera.flightLines(next.program(), next.shot())) {
        streaks
            .addObject()
            .put("kind", line.kind().key())
            .put("x1", line.x1())
            .put("y1", line.y1())
            .put("x2", line.x2())
            .put("y2", line.y2());
      }
      frame.put("cloud", camera.happenings().cloud(middle));
      frame.put("starSigma", camera.sigmaPixels(next.program(), next.shot()));
      frame.put("torch", !camera.happenings().torches(Exposure.of(next.shot())).isEmpty());
      Direction seen = camera.happenings().seen(next.program(), next.shot().opensAt()).facing();
      frame
          .putObject("facing")
          .put("azimuth", seen.azimuthDeg())
          .put("altitude", seen.altitudeDeg());
    }
    root.put("timer", camera.happenings().hasMissetTimer() ? "period-taken-for-gap" : "as-planned");
    ArrayNode ends = root.putArray("ends");
    planned.stream()
        .map(Rehearsal.Planned::program)
        .distinct()
        .flatMap(p -> camera.happenings().end(p).stream())
        .distinct()
        .forEach(e -> ends.addObject().put("kind", e.kind().key()).put("at", e.at().toString()));
    ArrayNode hot = root.putArray("hotPixels");
    for (DarkCurrent.HotPixel pixel : camera.dark().hotPixels(Orientation.LANDSCAPE)) {
      hot.addObject().put("x", pixel.x()).put("y", pixel.y()).put("channel", pixel.channel());
    }
    WholeFile.write(
        file, WholeFile.IfPresent.REPLACE, path -> JSON.writeValue(path.toFile(), root));
  }

  private static List<TrueStar> stars(SimulatedCamera camera, Rehearsal.Planned next) {
    List<TrueStar> stars = camera.tracks(next.program(), next.shot()).truth();
    return stars.subList(0, Math.min(MOST_STARS, stars.size()));
  }
}
