package zygonox.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.SplittableRandom;
import java.util.random.RandomGenerator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.PictureFormat;
import zygonox.core.format.PixelSource;
import zygonox.core.frame.Frame;
import zygonox.core.measure.Judgement.Reason.Code;
import zygonox.core.measure.Judgement.Verdict;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.Srgb;
import zygonox.core.stars.FoundStar;
import zygonox.core.stars.StarFinder;
import zygonox.core.stars.StarShape;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.Workroom;

class FrameMeasureTest {
  private static final int WIDTH = 900;
  private static final int HEIGHT = 640;

  @TempDir Path folder;

  /** A sky of a brightness and noise, in sample values of 16 bits. */
  private static Raster sky(double level, double sigma, long seed) {
    Raster raster = Raster.blank(new PixelLayout(WIDTH, HEIGHT, 3, 16));
    RandomGenerator random = new SplittableRandom(seed);
    for (int i = 0; i < raster.samples().length; i++) {
      double value = level + sigma * random.nextGaussian();
      raster.samples()[i] = (short) Math.round(Math.max(0, Math.min(65_535, value)));
    }
    return raster;
  }

  @ParameterizedTest
  @CsvSource({"8000, 400", "20000, 1500", "3000, 90"})
  void backgroundAndNoiseAreWithinThreePerCent(double level, double sigma) {
    SkyLevel measured = SkyLevel.of(sky(level, sigma, 4));
    assertThat(measured.background()).isCloseTo(level / 65_535, within(0.03 * level / 65_535));
    assertThat(measured.noise()).isCloseTo(sigma / 65_535, within(0.03 * sigma / 65_535));
    assertThat(measured.clipped()).isZero();
  }

  /** Draws Gaussian stars as light and encodes them, as a camera does. */
  private static Raster stars(double longSigma, double shortSigma, double angleDeg) {
    Raster raster = Raster.blank(new PixelLayout(WIDTH, HEIGHT, 1, 16));
    double[] light = new double[WIDTH * HEIGHT];
    Random random = new Random(8);
    double cos = Math.cos(Math.toRadians(angleDeg));
    double sin = Math.sin(Math.toRadians(angleDeg));
    for (int row = 40; row < HEIGHT - 40; row += 60) {
      for (int column = 40; column < WIDTH - 40; column += 60) {
        double cx = column + random.nextDouble();
        double cy = row + random.nextDouble();
        double peak = 0.05 + 0.5 * random.nextDouble();
        for (int y = row - 25; y < row + 26; y++) {
          for (int x = column - 25; x < column + 26; x++) {
            double u = (x - cx) * cos + (y - cy) * sin;
            double v = (y - cy) * cos - (x - cx) * sin;
            double r = u * u / (longSigma * longSigma) + v * v / (shortSigma * shortSigma);
            light[y * WIDTH + x] += peak * Math.exp(-r / 2);
          }
        }
      }
    }
    for (int i = 0; i < light.length; i++) {
      double noisy = 0.02 + light[i] + 0.0004 * random.nextGaussian();
      raster.samples()[i] = (short) Math.round(65_535 * Srgb.toEncoded(Math.min(1, noisy)));
    }
    return raster;
  }

  @ParameterizedTest
  @CsvSource({"1.1, 1.1, 0", "1.6, 1.6, 0", "2.4, 2.4, 0", "2.6, 1.5, 30", "3.0, 1.4, -60"})
  void widthsOfStarsAreWithinFivePerCent(double longSigma, double shortSigma, double angle)
      throws Exception {
    Raster frame = stars(longSigma, shortSigma, angle);
    List<FoundStar> found = new StarFinder(500).find(PixelSource.of(frame), new Cancellation());
    assertThat(found).hasSizeGreaterThan(80);
    StarShape shape = StarShape.of(frame, found).orElseThrow();
    double fwhm = 2.3548 * Math.sqrt(longSigma * shortSigma);
    assertThat(shape.fwhm()).isCloseTo(fwhm, within(0.05 * fwhm));
    assertThat(shape.elongation())
        .isCloseTo(longSigma / shortSigma, within(0.08 * longSigma / shortSigma));
    if (longSigma > shortSigma) {
      assertThat(shape.directionDeg()).isCloseTo(angle, within(3.0));
    }
  }

  /** A ridge, a tower and a bank, moved by some pixels. */
  private static Raster scene(double dx, double dy, long seed) {
    Raster raster = sky(9000, 150, seed);
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        double ridge = 420 + 50 * Math.sin((x - dx) / 70.0) + 20 * Math.sin((x - dx) / 23.0) + dy;
        boolean tower = Math.abs(x - dx - 300) < 18 && y > 200 + dy;
        double cover = tower ? 1 : Math.max(0, Math.min(1, (y - ridge) / 3));
        for (int c = 0; c < 3; c++) {
          int i = (y * WIDTH + x) * 3 + c;
          raster.samples()[i] = (short) ((raster.samples()[i] & 0xffff) * (1 - 0.85 * cover));
        }
      }
    }
    return raster;
  }

  private static StillScene still(Raster raster) {
    FrameScan scan = FrameScan.of(raster, 10, new Cancellation());
    return StillScene.of(scan.small(), scan.detail());
  }

  @ParameterizedTest
  @CsvSource({"0, 0", "3, 0", "0, -5", "8, 6", "-25, 14", "1.4, 1.4"})
  void theScenesShiftIsFound(double dx, double dy) {
    StillScene.Shift shift = still(scene(dx, dy, 2)).shiftFrom(still(scene(0, 0, 1)));
    assertThat(shift.pixels()).isCloseTo(Math.hypot(dx, dy), within(0.6));
    assertThat(shift.uncertainty()).isLessThan(0.5);
  }

  @Test
  void withoutAnySceneNothingIsCertain() {
    StillScene.Shift shift = still(sky(9000, 900, 2)).shiftFrom(still(sky(9000, 900, 1)));
    assertThat(shift.certainPixels()).isZero();
  }

  private static void line(
      Raster raster, double x1, double y1, double x2, double y2, double strength, boolean dashed) {
    double length = Math.hypot(x2 - x1, y2 - y1);
    double ux = (x2 - x1) / length;
    double uy = (y2 - y1) / length;
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        double t = (x - x1) * ux + (y - y1) * uy;
        double o = (y - y1) * ux - (x - x1) * uy;
        boolean lit = !dashed || (int) (t / 20) % 3 != 0;
        if (t >= 0 && t <= length && Math.abs(o) < 6 && lit) {
          double light = strength * Math.exp(-o * o / (2 * 1.2 * 1.2));
          for (int c = 0; c < 3; c++) {
            int i = (y * WIDTH + x) * 3 + c;
            raster.samples()[i] += (short) Math.round(light);
          }
        }
      }
    }
  }

  /** Lines of light where nothing is known of the stars. */
  private static List<Streak> find(SmallFrame frame, List<SmallFrame> beside) {
    return StreakFinder.find(frame, beside, Optional.empty());
  }

  @Test
  void linesOfThreeSigmaAreFoundAndNothingElse() {
    Random random = new Random(21);
    int found = 0;
    int wrong = 0;
    int lines = 20;
    SmallFrame before = SmallFrame.of(sky(9000, 300, 1000));
    SmallFrame after = SmallFrame.of(sky(9000, 300, 1001));
    for (int k = 0; k < lines; k++) {
      Raster raster = sky(9000, 300, k);
      double angle = Math.PI * random.nextDouble();
      double length = 260 + 300 * random.nextDouble();
      double cx = WIDTH / 2.0 + 120 * (random.nextDouble() - 0.5);
      double cy = HEIGHT / 2.0 + 60 * (random.nextDouble() - 0.5);
      double x1 = cx - length / 2 * Math.cos(angle);
      double y1 = cy - length / 2 * Math.sin(angle);
      double x2 = cx + length / 2 * Math.cos(angle);
      double y2 = cy + length / 2 * Math.sin(angle);
      line(raster, x1, y1, x2, y2, 900, k % 3 == 0);
      List<Streak> streaks = find(SmallFrame.of(raster), List.of(before, after));
      boolean hit = false;
      for (Streak s : streaks) {
        boolean isIt =
            Math.min(
                    Math.hypot(s.x1() - x1, s.y1() - y1) + Math.hypot(s.x2() - x2, s.y2() - y2),
                    Math.hypot(s.x1() - x2, s.y1() - y2) + Math.hypot(s.x2() - x1, s.y2() - y1))
                < 60;
        hit |= isIt;
        wrong += isIt ? 0 : 1;
        if (isIt) {
          assertThat(s.width()).isBetween(1.0, 9.0);
        }
      }
      found += hit ? 1 : 0;
    }
    assertThat(found / (double) lines).isGreaterThanOrEqualTo(0.98);
    assertThat(wrong / (double) Math.max(1, wrong + found)).isLessThanOrEqualTo(0.1);
  }

  /** A frame that is full of lines is something else; eight of them are still lines. */
  @Test
  void eightLinesInAFrameAreEightLines() {
    SmallFrame before = SmallFrame.of(sky(9000, 300, 1000));
    SmallFrame after = SmallFrame.of(sky(9000, 300, 1001));
    Raster raster = sky(9000, 300, 3);
    for (int k = 0; k < 8; k++) {
      line(raster, 60, 45 + 75 * k, 840, 60 + 75 * k - 3 * k, 4000, false);
    }
    assertThat(find(SmallFrame.of(raster), List.of(before, after))).hasSize(8);
  }

  @Test
  void withoutLinesNoneIsFound() {
    SmallFrame before = SmallFrame.of(sky(9000, 300, 1));
    SmallFrame after = SmallFrame.of(sky(9000, 300, 2));
    for (int k = 3; k < 15; k++) {
      assertThat(find(SmallFrame.of(sky(9000, 300, k)), List.of(before, after))).isEmpty();
    }
    assertThat(find(before, List.of())).isEmpty();
  }

  /** Adds light to each pixel, in 16-bit sample values. */
  private interface Added {
    double at(int x, int y);
  }

  private static Raster with(Raster raster, Added added) {
    for (int i = 0; i < raster.samples().length; i++) {
      int pixel = i / 3;
      double value = (raster.samples()[i] & 0xffff) + added.at(pixel % WIDTH, pixel / WIDTH);
      raster.samples()[i] = (short) Math.round(Math.max(0, Math.min(65_535, value)));
    }
    return raster;
  }

  private static SmallFrame small(long seed, Added added) {
    return SmallFrame.of(with(sky(9000, 300, seed), added));
  }

  @Test
  void anEdgeThatShookIsNoLineOfLight() {
    for (double shift : new double[] {0.5, 1, 2}) {
      SmallFrame before = small(1, (x, y) -> x + 0.3 * y > 500 ? 9000 : 0);
      SmallFrame after = small(2, (x, y) -> x + 0.3 * y > 500 ? 9000 : 0);
      SmallFrame shaken = small(3, (x, y) -> x + 0.3 * y > 500 - shift ? 9000 : 0);
      assertThat(find(shaken, List.of(before, after))).as("by %s", shift).isEmpty();
    }
  }

  @Test
  void theGlowOfABrightStarIsNoLineOfLight() {
    Added glow = (x, y) -> 20_000 / (1 + Math.exp((Math.hypot(x - 300, y - 200) - 44) / 12));
    SmallFrame before = small(1, (x, y) -> glow.at(x + 150, y));
    SmallFrame after = small(2, (x, y) -> glow.at(x - 150, y));
    assertThat(find(small(3, glow), List.of(before, after))).isEmpty();
    Raster crossed = with(sky(9000, 300, 4), glow);
    line(crossed, 500, 450, 800, 300, 900, false);
    assertThat(find(SmallFrame.of(crossed), List.of(before, after))).hasSize(1);
  }

  @Test
  void wavesThatMoveAreNoLinesOfLight() {
    SmallFrame[] lake = new SmallFrame[3];
    for (int k = 0; k < 3; k++) {
      double phase = 2 * k;
      lake[k] =
          small(
              k + 1,
              (x, y) -> y < 400 ? 0 : 500 * Math.sin(2 * Math.PI * (y + 0.05 * x) / 44 + phase));
    }
    assertThat(find(lake[1], List.of(lake[0], lake[2]))).isEmpty();
  }

  @Test
  void aLineIsFoundBesideALampAndUnderCloud() {
    SmallFrame before = small(1, (x, y) -> 0);
    Added cloud = (x, y) -> 2500 * Math.exp(-Math.pow((x - 500) / 250.0, 2));
    SmallFrame after = small(2, cloud);
    Raster between = with(sky(9000, 300, 3), (x, y) -> cloud.at(x, y) / 2);
    line(between, 100, 100, 600, 350, 900, false);
    List<Streak> found = find(SmallFrame.of(between), List.of(before, after));
    assertThat(found).hasSize(1);
    assertThat(found.get(0).length()).isCloseTo(559, within(40.0));
  }

  private static Optional<Brightening> lamp(int index, List<Streak> streaks, SmallFrame... frames) {
    TileCourse course = new TileCourse();
    List.of(frames).forEach(f -> course.add(f.rows()));
    return new LampFinder(course).in(index, other -> true, streaks);
  }

  @ParameterizedTest
  @CsvSource({"1, true", "2, true", "4, true", "5, false"})
  void aLampThatBurnsOverAFewFramesIsInEachOfThem(int burning, boolean found) {
    SmallFrame dark = small(1, (x, y) -> 0);
    SmallFrame light =
        small(2, (x, y) -> Math.abs(x - 650) < 60 && Math.abs(y - 440) < 40 ? 12_000 : 0);
    for (int before = 0; before <= 2; before++) {
      TileCourse course = new TileCourse();
      LampFinder finder = new LampFinder(course);
      int count = before + burning + 2;
      for (int k = 0; k < count; k++) {
        course.add((k >= before && k < before + burning ? light : dark).rows());
      }
      for (int k = 0; k < count; k++) {
        boolean lit = found && k >= before && k < before + burning;
        assertThat(finder.in(k, other -> true, List.of()).isPresent())
            .as("frame %d of %d, lit from %d", k, count, before)
            .isEqualTo(lit);
      }
      // Held against frames that show another scene it would be told by their edges.
      assertThat(finder.in(before, other -> false, List.of())).isEmpty();
    }
  }

  @Test
  void aLampIsOutlinedAndACloudIsNoLamp() {
    SmallFrame dark = SmallFrame.of(sky(4000, 200, 1));
    Raster lit = sky(4000, 200, 2);
    Raster cloudy = sky(9000, 200, 3);
    for (int y = 400; y < 480; y++) {
      for (int x = 600; x < 720; x++) {
        lit.samples()[(y * WIDTH + x) * 3 + 1] = (short) 40_000;
      }
    }
    SmallFrame light = SmallFrame.of(lit);
    Brightening lamp = lamp(1, List.of(), dark, light, dark).orElseThrow();
    assertThat(lamp.left()).isBetween(550, 600);
    assertThat(lamp.right()).isBetween(719, 770);
    assertThat(lamp.top()).isBetween(350, 400);
    assertThat(lamp(0, List.of(), SmallFrame.of(cloudy), dark)).isEmpty();
    assertThat(lamp(0, List.of(), dark, dark)).isEmpty();
    // What lies along a line of light is that line.
    Streak through = new Streak(590, 440, 730, 440, 60, 30);
    assertThat(lamp(0, List.of(through), light, dark)).isEmpty();
    Streak elsewhere = new Streak(100, 40, 300, 60, 3, 30);
    assertThat(lamp(0, List.of(elsewhere), light, dark)).contains(lamp);
  }

  @Test
  void aStreaksDistanceIsThatToItsNearestPlace() {
    Streak streak = new Streak(10, 10, 40, 50, 2, 20);
    assertThat(streak.length()).isEqualTo(50);
    assertThat(streak.distance(10, 10)).isZero();
    assertThat(streak.distance(25 - 8, 30 + 6)).isCloseTo(10, within(1e-9));
    assertThat(streak.distance(10, 0)).isCloseTo(10, within(1e-9));
    assertThat(streak.distance(43, 54)).isCloseTo(5, within(1e-9));
  }

  @Test
  void aBowedStreaksPlacesLieOnItsParabola() {
    Streak bowed = new Streak(100, 200, 500, 200, 40, 3, 20);
    // To the right of a direction to the right is down.
    assertThat(bowed.x(0.5)).isEqualTo(300);
    assertThat(bowed.y(0.5)).isEqualTo(240);
    assertThat(bowed.y(0.25)).isEqualTo(230);
    assertThat(bowed.distance(300, 240)).isZero();
    assertThat(bowed.distance(300, 200)).isCloseTo(40, within(1e-9));
    assertThat(bowed.distance(90, 200)).isCloseTo(10, within(1e-9));
    Streak back = new Streak(500, 200, 100, 200, -40, 3, 20);
    assertThat(back.y(0.3)).isCloseTo(bowed.y(0.7), within(1e-9));
    // Off the middle by 7 pixels across the parabola's own direction.
    double slope = 4 * 40 * (1 - 2 * 0.2) / 400;
    double norm = Math.hypot(1, slope);
    assertThat(bowed.distance(bowed.x(0.2) - 7 * slope / norm, bowed.y(0.2) + 7 / norm))
        .isCloseTo(7, within(0.2));
  }

  @ParameterizedTest
  @CsvSource({"14, false", "-22, false", "30, true", "0, false"})
  void aLineThatAWideLensBowsIsFoundInOnePiece(double bow, boolean dashed) {
    Streak truth = new Streak(60, 420, 840, 140, bow, 3, 0);
    Raster raster = sky(9000, 300, 3);
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        double share = truth.along(x, y);
        boolean lit = share >= 0 && share <= 1 && (!dashed || (int) (share * 40) % 3 != 1);
        double o = truth.distance(x, y);
        for (int c = 0; c < 3 && lit && o < 6; c++) {
          int i = (y * WIDTH + x) * 3 + c;
          raster.samples()[i] += (short) Math.round(1800 * Math.exp(-o * o / (2 * 1.2 * 1.2)));
        }
      }
    }
    SmallFrame before = SmallFrame.of(sky(9000, 300, 1000));
    SmallFrame after = SmallFrame.of(sky(9000, 300, 1001));
    List<Streak> found = find(SmallFrame.of(raster), List.of(before, after));
    assertThat(found).hasSize(1);
    Streak one = found.get(0);
    // A line that is found a little shorter than it is bows by less.
    assertThat(Math.abs(one.bow())).isCloseTo(Math.abs(bow), within(1 + 0.1 * Math.abs(bow)));
    assertThat(one.length()).isCloseTo(truth.length(), within(40.0));
    for (double share = 0; share <= 1; share += 0.05) {
      assertThat(one.distance(truth.x(share), truth.y(share)))
          .isLessThan(share > 0.04 && share < 0.96 ? 3.5 : 25);
    }
  }

  private static final Frame FRAME =
      new Frame(
          Path.of("f.tif"), PictureFormat.TIFF, new PixelLayout(10, 10, 3, 16), FrameInfo.UNKNOWN);

  private static FrameMeasure measure(int stars, double fwhm, double background, double shift) {
    return new FrameMeasure(
        FRAME,
        new SkyLevel(background, 0.005, 0.0001),
        stars,
        Optional.of(new StarShape(fwhm, 1.1, 0, 50)),
        0.9,
        new StillScene.Shift(shift, 0.05),
        List.of(),
        Optional.empty());
  }

  private static List<FrameMeasure> usualRun() {
    List<FrameMeasure> run = new ArrayList<>();
    for (int i = 0; i < 12; i++) {
      run.add(measure(400 + i, 2.5, 0.13, 0.1));
    }
    return run;
  }

  @ParameterizedTest
  @CsvSource({
    "60, 2.5, 0.13, 0.1, STARS_GONE, DROP",
    "200, 2.5, 0.13, 0.1, STARS_FELL, LOOK",
    "400, 3.4, 0.13, 0.1, STARS_WIDE, LOOK",
    "400, 2.5, 0.19, 0.1, BRIGHT, LOOK",
    "400, 2.5, 0.13, 7, BUMP, LOOK"
  })
  void whatIsOutOfTheUsualIsToldAtItsFrame(
      int stars, double fwhm, double background, double shift, Code code, Verdict verdict) {
    List<FrameMeasure> run = usualRun();
    run.set(7, measure(stars, fwhm, background, shift));
    List<Judgement> judged = Judge.USUAL.of(run);
    assertThat(judged.get(7).verdict()).isEqualTo(verdict);
    assertThat(judged.get(7).reasons()).extracting(Judgement.Reason::code).containsExactly(code);
    for (int i = 0; i < 7; i++) {
      assertThat(judged.get(i).verdict()).isEqualTo(Verdict.KEEP);
    }
  }

  @Test
  void afterABumpTheOthersAreKept() {
    List<FrameMeasure> run = usualRun();
    for (int i = 5; i < 12; i++) {
      run.set(i, measure(400, 2.5, 0.13, 6));
    }
    List<Judgement> judged = Judge.USUAL.of(run);
    assertThat(judged.get(5).verdict()).isEqualTo(Verdict.LOOK);
    assertThat(judged.get(6).verdict()).isEqualTo(Verdict.KEEP);
    assertThat(Judge.USUAL.of(List.of())).isEmpty();
    assertThatThrownBy(() -> new Judge(2, 0.2, 1.2, 1.2, 1, 0.5, 0.1))
        .isInstanceOf(InvalidInput.class);
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 16})
  void theDemosFramesAreMeasuredAndKept(int count) throws Exception {
    List<Frame> frames = new ArrayList<>();
    for (int i = 1; i <= count; i++) {
      String name = "star-trails-%04d.jpg".formatted(i + 20);
      frames.add(Frame.look(Path.of("..", "demo", "windmill-night", "frames", name)));
    }
    List<FrameMeasure> run =
        RunMeter.measure(
                frames,
                Workroom.usual(Progress.NONE, new Cancellation()),
                (f, e) -> {
                  throw new AssertionError(f + ": " + e);
                })
            .frames();
    assertThat(run).hasSize(count);
    assertThat(Judge.USUAL.of(run)).allMatch(j -> j.verdict() == Verdict.KEEP);
    assertThat(run).allMatch(m -> m.stars() > 500 && m.shift().certainPixels() < 0.5);
  }
}
