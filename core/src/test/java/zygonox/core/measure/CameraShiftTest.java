package zygonox.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zygonox.core.measure.StillScene.Shift;
import zygonox.core.stars.FoundStar;

/** A made-up sky that turns over a camera: where stars fall is known to the last digit. */
class CameraShiftTest {
  private static final int WIDTH = 6000;
  private static final int HEIGHT = 4000;

  /** Pixels to a radian: a lens of 20 mm over pixels of 6 micrometres. */
  private static final double FOCAL = 20 / 0.006;

  /** Of the earth, in radians to the second: the sidereal day has 86,164.0905 s. */
  private static final double TURN = 2 * Math.PI / 86_164.0905;

  /** Directions of stars, with the pole along z. */
  private final List<double[]> sky = new ArrayList<>();

  CameraShiftTest() {
    Random random = new Random(5);
    for (int i = 0; i < 2500; i++) {
      double z = 2 * random.nextDouble() - 1;
      double angle = 2 * Math.PI * random.nextDouble();
      double r = Math.sqrt(1 - z * z);
      sky.add(new double[] {r * Math.cos(angle), r * Math.sin(angle), z, random.nextDouble()});
    }
  }

  /**
   * What a camera sees.
   *
   * @param seconds since the start of the run
   * @param declination of the frame's middle, in degrees
   * @param right by how far the camera is turned to the right, in pixels
   * @param down the same downwards
   * @param error of each place, one sigma in pixels
   * @param seen share of the stars that are found
   */
  private List<FoundStar> stars(
      double seconds, double declination, double right, double down, double error, double seen) {
    Random random = new Random((long) (seconds * 10) + 1);
    double turn = TURN * seconds + right / FOCAL / Math.cos(Math.toRadians(declination));
    double tilt = Math.toRadians(declination) - down / FOCAL;
    List<FoundStar> found = new ArrayList<>();
    for (double[] star : sky) {
      double x = star[0] * Math.cos(turn) - star[1] * Math.sin(turn);
      double y = star[0] * Math.sin(turn) + star[1] * Math.cos(turn);
      double ahead = x * Math.cos(tilt) + star[2] * Math.sin(tilt);
      double up = star[2] * Math.cos(tilt) - x * Math.sin(tilt);
      double column = WIDTH / 2.0 + FOCAL * y / ahead;
      double row = HEIGHT / 2.0 - FOCAL * up / ahead;
      boolean inside = ahead > 0 && column > 0 && row > 0 && column < WIDTH && row < HEIGHT;
      if (inside && random.nextDouble() < seen) {
        found.add(
            new FoundStar(
                column + error * random.nextGaussian(),
                row + error * random.nextGaussian(),
                star[3],
                1));
      }
    }
    found.sort((a, b) -> Double.compare(b.flux(), a.flux()));
    return found.subList(0, Math.min(StarStep.STARS, found.size()));
  }

  private Optional<StarStep> step(List<FoundStar> before, List<FoundStar> here) {
    return StarStep.between(before, here, WIDTH, HEIGHT);
  }

  /** At the middle a star moves by the turn times the cosine of the declination. */
  @ParameterizedTest
  @CsvSource({"0, 30", "0, 120", "45, 75", "75, 75", "-30, 200", "90, 30"})
  void starsMoveOnAsTheSkyTurns(double declination, double seconds) {
    StarStep step =
        step(stars(0, declination, 0, 0, 0.1, 0.9), stars(seconds, declination, 0, 0, 0.1, 0.9))
            .orElseThrow();
    double expected = FOCAL * TURN * seconds * Math.cos(Math.toRadians(declination));
    assertThat(step.map().across()[0]).isCloseTo(expected, within(0.15 + 0.02 * expected));
    assertThat(step.map().down()[0]).isCloseTo(0, within(0.3));
    StarStep.Beyond itself = step.beyond(step.map());
    assertThat(Math.hypot(itself.dx(), itself.dy())).isLessThan(0.15);
    assertThat(itself.uncertainty()).isBetween(0.05, 0.3);
  }

  @Test
  void framesOfDifferentStarsOrHardlyAnyHaveNoStep() {
    List<FoundStar> here = stars(0, 20, 0, 0, 0.1, 1);
    assertThat(step(here, stars(40_000, 20, 0, 0, 0.1, 1))).isEmpty();
    assertThat(step(here, here.subList(0, 5))).isEmpty();
    assertThat(step(List.of(), List.of())).isEmpty();
  }

  private static List<Shift> ground(int count, double uncertainty) {
    return new ArrayList<>(Collections.nCopies(count, new Shift(0, uncertainty)));
  }

  private static List<OptionalDouble> times(int count, double seconds) {
    return Collections.nCopies(count, OptionalDouble.of(seconds));
  }

  /** Steps of a camera that is turned by some pixels before frame 8. */
  private List<Optional<StarStep>> steps(int count, double right, double down, double seconds) {
    List<Optional<StarStep>> steps = new ArrayList<>();
    List<FoundStar> before = null;
    for (int i = 0; i < count; i++) {
      boolean moved = i >= 8;
      List<FoundStar> here =
          stars(seconds * i, 35, moved ? right : 0, moved ? down : 0, 0.15, i == 6 ? 0.15 : 0.9);
      steps.add(before == null ? Optional.empty() : step(before, here));
      before = here;
    }
    return steps;
  }

  @ParameterizedTest
  @CsvSource({"10, -4", "-3, 0", "0, 120", "400, 90"})
  void overDarkGroundABumpIsSeenByTheStars(double right, double down) {
    List<Shift> shifts = CameraShift.of(ground(16, 40), steps(16, right, down, 75), times(16, 75));
    for (int i = 0; i < 16; i++) {
      double expected = i < 8 ? 0 : Math.hypot(right, down);
      assertThat(shifts.get(i).certainPixels())
          .as("frame %d", i)
          .isCloseTo(expected, within(0.3 + 0.05 * expected));
    }
  }

  @Test
  void aStillCameraStaysWhereItIsThoughTheClockTellsWholeSeconds() {
    List<OptionalDouble> times = new ArrayList<>();
    for (int i = 0; i < 40; i++) {
      times.add(i == 0 ? OptionalDouble.empty() : OptionalDouble.of(i % 3 == 0 ? 76 : 75));
    }
    List<Shift> shifts = CameraShift.of(ground(40, 40), steps(40, 0, 0, 75), times);
    assertThat(shifts).allSatisfy(s -> assertThat(s.certainPixels()).isZero());
  }

  @Test
  void aLongerPauseIsNoBump() {
    List<Optional<StarStep>> steps = new ArrayList<>(steps(8, 0, 0, 75));
    steps.add(step(stars(525, 35, 0, 0, 0.15, 0.9), stars(705, 35, 0, 0, 0.15, 0.9)));
    List<OptionalDouble> times = new ArrayList<>(times(8, 75));
    times.add(OptionalDouble.of(180));
    assertThat(CameraShift.of(ground(9, 40), steps, times).get(8).certainPixels()).isZero();
    // Without a clock it cannot be told from one.
    assertThat(
            CameraShift.of(ground(9, 40), steps, Collections.nCopies(9, OptionalDouble.empty()))
                .get(8)
                .certainPixels())
        .isGreaterThan(10);
  }

  @Test
  void wellSeenGroundIsBelievedAndFewStepsAreNot() {
    List<Shift> ground = ground(16, 0.02);
    ground.set(5, new Shift(2.5, 0.02));
    assertThat(CameraShift.of(ground, steps(16, 10, 0, 75), times(16, 75))).isEqualTo(ground);
    List<Optional<StarStep>> none = Collections.nCopies(16, Optional.empty());
    List<Shift> dark = ground(16, 40);
    assertThat(CameraShift.of(dark, none, times(16, 75))).isEqualTo(dark);
  }

  /** A map through the stars that cloud leaves in a corner would be wild in the middle. */
  @Test
  void starsThatCloudLeavesInACornerMakeNoBump() {
    List<Optional<StarStep>> steps = new ArrayList<>();
    List<FoundStar> before = null;
    for (int i = 0; i < 16; i++) {
      List<FoundStar> all = stars(75.0 * i, 35, 0, 0, 0.3, 0.9);
      List<FoundStar> here =
          i != 8
              ? all
              : all.stream().filter(s -> s.x() > 0.65 * WIDTH && s.y() < 0.4 * HEIGHT).toList();
      steps.add(before == null ? Optional.empty() : step(before, here));
      before = here;
    }
    List<Shift> shifts = CameraShift.of(ground(16, 40), steps, times(16, 75));
    assertThat(shifts).allMatch(s -> s.pixels() == 0);
  }

  /** The ground at the rim moves by more pixels than the middle, where stars are asked. */
  @Test
  void groundThatIsSeenNowAndThenMakesNoBumpsOfItsOwn() {
    List<Shift> ground = new ArrayList<>();
    for (int i = 0; i < 16; i++) {
      ground.add(new Shift(i < 8 ? 0 : 12.5, i % 3 == 0 ? 0.05 : 40));
    }
    List<Shift> shifts = CameraShift.of(ground, steps(16, 10, -4, 75), times(16, 75));
    for (int i = 1; i < 16; i++) {
      double jump = Math.abs(shifts.get(i).pixels() - shifts.get(i - 1).pixels());
      assertThat(jump > Judge.USUAL.bumpPixels()).as("frame %d", i).isEqualTo(i == 8);
    }
  }

  /**
   * On a mount that follows the sky the ground moves on, and only a jump of the stars is a bump.
   */
  @Test
  void aMountThatFollowsTheSkyIsNotBumpedByItsOwnTurning() {
    List<Shift> ground = new ArrayList<>();
    List<Optional<StarStep>> steps = new ArrayList<>();
    for (int i = 0; i < 12; i++) {
      ground.add(new Shift(18 * i, 0.05));
      double step = i == 7 ? 6 : 0.1;
      List<FoundStar> before = stars(0, 20, 0, 0, 0, 1);
      List<FoundStar> here =
          before.stream().map(s -> new FoundStar(s.x() + step, s.y(), s.flux(), s.peak())).toList();
      StarMap map = StarMap.turn(0, step, 0, WIDTH / 2.0);
      steps.add(
          i == 0
              ? Optional.empty()
              : Optional.of(new StarStep(map, before, here, WIDTH / 2.0, HEIGHT / 2.0)));
    }
    List<Shift> shifts = CameraShift.of(ground, steps, times(12, 75));
    assertThat(shifts.get(6).pixels()).isZero();
    assertThat(shifts.get(7).pixels()).isCloseTo(5.9, within(0.05));
    assertThat(shifts.get(11).pixels()).isCloseTo(5.9, within(0.05));
  }
}
