package zygonox.core.rehearsal;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.awt.Shape;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import zygonox.core.optics.Body;
import zygonox.core.optics.Orientation;
import zygonox.core.optics.Projection;
import zygonox.core.program.Program;
import zygonox.core.quantity.Direction;
import zygonox.core.rehearsal.StarTracks.TrueStar;
import zygonox.core.sky.Vector;
import zygonox.core.work.WholeFile;

/**
 * Writes down what the simulated camera knows of its frames: where each star truly is, and which
 * pixels are hot.
 */
public final class Truth {
  private static final ObjectMapper JSON =
      new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);

  private Truth() {}

  /**
   * Writes {@code truth.json}: for each frame its file, the middle of its exposure, and its stars
   * by Hipparcos number (0: a planet) with pixel coordinates, the lines drawn on it with their
   * ends, lamps that shine into the lens with their strongest mirror image, boxes of who rides by,
   * shadows of dust (radius in pixels, share of light taken in the middle), how thick the cloud is
   * (0 to 1), the spread of a star (sigma in pixels), whether a lamp is on, where the lens looks
   * and how directions become pixels, and a picture in which its sky is white (null for a camera
   * that follows the sky); for the camera its hot pixels as they lie in the frames, and its seed.
   */
  public static void write(
      SimulatedCamera camera, long seed, List<Rehearsal.Planned> planned, Path file) {
    ObjectNode root = JSON.createObjectNode();
    root.put("seed", seed);
    ArrayNode frames = root.putArray("frames");
    SkyMasks masks = new SkyMasks(camera, file.toAbsolutePath().getParent());
    for (Rehearsal.Planned next : planned) {
      ObjectNode frame = frames.addObject();
      frame.put("file", next.file().getFileName().toString());
      frame.put("middle", Exposure.of(next.shot()).middle().toString());
      ArrayNode stars = frame.putArray("stars");
      for (TrueStar star : camera.tracks(next.program(), next.shot()).truth()) {
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
            .put("y2", line.y2())
            .put("bow", line.bow());
      }
      ArrayNode lamps = frame.putArray("lamps");
      for (LampLight lamp : camera.lamps(next.program(), next.shot())) {
        lamps
            .addObject()
            .put("x", lamp.x())
            .put("y", lamp.y())
            .put("mirroredX", lamp.mirroredX())
            .put("mirroredY", lamp.mirroredY());
      }
      ArrayNode riders = frame.putArray("riders");
      Body held = camera.held(next.program());
      for (Shape outline :
          camera.riders(camera.seen(next.program(), next.shot()), Exposure.of(next.shot()))) {
        Rider.box(outline, held.pixelsWide(), held.pixelsHigh())
            .ifPresent(
                b ->
                    riders
                        .addObject()
                        .put("x1", b.getMinX())
                        .put("y1", b.getMinY())
                        .put("x2", b.getMaxX())
                        .put("y2", b.getMaxY()));
      }
      ArrayNode dust = frame.putArray("dust");
      for (Dust.Shadow shadow : camera.dust(next.program()).map(Dust::shadows).orElse(List.of())) {
        dust.addObject()
            .put("x", shadow.x())
            .put("y", shadow.y())
            .put("radius", shadow.radius())
            .put("taken", shadow.taken());
      }
      frame.put("cloud", camera.happenings().cloud(middle));
      frame.put("starSigma", camera.sigmaPixels(next.program(), next.shot()));
      frame.put("torch", !camera.happenings().torches(Exposure.of(next.shot())).isEmpty());
      Direction seen = camera.seen(next.program(), next.shot()).facing();
      frame
          .putObject("facing")
          .put("azimuth", seen.azimuthDeg())
          .put("altitude", seen.altitudeDeg());
      mapping(camera, next, frame.putObject("mapping"));
      frame.put("skyMask", masks.of(next));
    }
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

  /** How directions at the middle of the exposure (x north, y east, z up) become pixels. */
  private static void mapping(SimulatedCamera camera, Rehearsal.Planned next, ObjectNode into) {
    Program program = camera.seen(next.program(), next.shot());
    Projection look = camera.projection(program, Exposure.of(next.shot()).middle());
    Body held = camera.held(program);
    into.put("focalPixels", look.focalPixels());
    into.put("bend", look.bend());
    into.put("centreX", (held.pixelsWide() - 1) / 2.0);
    into.put("centreY", (held.pixelsHigh() - 1) / 2.0);
    vector(look.forward(), into.putArray("forward"));
    vector(look.right(), into.putArray("right"));
    vector(look.up(), into.putArray("up"));
  }

  private static void vector(Vector v, ArrayNode into) {
    into.add(v.x()).add(v.y()).add(v.z());
  }
}
