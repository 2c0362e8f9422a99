package zygonox.core.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.combine.BlendMethod;
import zygonox.core.format.PictureReader;
import zygonox.core.frame.Frame;
import zygonox.core.measure.Streak;
import zygonox.core.mend.ChosenLine;
import zygonox.core.mend.FoundLine;
import zygonox.core.mend.Stray;
import zygonox.core.night.Night;
import zygonox.core.night.TestNights;
import zygonox.core.optics.Body;
import zygonox.core.program.Program;
import zygonox.core.program.Take;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.Raster;
import zygonox.core.raster.ToneCurve;
import zygonox.core.recipe.Align;
import zygonox.core.recipe.BlendResult;
import zygonox.core.recipe.Mending;
import zygonox.core.recipe.Recipe;
import zygonox.core.recipe.TestRecipes;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;

/** Trails of rehearsed nights, with what crosses them and without, held against the truth. */
class MendedTrailsTest {
  private static final int WIDTH = 1500;
  private static final int HEIGHT = 1000;
  private static final int FRAMES = 8;
  private static final Mending LINES = new Mending(true, false, List.of());
  private static final Mending GAPS = new Mending(false, true, List.of());

  @TempDir static Path folder;

  private static JsonNode clear;
  private static JsonNode crossed;
  private static Light plain;
  private static Light bridged;

  @BeforeAll
  static void rehearse() throws Exception {
    clear = rehearse("clear", EnumSet.noneOf(HappeningKind.class), 1);
    // Of this seed the satellite crosses two frames.
    crossed = rehearse("crossed", EnumSet.of(HappeningKind.SATELLITE, HappeningKind.METEOR), 3);
    plain = blend("clear", BlendMethod.LIGHTEN, Mending.NONE);
    bridged = blend("clear", BlendMethod.LIGHTEN, GAPS);
  }

  private static JsonNode rehearse(String name, Set<HappeningKind> kinds, long seed)
      throws Exception {
    Night night = TestNights.demo();
    Body body = night.body().withPixels(WIDTH, HEIGHT);
    Program program =
        night.programs().get(0).withInterval(night.programs().get(0).interval().withCount(FRAMES));
    Happenings happenings = Happenings.of(kinds, List.of(program), body, seed);
    SimulatedCamera camera =
        new SimulatedCamera(body, night.lens(), night.site(), Scene.USUAL, 1, happenings, 10);
    Rehearsal rehearsal = new Rehearsal(camera, Rehearsal.FileType.TIFF);
    Path into = Files.createDirectories(folder.resolve(name));
    List<Rehearsal.Planned> planned =
        rehearsal.plan(
            List.of(program),
            p -> happenings.comeAbout(p, Take.of(p, night.conditions(p))),
            FRAMES,
            into);
    rehearsal.run(planned, f -> {}, Progress.NONE, new Cancellation());
    Truth.write(camera, 1, planned, folder.resolve(name + ".json"));
    return new ObjectMapper().readTree(folder.resolve(name + ".json").toFile()).get("frames");
  }

  private static Light blend(String name, BlendMethod method, Mending mending) throws Exception {
    Path out = folder.resolve("out.tif");
    BlendResult done =
        TestRecipes.blend(
            TestRecipes.usual(method).withMending(mending), folder.resolve(name), out);
    return new Light(done, PictureReader.readWhole(Frame.look(out)));
  }

  /** A result as light: all channels together. */
  private record Light(BlendResult done, Raster raster) {
    private static final float[] TABLE = ToneCurve.SRGB.light(16);

    double at(double x, double y) {
      int column = (int) x;
      int row = (int) y;
      double s = x - column;
      double t = y - row;
      return (1 - t) * ((1 - s) * pixel(column, row) + s * pixel(column + 1, row))
          + t * ((1 - s) * pixel(column, row + 1) + s * pixel(column + 1, row + 1));
    }

    double pixel(int x, int y) {
      return TABLE[raster.at(x, y, 0)] + TABLE[raster.at(x, y, 1)] + TABLE[raster.at(x, y, 2)];
    }
  }

  /** Places of bright stars of all frames, at the middle of each exposure. */
  private static List<double[][]> paths() {
    Map<Integer, double[][]> paths = new HashMap<>();
    for (int i = 0; i < FRAMES; i++) {
      for (JsonNode star : clear.get(i).get("stars")) {
        double x = star.get("x").asDouble();
        double y = star.get("y").asDouble();
        boolean within = x > 20 && x < WIDTH - 20 && y > 20 && y < HEIGHT / 2.0;
        if (star.get("magnitude").asDouble() < 5 && within) {
          paths.computeIfAbsent(star.get("hip").asInt(), k -> new double[FRAMES][])[i] =
              new double[] {x, y};
        }
      }
    }
    List<double[][]> whole = new ArrayList<>();
    for (double[][] path : paths.values()) {
      boolean all = true;
      for (double[] place : path) {
        all &= place != null;
      }
      // Near the pole a star hardly moves, and leaves no gap.
      if (all && Math.hypot(path[1][0] - path[0][0], path[1][1] - path[0][1]) > 2) {
        whole.add(path);
      }
    }
    return whole;
  }

  /**
   * Light at the middles of the exposures and half way between them, over the sky, each a median.
   */
  private static double[] arcAndGap(Light light, double[][] path) {
    List<Double> arcs = new ArrayList<>();
    List<Double> gaps = new ArrayList<>();
    for (int i = 0; i + 1 < path.length; i++) {
      arcs.add(light.at(path[i][0], path[i][1]));
      gaps.add(light.at((path[i][0] + path[i + 1][0]) / 2, (path[i][1] + path[i + 1][1]) / 2));
    }
    double sky = light.at(path[0][0] + 9, path[0][1] + 9);
    return new double[] {median(arcs) - sky, median(gaps) - sky};
  }

  private static double median(List<Double> of) {
    return of.stream().sorted().skip(of.size() / 2).findFirst().orElseThrow();
  }

  @Test
  void dipsBetweenArcsGoAndTheRestStays() {
    List<Double> before = new ArrayList<>();
    List<Double> after = new ArrayList<>();
    List<Double> elsewhere = new ArrayList<>();
    for (double[][] path : paths()) {
      double[] was = arcAndGap(plain, path);
      double[] is = arcAndGap(bridged, path);
      if (was[0] > 0.02) {
        before.add(1 - was[1] / was[0]);
        after.add(1 - is[1] / is[0]);
        elsewhere.add(is[0] / was[0] - 1);
      }
    }
    assertThat(before).hasSizeGreaterThan(20);
    assertThat(median(before)).isGreaterThan(0.15);
    assertThat(median(after)).isLessThan(0.2 * median(before));
    assertThat(median(elsewhere)).isCloseTo(0, within(0.05));
    assertThat(bridged.done.mended().bridged()).hasSize(FRAMES - 1);
    assertThat(bridged.done.used()).isEqualTo(FRAMES);
  }

  @Test
  void groundAndSkyBetweenTrailsStay() {
    int changed = 0;
    for (int y = HEIGHT - 60; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        changed += Math.abs(bridged.pixel(x, y) / plain.pixel(x, y) - 1) > 0.05 ? 1 : 0;
      }
    }
    assertThat(changed).isLessThan(60 * WIDTH / 100);
    double was = 0;
    double is = 0;
    for (int y = 20; y < HEIGHT / 2; y += 3) {
      for (int x = 20; x < WIDTH - 20; x += 3) {
        was += Math.min(0.2, plain.pixel(x, y));
        is += Math.min(0.2, bridged.pixel(x, y));
      }
    }
    assertThat(is / was).isBetween(1.0, 1.03);
  }

  @Test
  void aSatelliteGoesTrailsStayWholeAndTheMeteorIsKept() throws Exception {
    Light raw = blend("crossed", BlendMethod.LIGHTEN, Mending.NONE);
    Light mended = blend("crossed", BlendMethod.LIGHTEN, LINES);
    List<FoundLine> found = mended.done.mended().lines();
    assertThat(found).filteredOn(l -> l.fate() == FoundLine.Fate.METEOR).hasSize(1);
    assertThat(mended.done.mended().removed(Stray.LINE)).isGreaterThanOrEqualTo(2);
    int satellites = 0;
    for (JsonNode frame : crossed) {
      for (JsonNode line : frame.get("streaks")) {
        boolean meteor = line.get("kind").asText().equals("meteor");
        double given = 0;
        double left = 0;
        int dips = 0;
        int count = 400;
        for (int i = 0; i < count; i++) {
          double t = (i + 0.5) / count;
          double x = (1 - t) * line.get("x1").asDouble() + t * line.get("x2").asDouble();
          double y = (1 - t) * line.get("y1").asDouble() + t * line.get("y2").asDouble();
          x = Math.max(1, Math.min(WIDTH - 3, x));
          y = Math.max(1, Math.min(HEIGHT - 3, y));
          given += raw.at(x, y) - plain.at(x, y);
          left += mended.at(x, y) - plain.at(x, y);
          dips += mended.at(x, y) < 0.9 * plain.at(x, y) ? 1 : 0;
        }
        if (meteor) {
          assertThat(left / given).isGreaterThan(0.95);
        } else {
          satellites++;
          assertThat(Math.abs(left / given)).isLessThan(0.1);
          assertThat(dips).isLessThanOrEqualTo(count / 100);
        }
      }
    }
    assertThat(satellites).isGreaterThanOrEqualTo(2);
  }

  @Test
  void whatSomebodyDecidesAboutALineGoesBeforeItsLooks() throws Exception {
    Light raw = blend("crossed", BlendMethod.LIGHTEN, Mending.NONE);
    List<FoundLine> found = blend("crossed", BlendMethod.LIGHTEN, LINES).done.mended().lines();
    Mending turned = LINES;
    for (FoundLine line : found) {
      turned = turned.deciding(Stray.LINE, line.file(), line.line(), Optional.of(!line.isOut()));
    }
    // Drawn by hand, where nothing was found.
    Path first = found.get(0).file();
    Streak drawn = new Streak(300, 40, 420, 60, 4, 0);
    Light mended =
        blend(
            "crossed",
            BlendMethod.LIGHTEN,
            turned.deciding(Stray.LINE, first, drawn, Optional.of(true)));
    List<FoundLine> fates = mended.done.mended().lines();
    assertThat(fates).contains(new FoundLine(first, drawn, FoundLine.Fate.OUT));
    for (FoundLine line : found) {
      FoundLine.Fate wanted = line.isOut() ? FoundLine.Fate.KEPT : FoundLine.Fate.OUT;
      assertThat(fates).contains(new FoundLine(line.file(), line.line(), wanted));
      double given = 0;
      double left = 0;
      for (int i = 1; i < 200; i++) {
        double t = i / 200.0;
        double x = (1 - t) * line.line().x1() + t * line.line().x2();
        double y = (1 - t) * line.line().y1() + t * line.line().y2();
        x = Math.max(1, Math.min(WIDTH - 3, x));
        y = Math.max(1, Math.min(HEIGHT - 3, y));
        given += raw.at(x, y) - plain.at(x, y);
        left += mended.at(x, y) - plain.at(x, y);
      }
      if (line.isOut()) {
        assertThat(left / given).isGreaterThan(0.95);
      } else {
        assertThat(Math.abs(left / given)).isLessThan(0.1);
      }
    }
    assertThat(turned.deciding(Stray.LINE, first, found.get(0).line(), Optional.empty()).lines())
        .hasSize(found.size() - 1);
  }

  @Test
  void aTorchIsProposedAndGoesWhenSomebodyWantsIt() throws Exception {
    JsonNode lit = rehearse("lit", EnumSet.of(HappeningKind.TORCH), 1);
    Light raw = blend("lit", BlendMethod.LIGHTEN, LINES);
    List<FoundLine> found =
        raw.done.mended().lines().stream().filter(l -> l.stray() == Stray.LIGHT).toList();
    assertThat(found).hasSize(1);
    FoundLine light = found.get(0);
    assertThat(light.fate()).isEqualTo(FoundLine.Fate.PROPOSED);
    for (JsonNode frame : lit) {
      boolean own = light.file().endsWith(frame.get("file").asText());
      assertThat(frame.get("torch").asBoolean()).isEqualTo(own);
    }
    Mending out = LINES.deciding(Stray.LIGHT, light.file(), light.line(), Optional.of(true));
    Light mended = blend("lit", BlendMethod.LIGHTEN, out);
    assertThat(mended.done.mended().removed(Stray.LIGHT)).isOne();
    assertThat(mended.done.mended().kept(Stray.LIGHT)).isZero();
    double given = 0;
    double left = 0;
    int darker = 0;
    int trails = 0;
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        given += Math.max(0, raw.pixel(x, y) - plain.pixel(x, y));
        left += Math.max(0, mended.pixel(x, y) - plain.pixel(x, y));
        boolean near = light.line().distance(x, y) < light.line().width() / 2;
        if (near && y < HEIGHT / 2 && plain.pixel(x, y) > 0.3) {
          trails++;
          darker += mended.pixel(x, y) < 0.8 * plain.pixel(x, y) ? 1 : 0;
        }
      }
    }
    assertThat(left).isLessThan(0.12 * given);
    assertThat(darker).isLessThanOrEqualTo(trails / 20);
    // Typed as it is said, the same light goes.
    Recipe typed =
        TestRecipes.usual(BlendMethod.LIGHTEN)
            .withMending(
                LINES.withLines(
                    List.of(
                        ChosenLine.parseLight(
                            "%s=%s,%s,%s,%s,%s"
                                .formatted(
                                    light.file(),
                                    light.line().x1(),
                                    light.line().y1(),
                                    light.line().x2(),
                                    light.line().y2(),
                                    light.line().width())))));
    BlendResult again = TestRecipes.blend(typed, folder.resolve("lit"), folder.resolve("t.tif"));
    assertThat(again.mended().removed(Stray.LIGHT)).isOne();
  }

  @Test
  void whereFramesAreAveragedALineDoesNotCount() throws Exception {
    Light raw = blend("crossed", BlendMethod.MEAN, Mending.NONE);
    Light mended = blend("crossed", BlendMethod.MEAN, LINES);
    assertThat(mended.done.mended().removed(Stray.LINE)).isPositive();
    assertThat(raw.done.coverage().least()).isEqualTo(FRAMES);
    assertThat(mended.done.coverage().least()).isEqualTo(FRAMES - 1);
    // Lines are thin: nearly all pixels keep all frames.
    assertThat(mended.done.coverage().mean()).isBetween(FRAMES - 0.1, FRAMES - 1e-4);
  }

  @Test
  void theTruthShowsWhereTheSkyIs() throws Exception {
    String name = clear.get(0).get("skyMask").asText();
    assertThat(clear.get(FRAMES - 1).get("skyMask").asText()).isEqualTo(name);
    Raster mask = PictureReader.readWhole(Frame.look(folder.resolve(name)));
    assertThat(mask.layout().width()).isEqualTo(WIDTH);
    int white = 0;
    for (int x = 0; x < WIDTH; x++) {
      white += mask.at(x, 0, 0) == 255 ? 1 : 0;
      assertThat(mask.at(x, HEIGHT - 1, 0)).isZero();
    }
    assertThat(white).isEqualTo(WIDTH);
    for (JsonNode star : clear.get(0).get("stars")) {
      int x = (int) Math.round(star.get("x").asDouble());
      int y = (int) Math.round(star.get("y").asDouble());
      boolean inside = x >= 0 && y >= 0 && x < WIDTH && y < HEIGHT - 20;
      if (inside && mask.at(x, y, 0) == 255 && star.get("magnitude").asDouble() < 2) {
        assertThat(plain.pixel(x, y)).isGreaterThan(0.1);
      }
    }
  }

  @Test
  void bridgingIsForTheBrightestOfUnmovedFrames() {
    assertThatThrownBy(() -> TestRecipes.usual(BlendMethod.MEAN).withMending(GAPS).checked())
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("lighten");
    Recipe aligned =
        TestRecipes.usual(BlendMethod.LIGHTEN)
            .withMending(GAPS)
            .withAlign(Align.STARS, Optional.empty());
    assertThatThrownBy(aligned::checked).isInstanceOf(InvalidInput.class);
  }
}
