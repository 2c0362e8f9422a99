package zygonox.core.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.function.ToDoubleFunction;
import java.util.zip.GZIPInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.format.PictureReader;
import zygonox.core.frame.Frame;
import zygonox.core.optics.Body;
import zygonox.core.optics.Lens;
import zygonox.core.optics.LensFilter;
import zygonox.core.optics.LightMeter;
import zygonox.core.optics.Orientation;
import zygonox.core.optics.Projection;
import zygonox.core.program.Interval;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.Place;
import zygonox.core.raster.Raster;
import zygonox.core.raster.Srgb;
import zygonox.core.site.Site;
import zygonox.core.sky.Equatorial;
import zygonox.core.sky.LocalSky;
import zygonox.core.sky.Moon;
import zygonox.core.sky.Skyline;
import zygonox.core.sky.Vector;
import zygonox.core.work.Cancellation;

/** What a rehearsed frame shows beside bright stars, and what it keeps dark. */
class TrueLightTest {
  private static final Place PLACE = new Place(47, 8, 400);
  private static final Site SITE = Site.of("test", PLACE, ZoneId.of("UTC"));
  private static final Body BODY = new Body("test", 36, 24, 900, 600);
  private static final Lens LENS = new Lens("test", 20, 2);

  @TempDir Path folder;

  private static Program program(Job job, double focal, double exposure, String at, Direction to) {
    return new Program(
        job,
        "test",
        OffsetDateTime.parse(at),
        new Interval(0, exposure, 1, 4),
        2.8,
        1600,
        focal,
        Orientation.LANDSCAPE,
        LensFilter.NONE,
        to,
        Optional.empty());
  }

  private static SimulatedCamera camera(Site site, Tracker tracker) {
    return new SimulatedCamera(BODY, LENS, site, Scene.of(site), 4, Happenings.NONE, 10, tracker);
  }

  private static Direction of(Equatorial j2000, String at) {
    return new LocalSky(PLACE, OffsetDateTime.parse(at).toInstant()).direction(j2000);
  }

  /** Mean light of the green samples around a place. */
  private static double light(Raster raster, double x, double y, int reach) {
    double sum = 0;
    int count = 0;
    for (int row = (int) y - reach; row <= y + reach; row++) {
      for (int column = (int) x - reach; column <= x + reach; column++) {
        sum += Srgb.toLight(raster.at(column, row, 1) / 255.0);
        count++;
      }
    }
    return sum / count;
  }

  @Test
  void noiseThatIsCutOffAtBlackKeepsItsMean() {
    Random random = new Random(7);
    for (double mean : new double[] {0.02, 0.3, 1, 2.5, 6}) {
      double sum = 0;
      int draws = 400_000;
      float centre = BlackFloor.centre((float) (3 * mean), 3);
      for (int i = 0; i < draws; i++) {
        sum += Math.max(0, centre + 3 * random.nextGaussian());
      }
      assertThat(sum / draws).as("mean " + mean).isCloseTo(3 * mean, within(0.02));
    }
  }

  @Test
  void aDarkSkyIsAsBrightInAFileAsItIs() {
    String at = "2026-10-14T22:00:00Z";
    Program program = program(Job.OWN, 20, 1, at, new Direction(90, 60));
    SimulatedCamera camera = camera(SITE, Tracker.USUAL);
    Raster raster = camera.preview(program, program.shots().get(0), new Cancellation());
    FrameLight light = new FrameLight(camera, program, program.shots().get(0));
    float[] truth = light.withoutStars(300, 60).clone();
    double expected = 0;
    for (int i = 1; i < truth.length && i < 3 * 900 * 60; i += 3) {
      expected += truth[i] / (900 * 60);
    }
    double seen = 0;
    for (int y = 300; y < 360; y++) {
      for (int x = 0; x < 900; x++) {
        seen += Srgb.toLight(raster.at(x, y, 1) / 255.0) / (900 * 60);
      }
    }
    double white = camera.meter(program).white(1600);
    // Stars add a little; cut-off noise would add a third.
    assertThat(seen * white / expected).isBetween(0.95, 1.12);
  }

  @Test
  void readNoiseFallsAsTheIsoRises() {
    LightMeter meter = new LightMeter(BODY, 20, 2.8);
    assertThat(meter.readNoise(100)).isGreaterThan(4 * meter.readNoise(1600));
    assertThat(meter.readNoise(6400)).isBetween(1.5, 1.7);
  }

  @Test
  void theGalaxyShowsWhereItIsAndNotBesideIt() {
    String at = "2026-07-14T23:00:00Z";
    Equatorial scutum = new Equatorial(281, -7);
    Program program = program(Job.OWN, 35, 20, at, of(scutum, at));
    SimulatedCamera camera = camera(SITE, Tracker.USUAL);
    FrameLight light = new FrameLight(camera, program, program.shots().get(0));
    float[] rows = light.withoutStars(290, 20).clone();
    Program beside = program(Job.OWN, 35, 20, at, of(new Equatorial(250, 5), at));
    float[] dark = new FrameLight(camera, beside, beside.shots().get(0)).withoutStars(290, 20);
    assertThat(middle(rows) / middle(dark)).isBetween(1.15, 1.6);
  }

  /** Mean green of the 200 columns in the middle of 20 rows. */
  private static double middle(float[] rows) {
    double sum = 0;
    for (int y = 0; y < 20; y++) {
      for (int x = 350; x < 550; x++) {
        sum += rows[3 * (y * 900 + x) + 1];
      }
    }
    return sum;
  }

  @Test
  void anEmissionNebulaIsRedAndAGalaxyIsNot() {
    String at = "2026-12-08T23:00:00Z";
    SimulatedCamera camera = camera(SITE, Tracker.USUAL);
    ToDoubleFunction<Equatorial> redness =
        target -> {
          Program program = program(Job.TRACKED, 200, 30, at, of(target, at));
          FrameLight light = new FrameLight(camera, program, program.shots().get(0));
          float[] with = light.withoutStars(290, 20);
          int middle = 3 * (10 * 900 + 450);
          int aside = 3 * (10 * 900 + 20);
          return (with[middle] - with[aside]) / (with[middle + 1] - with[aside + 1]);
        };
    assertThat(redness.applyAsDouble(new Equatorial(83.85, -5.45))).isGreaterThan(2);
    assertThat(redness.applyAsDouble(new Equatorial(10.68, 41.27))).isBetween(0.9, 1.2);
  }

  @Test
  void theMoonIsALitDiscOfItsSizeTurnedTowardsTheSun() {
    String at = "2026-10-18T19:30:00Z";
    Instant time = OffsetDateTime.parse(at).toInstant();
    Moon.Seen moon = Moon.from(PLACE, time);
    Vector seen = LocalSky.refracted(moon.vector());
    Program program = program(Job.OWN, 400, 0.01, at, seen.direction());
    SimulatedCamera camera = camera(SITE, Tracker.USUAL);
    MoonDisc disc =
        MoonDisc.moon(PLACE, time, camera.projection(program), camera.meter(program), 0.01)
            .orElseThrow();
    // 400 mm over 40 um pixels: half a degree is 90 of them.
    assertThat(2 * disc.radius())
        .isCloseTo(10_000 * Math.toRadians(2 * moon.semidiameterDeg()), within(0.1));
    assertThat(disc.x()).isCloseTo(449.5, within(1.0));
    // First quarter: the lit half looks down to the right, after the sun that has set in the west.
    assertThat(Moon.at(time).illuminatedFraction()).isBetween(0.45, 0.65);
    assertThat(disc.sunX()).isPositive();
    float[] light = new float[3 * 900 * 600];
    disc.into(light, 0, 600, 900);
    double lit = 0;
    for (int i = 1; i < light.length; i += 3) {
      lit += light[i] / disc.electrons();
    }
    double area = Math.PI * disc.radius() * disc.radius();
    assertThat(lit / area).isCloseTo(Moon.at(time).illuminatedFraction(), within(0.01));
  }

  @Test
  void aTrackerHoldsItsStarsAndItsGroundSmears() {
    String at = "2026-12-08T23:00:00Z";
    Program program = program(Job.TRACKED, 135, 60, at, new Direction(200, 20));
    Site walled = SITE.withSkyline(Skyline.parse("180 18, 200 20.5, 220 18"));
    SimulatedCamera good = camera(walled, new Tracker(0, 0));
    Vector star = good.projection(program).forward();
    Instant from = program.firstOpening();
    Vector j2000 = new LocalSky(PLACE, from).j2000Of(star);
    Instant later = from.plusSeconds(1200);
    Vector now = new LocalSky(PLACE, later).towards(j2000);
    Projection followed = good.projection(program, later);
    assertThat(followed.x(now)).isCloseTo(449.5, within(0.01));
    assertThat(followed.y(now)).isCloseTo(299.5, within(0.01));

    // Off by a degree the axis drifts by a degree times the turn of 20 minutes, at the most.
    Projection off = camera(walled, new Tracker(60, 0)).projection(program, later);
    double drift = Math.hypot(off.x(now) - 449.5, off.y(now) - 299.5);
    double most = off.focalPixels() * Math.toRadians(1) * Math.toRadians(1200 * 15.041 / 3600);
    assertThat(drift).isBetween(0.2 * most, 1.05 * most);

    // A worm of 480 s is 40 arc seconds ahead after a quarter of its turn.
    Instant quarter = from.plusSeconds(120);
    Vector then = new LocalSky(PLACE, quarter).towards(j2000);
    Projection worm = camera(walled, new Tracker(0, 40)).projection(program, quarter);
    double lag = Math.hypot(worm.x(then) - 449.5, worm.y(then) - 299.5);
    double declination = Math.asin(j2000.z());
    double expected = worm.focalPixels() * Math.toRadians(40.0 / 3600) * Math.cos(declination);
    assertThat(lag).isCloseTo(expected, within(0.05 * expected));

    Scene.Ground smeared = good.ground(program, Exposure.of(program.shots().get(3)));
    Program still = program(Job.OWN, 135, 60, at, new Direction(200, 20));
    Scene.Ground sharp = good.ground(still, Exposure.of(still.shots().get(0)));
    assertThat(halfCovered(smeared)).isGreaterThan(3 * halfCovered(sharp));
  }

  private static long halfCovered(Scene.Ground ground) {
    long count = 0;
    for (int i = 0; i < 900 * 600; i++) {
      count += ground.cover(i) > 0.1 && ground.cover(i) < 0.9 ? 1 : 0;
    }
    return count;
  }

  @Test
  void theGroundIsTheSitesOwnAndTheMillStandsOnlyByTheReservoir() {
    Site walled = SITE.withSkyline(Skyline.parse("0 10, 90 10, 180 10, 270 10"));
    Projection level = new Projection(BODY, 20, new Direction(40, 10));
    Scene.Ground ground = Scene.of(walled).seenBy(level, 900, 600);
    assertThat(ground.cover(280 * 900 + 450)).isZero();
    assertThat(ground.cover(320 * 900 + 450)).isEqualTo(1);
    assertThat(Scene.of(walled).windmillAzimuthDeg()).isEmpty();
    Site reservoir = Site.of("by the water", new Place(54.42, -2.31, 312), ZoneId.of("UTC"));
    assertThat(Scene.of(reservoir).windmillAzimuthDeg()).hasValue(352);
  }

  @Test
  void truthTellsHowDirectionsBecomePixelsAndWhereHotPixelsLie() throws Exception {
    String at = "2026-12-08T23:00:00Z";
    Program upright =
        new Program(
            Job.OWN,
            "test",
            OffsetDateTime.parse(at),
            new Interval(0, 4, 1, 1),
            2.8,
            1600,
            35,
            Orientation.PORTRAIT,
            LensFilter.NONE,
            new Direction(150, 45),
            Optional.empty());
    SimulatedCamera camera = camera(SITE, Tracker.USUAL);
    Path file = folder.resolve("test-0001.tif");
    camera.shoot(upright, upright.shots().get(0), file, new Cancellation());
    Truth.write(
        camera,
        4,
        List.of(new Rehearsal.Planned(upright, upright.shots().get(0), file)),
        folder.resolve("truth.json"));
    JsonNode truth = new ObjectMapper().readTree(folder.resolve("truth.json").toFile());
    JsonNode map = truth.at("/frames/0/mapping");
    assertThat(map.get("centreX").asDouble()).isEqualTo(299.5);
    JsonNode star = truth.at("/frames/0/stars/0");
    assertThat(truth.at("/frames/0/stars").size()).isGreaterThan(200);
    // A direction towards the star, put through the mapping by hand, comes out at its place.
    Projection look = camera.projection(upright);
    Vector v = look.towards(star.get("x").asDouble(), star.get("y").asDouble());
    double ahead = dot(v, map.get("forward"));
    double x =
        map.get("centreX").asDouble()
            + map.get("focalPixels").asDouble() * dot(v, map.get("right")) / ahead;
    assertThat(x).isCloseTo(star.get("x").asDouble(), within(1e-6));
    for (JsonNode hot : truth.get("hotPixels")) {
      assertThat(hot.get("x").asInt()).isLessThan(600);
      assertThat(hot.get("y").asInt()).isLessThan(900);
    }
  }

  /** The andromeda galaxy in a short telephoto's frame, and what the truth says of its light. */
  @Test
  void theTruthTellsOfFaintStarsGalaxyNebulaeDarkAndFlat() throws Exception {
    String at = "2026-12-08T20:00:00Z";
    Program program =
        new Program(
            Job.OWN,
            "test",
            OffsetDateTime.parse(at),
            new Interval(0, 20, 1, 1),
            2.8,
            1600,
            85,
            Orientation.LANDSCAPE,
            LensFilter.NONE,
            of(new Equatorial(10.68, 41.27), at),
            Optional.empty());
    SimulatedCamera camera = camera(SITE, Tracker.USUAL);
    Path file = folder.resolve("test-0001.tif");
    camera.shoot(program, program.shots().get(0), file, new Cancellation());
    Truth.write(
        camera,
        4,
        List.of(new Rehearsal.Planned(program, program.shots().get(0), file)),
        folder.resolve("truth.json"));
    JsonNode frame =
        new ObjectMapper().readTree(folder.resolve("truth.json").toFile()).at("/frames/0");

    Raster raster = PictureReader.readWhole(Frame.look(file));
    List<String> rows;
    try (BufferedReader table =
        new BufferedReader(
            new InputStreamReader(
                new GZIPInputStream(
                    Files.newInputStream(folder.resolve(frame.get("faintStars").asText()))),
                StandardCharsets.US_ASCII))) {
      rows = table.lines().toList();
    }
    assertThat(rows.get(0)).isEqualTo("x,y,magnitude");
    assertThat(rows).hasSizeGreaterThan(100);
    double on = 0;
    double beside = 0;
    for (String row : rows.subList(1, 60)) {
      double[] star = Arrays.stream(row.split(",")).mapToDouble(Double::parseDouble).toArray();
      assertThat(star[2]).isBetween(8.0, 14.0);
      if (star[0] > 20 && star[1] > 20 && star[0] < 879 && star[1] < 579) {
        on += light(raster, star[0], star[1], 1);
        beside += light(raster, star[0] + 9, star[1] + 9, 1);
      }
    }
    assertThat(on).isGreaterThan(1.3 * beside);

    JsonNode andromeda = null;
    for (JsonNode nebula : frame.get("nebulae")) {
      andromeda = nebula.get("name").asText().equals("M31") ? nebula : andromeda;
    }
    assertThat(andromeda.get("x").asDouble()).isCloseTo(449.5, within(6.0));
    // Magnitude 3.4, dimmed by a fifth of one straight up; what lies far out is not drawn.
    double whole = camera.meter(program).zeroPoint() * 20 * Math.pow(10, -0.4 * (3.4 + 0.2));
    assertThat(andromeda.get("electrons").asDouble()).isBetween(0.75 * whole, whole);
    assertThat(frame.at("/galaxy/brightest").asDouble() * 900 * 600)
        .isGreaterThan(frame.at("/galaxy/electrons").asDouble());
    Projection look = camera.projection(program);
    double corner = look.towards(0, 0).dot(look.forward());
    assertThat(frame.at("/flat/corner").asDouble()).isCloseTo(corner * corner, within(1e-6));
    assertThat(frame.at("/dark/electrons/1").asDouble())
        .isCloseTo(20 * camera.dark().electronsPerSecond(), within(1e-6));
    assertThat(frame.get("electronsToWhite").asDouble())
        .isEqualTo(camera.meter(program).white(1600));
  }

  private static double dot(Vector v, JsonNode axis) {
    return v.x() * axis.get(0).asDouble()
        + v.y() * axis.get(1).asDouble()
        + v.z() * axis.get(2).asDouble();
  }
}
