package zygonox.core.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.align.Alignment;
import zygonox.core.combine.BlendMethod;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.PictureReader;
import zygonox.core.frame.Frame;
import zygonox.core.gear.Kit;
import zygonox.core.optics.Body;
import zygonox.core.optics.Lens;
import zygonox.core.optics.Projection;
import zygonox.core.program.Interval;
import zygonox.core.program.Program;
import zygonox.core.program.Take;
import zygonox.core.program.TestConditions;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.Place;
import zygonox.core.recipe.Align;
import zygonox.core.recipe.BlendResult;
import zygonox.core.recipe.TestRecipes;
import zygonox.core.rehearsal.Rehearsal.FileType;
import zygonox.core.rehearsal.Rehearsal.Planned;
import zygonox.core.site.Site;
import zygonox.core.sky.LocalSky;
import zygonox.core.sky.ProperMotion;
import zygonox.core.sky.StarCatalogue;
import zygonox.core.stars.StarFinder;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.WorkFailed;

class SimulatedCameraTest {
  private static final Place PLACE = new Place(54.42, -2.31, 312);
  private static final ZoneId ZONE = ZoneId.of("Europe/London");
  private static final Body BODY = new Body("Fellgate Wether 24", 36, 24, 1500, 1000);
  private static final Lens LENS = new Lens("Fellgate 20 mm f/2", 20, 2);

  private static final Site SITE = Site.of("test", PLACE, ZONE);

  @TempDir Path folder;

  private static List<Take> takes(Program program) {
    return Take.of(program, TestConditions.of(Kit.usual(BODY, LENS), SITE));
  }

  private static Program program(int count) {
    return new Program(
        "sky",
        OffsetDateTime.parse("2026-10-14T22:00:00+01:00"),
        new Interval(0.5, 10, 8, count),
        2.8,
        3200,
        20,
        new Direction(60, 40));
  }

  private static SimulatedCamera camera(long seed) {
    return new SimulatedCamera(BODY, LENS, SITE, new Scene(352), seed);
  }

  private List<Planned> rehearse(Path into, int count, FileType type, long seed) throws Exception {
    Files.createDirectories(into);
    SimulatedCamera camera = camera(seed);
    Rehearsal rehearsal = new Rehearsal(camera, type);
    List<Planned> planned =
        rehearsal.plan(List.of(program(count)), SimulatedCameraTest::takes, 99, into);
    rehearsal.run(planned, f -> {}, Progress.NONE, new Cancellation());
    Truth.write(camera, seed, planned, into.resolve("truth.json"));
    return planned;
  }

  @Test
  void theSameSeedGivesTheSameBytesAndAnotherDoesNot() throws Exception {
    Path a = rehearse(folder.resolve("a"), 1, FileType.TIFF, 1).get(0).file();
    Path b = rehearse(folder.resolve("b"), 1, FileType.TIFF, 1).get(0).file();
    Path c = rehearse(folder.resolve("c"), 1, FileType.TIFF, 2).get(0).file();
    assertThat(Files.mismatch(a, b)).isEqualTo(-1);
    assertThat(Files.mismatch(a, c)).isNotEqualTo(-1);
  }

  @Test
  void framesSayHowTheyWereTaken() throws Exception {
    List<Planned> planned = rehearse(folder.resolve("a"), 2, FileType.JPEG, 1);
    FrameInfo info = Frame.look(planned.get(1).file()).info();
    assertThat(info.exposureSeconds()).hasValue(10);
    assertThat(info.aperture()).hasValue(2.8);
    assertThat(info.iso()).hasValue(3200);
    assertThat(info.focalMm()).hasValue(20);
    assertThat(info.camera()).hasValue("Fellgate Wether 24");
    assertThat(info.lens()).hasValue("Fellgate 20 mm f/2");
    assertThat(info.capturedAt().orElseThrow().instant(ZoneOffset.UTC))
        .isEqualTo(planned.get(1).shot().opensAt());
  }

  @Test
  void exiftoolReadsTheSameWhereItIsInstalled() throws Exception {
    Path file = rehearse(folder.resolve("a"), 1, FileType.JPEG, 1).get(0).file();
    Process process;
    try {
      process =
          new ProcessBuilder(
                  "exiftool",
                  "-n",
                  "-json",
                  "-ExposureTime",
                  "-SubSecDateTimeOriginal",
                  "-LensModel",
                  "-FNumber",
                  file.toString())
              .start();
    } catch (IOException e) {
      Assumptions.abort("exiftool is not installed");
      return;
    }
    JsonNode tags = new ObjectMapper().readTree(process.getInputStream()).get(0);
    assertThat(tags.get("ExposureTime").asDouble()).isEqualTo(10);
    assertThat(tags.get("FNumber").asDouble()).isEqualTo(2.8);
    assertThat(tags.get("LensModel").asText()).isEqualTo("Fellgate 20 mm f/2");
    assertThat(tags.get("SubSecDateTimeOriginal").asText())
        .isEqualTo("2026:10:14 22:00:00.500+01:00");
  }

  @Test
  void aStarLooksWhereTheSkyHasIt() throws Exception {
    List<Planned> planned = rehearse(folder.resolve("a"), 1, FileType.TIFF, 1);
    JsonNode star =
        new ObjectMapper()
            .readTree(folder.resolve("a/truth.json").toFile())
            .at("/frames/0/stars/0");
    var catalogue =
        StarCatalogue.stars().stream()
            .filter(s -> s.hip() == star.get("hip").asInt())
            .findFirst()
            .orElseThrow();
    Program program = program(1);
    var middle = planned.get(0).shot().opensAt().plusSeconds(5);
    var moved = ProperMotion.at(catalogue, middle);
    var seen = LocalSky.refracted(new LocalSky(PLACE, middle).apparentTowards(moved.vector()));
    var lens = new Projection(BODY, 20, program.facing());
    assertThat(star.get("x").asDouble()).isCloseTo(lens.x(seen), within(1e-6));
    var found =
        new StarFinder(50)
            .find(PictureReader.open(Frame.look(planned.get(0).file())), new Cancellation());
    double nearest =
        found.stream()
            .mapToDouble(
                f -> Math.hypot(f.x() - star.get("x").asDouble(), f.y() - star.get("y").asDouble()))
            .min()
            .orElseThrow();
    assertThat(nearest).isLessThan(0.2);
  }

  /** The issue's own goal: half a pixel over a wide-angle set. */
  @Test
  void aWideSetIsAlignedToHalfAPixelOfTheTruth() throws Exception {
    Path frames = folder.resolve("set");
    rehearse(frames, 9, FileType.JPEG, 1);
    BlendResult result =
        TestRecipes.blend(
            TestRecipes.usual(BlendMethod.MEAN).withAlign(Align.STARS, Optional.empty()),
            frames,
            folder.resolve("mean.tif"));
    assertThat(result.used()).isEqualTo(9);
    Map<String, Map<Integer, double[]>> truth = truth(frames.resolve("truth.json"));
    Map<Integer, double[]> reference =
        truth.get(result.reference().orElseThrow().getFileName().toString());
    for (Alignment one : result.alignment()) {
      double squares = 0;
      int count = 0;
      for (var star : truth.get(one.file().getFileName().toString()).entrySet()) {
        double[] at = reference.get(star.getKey());
        if (at != null) {
          double x = one.matrix().x(star.getValue()[0], star.getValue()[1]);
          double y = one.matrix().y(star.getValue()[0], star.getValue()[1]);
          squares += Math.pow(x - at[0], 2) + Math.pow(y - at[1], 2);
          count++;
        }
      }
      assertThat(count).isGreaterThan(50);
      assertThat(Math.sqrt(squares / count)).as(one.file().toString()).isLessThan(0.5);
    }
    assertThat(result.noise().orElseThrow().gain().orElseThrow()).isGreaterThan(2);
  }

  private static Map<String, Map<Integer, double[]>> truth(Path file) throws Exception {
    Map<String, Map<Integer, double[]>> truth = new HashMap<>();
    for (JsonNode frame : new ObjectMapper().readTree(file.toFile()).get("frames")) {
      Map<Integer, double[]> stars = new HashMap<>();
      for (JsonNode star : frame.get("stars")) {
        stars.put(
            star.get("hip").asInt(),
            new double[] {star.get("x").asDouble(), star.get("y").asDouble()});
      }
      truth.put(frame.get("file").asText(), stars);
    }
    return truth;
  }

  @Test
  void aRehearsalTakesEveryShotOfAnyCameraOnce() {
    Camera camera = mock(Camera.class);
    Rehearsal rehearsal = new Rehearsal(camera, FileType.JPEG);
    List<Planned> planned =
        rehearsal.plan(List.of(program(5), program(3)), SimulatedCameraTest::takes, 4, folder);
    assertThat(planned).hasSize(7);
    assertThat(planned).extracting(Planned::file).doesNotHaveDuplicates();
    rehearsal.run(planned, f -> {}, Progress.NONE, new Cancellation());
    verify(camera, times(7)).shoot(any(), any(), any(), any());
    for (Planned next : planned) {
      verify(camera).shoot(any(), any(), eq(next.file()), any());
    }
  }

  @Test
  void aCameraThatFailsIsHeard() {
    Camera camera = mock(Camera.class);
    doThrow(new WorkFailed("The card is full")).when(camera).shoot(any(), any(), any(), any());
    Rehearsal rehearsal = new Rehearsal(camera, FileType.JPEG);
    List<Planned> planned =
        rehearsal.plan(List.of(program(5)), SimulatedCameraTest::takes, 5, folder);
    assertThatThrownBy(() -> rehearsal.run(planned, f -> {}, Progress.NONE, new Cancellation()))
        .isInstanceOf(WorkFailed.class)
        .hasMessage("The card is full");
  }
}
