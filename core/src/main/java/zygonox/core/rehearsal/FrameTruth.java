package zygonox.core.rehearsal;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.awt.Shape;
import java.io.BufferedWriter;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.zip.GZIPOutputStream;
import zygonox.core.optics.Body;
import zygonox.core.optics.LightMeter;
import zygonox.core.optics.Projection;
import zygonox.core.program.Program;
import zygonox.core.quantity.Direction;
import zygonox.core.rehearsal.StarTracks.TrueStar;
import zygonox.core.sky.LocalSky;
import zygonox.core.sky.Vector;
import zygonox.core.work.WholeFile;

/**
 * What is true of one frame: its file and the middle of its exposure;
 *
 * <ul>
 *   <li>its stars by Hipparcos number (0: a planet) with pixel coordinates, those beyond the
 *       catalogue in a table of their own (columns x, y, magnitude);
 *   <li>the lines drawn on it with their ends, lamps that shine into the lens with their strongest
 *       mirror image, boxes of who rides by, shadows of dust (radius in pixels, share of light
 *       taken in the middle), how thick the cloud is (0 to 1), whether a lamp is on;
 *   <li>the spread of a star (sigma in pixels), where the lens looks and how directions become
 *       pixels, and a picture in which its sky is white (null for a camera that follows the sky);
 *   <li>light, in electrons of the green channel before the lens takes its share: what makes white,
 *       what the sky overhead gives a pixel, what the galaxy gives the whole frame and its
 *       brightest pixel, what each nebula gives in all;
 *   <li>dark: what a pixel counts by itself, for each channel, and its amplifier's glow (times as
 *       much in the corner, falling to 1/e at its reach along either side);
 *   <li>flat: the share of light that is left in the corners, by the square of the cosine of the
 *       angle from the axis.
 * </ul>
 *
 * <p>Safe for any thread.
 */
final class FrameTruth {
  private static final JsonNodeFactory JSON = JsonNodeFactory.instance;

  private final SimulatedCamera camera;
  private final Path beside;
  private final SkyMasks masks;

  /**
   * @param beside where the frames are
   * @param planned all of them: one mask may serve many
   */
  FrameTruth(SimulatedCamera camera, Path beside, List<Rehearsal.Planned> planned) {
    this.camera = camera;
    this.beside = beside;
    this.masks = new SkyMasks(camera, beside);
    // Named after the first that it serves, whichever is told of first.
    planned.forEach(masks::of);
  }

  ObjectNode of(Rehearsal.Planned next) {
    ObjectNode frame = JSON.objectNode();
    frame.put("file", next.file().getFileName().toString());
    frame.put("middle", Exposure.of(next.shot()).middle().toString());
    stars(next, frame);
    passing(next, frame);
    lens(next, frame);
    light(next, frame);
    return frame;
  }

  private void stars(Rehearsal.Planned next, ObjectNode frame) {
    ArrayNode stars = frame.putArray("stars");
    if (next.program().job().calibrates()) {
      frame.putNull("faintStars");
      return;
    }
    StarTracks tracks = camera.tracks(next.program(), next.shot());
    for (TrueStar star : tracks.truth()) {
      ObjectNode node = stars.addObject();
      node.put("hip", star.hip()).put("magnitude", star.magnitude());
      node.put("x", star.x()).put("y", star.y());
    }
    List<TrueStar> faint = tracks.faintTruth();
    if (faint.isEmpty()) {
      frame.putNull("faintStars");
      return;
    }
    String name = SkyMasks.named("stars", next.file(), ".csv.gz");
    SkyMasks.makeFolder(beside);
    WholeFile.write(beside.resolve(name), WholeFile.IfPresent.REPLACE, file -> table(faint, file));
    frame.put("faintStars", name);
  }

  private static void table(List<TrueStar> stars, Path file) throws IOException {
    StringBuilder text = new StringBuilder("x,y,magnitude\n");
    for (TrueStar star : stars) {
      hundredths(text, star.x()).append(',');
      hundredths(text, star.y()).append(',');
      hundredths(text, star.magnitude()).append('\n');
    }
    try (Writer to =
        new BufferedWriter(
            new OutputStreamWriter(
                new GZIPOutputStream(Files.newOutputStream(file)), StandardCharsets.US_ASCII))) {
      to.append(text);
    }
  }

  /** A value of 0 or more to two places: formatting takes ten times as long. */
  private static StringBuilder hundredths(StringBuilder text, double value) {
    long rounded = Math.round(100 * value);
    text.append(rounded / 100).append('.');
    return text.append(rounded / 10 % 10).append(rounded % 10);
  }

  private void passing(Rehearsal.Planned next, ObjectNode frame) {
    ArrayNode streaks = frame.putArray("streaks");
    for (FlightLine line : camera.flightLines(next.program(), next.shot())) {
      ObjectNode node = streaks.addObject().put("kind", line.kind().key());
      node.put("x1", line.x1()).put("y1", line.y1()).put("x2", line.x2()).put("y2", line.y2());
      node.put("bow", line.bow());
    }
    ArrayNode lamps = frame.putArray("lamps");
    for (LampLight lamp : camera.lamps(next.program(), next.shot())) {
      ObjectNode node = lamps.addObject().put("x", lamp.x()).put("y", lamp.y());
      node.put("mirroredX", lamp.mirroredX()).put("mirroredY", lamp.mirroredY());
    }
    ArrayNode riders = frame.putArray("riders");
    Exposure exposure = Exposure.of(next.shot());
    Body held = camera.held(next.program());
    for (Shape outline : camera.riders(camera.seen(next.program(), next.shot()), exposure)) {
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
    frame.put("cloud", camera.happenings().cloud(exposure.middle()));
    frame.put("torch", !camera.happenings().torches(exposure).isEmpty());
  }

  private void lens(Rehearsal.Planned next, ObjectNode frame) {
    ArrayNode dust = frame.putArray("dust");
    for (Dust.Shadow shadow : camera.dust(next.program()).map(Dust::shadows).orElse(List.of())) {
      ObjectNode node = dust.addObject().put("x", shadow.x()).put("y", shadow.y());
      node.put("radius", shadow.radius()).put("taken", shadow.taken());
    }
    frame.put("starSigma", camera.sigmaPixels(next.program(), next.shot()));
    Program seen = camera.seen(next.program(), next.shot());
    Direction facing = seen.facing();
    frame
        .putObject("facing")
        .put("azimuth", facing.azimuthDeg())
        .put("altitude", facing.altitudeDeg());
    mapping(seen, Exposure.of(next.shot()).middle(), frame.putObject("mapping"));
    frame.put("skyMask", masks.of(next));
  }

  /** How directions at the middle of the exposure (x north, y east, z up) become pixels. */
  private void mapping(Program seen, Instant middle, ObjectNode into) {
    Projection look = camera.projection(seen, middle);
    Body held = camera.held(seen);
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

  private void light(Rehearsal.Planned next, ObjectNode frame) {
    Program seen = camera.seen(next.program(), next.shot());
    Exposure exposure = Exposure.of(next.shot());
    Body held = camera.held(seen);
    LightMeter meter = camera.meter(seen);
    SkyLight sky = SkyLight.of(camera, seen, exposure);
    double overhead =
        meter.skyElectrons(camera.site().brightness().magnitude(), exposure.seconds());
    frame.put("electronsToWhite", meter.white(seen.iso()));
    frame.put("skyElectrons", overhead);
    SkyLight.Galaxy galaxy = sky.galaxy(held.pixelsWide(), held.pixelsHigh());
    frame
        .putObject("galaxy")
        .put("electrons", galaxy.total() * overhead)
        .put("brightest", galaxy.brightest() * overhead)
        .put("x", galaxy.x())
        .put("y", galaxy.y());
    ArrayNode nebulae = frame.putArray("nebulae");
    LocalSky middle = new LocalSky(camera.site().place(), exposure.middle());
    Projection look = camera.projection(seen, exposure.middle());
    for (NebulaLight one : NebulaLight.seen(middle, look, meter, exposure.seconds())) {
      if (one.x() > 0
          && one.y() > 0
          && one.x() < held.pixelsWide()
          && one.y() < held.pixelsHigh()) {
        ObjectNode node = nebulae.addObject().put("name", one.name());
        node.put("x", one.x()).put("y", one.y()).put("electrons", one.electrons());
      }
    }
    dark(seen, exposure, frame.putObject("dark"));
    frame.putObject("flat").put("corner", sky.cornerFalloff());
  }

  private void dark(Program seen, Exposure exposure, ObjectNode dark) {
    double electrons = camera.dark().electronsPerSecond() * exposure.seconds();
    ArrayNode channels = dark.putArray("electrons");
    for (float colour : FrameLight.OWN_COLOUR) {
      channels.add(electrons * colour);
    }
    DarkCurrent.Amplifier amplifier = camera.dark().amplifier(seen.orientation());
    dark.putObject("amplifier")
        .put("x", amplifier.x())
        .put("y", amplifier.y())
        .put("reach", amplifier.reach())
        .put("times", DarkCurrent.Amplifier.MOST);
  }
}
