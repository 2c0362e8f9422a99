package zygonox.core.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.format.FrameInfo;

/** Levels that are made up of a known course, known steps and known flicker. */
class LightCourseTest {
  private static final int FRAMES = 160;

  private static LightCourse course(
      double[] shot, List<FrameInfo> told, boolean smoothRamp, boolean deflicker) {
    return LightCourse.of(
        shot,
        told,
        new double[shot.length],
        Evenness.NONE.withSmoothRamp(smoothRamp).withDeflicker(deflicker));
  }

  private static FrameInfo exposed(double seconds) {
    FrameInfo none = FrameInfo.UNKNOWN;
    return new FrameInfo(
        none.capturedAt(),
        OptionalDouble.of(seconds),
        OptionalDouble.of(4),
        OptionalDouble.of(400),
        none.focalMm(),
        none.camera(),
        none.lens(),
        1);
  }

  /** A dusk that falls by so many stops, unevenly. */
  private static double[] dusk(double stops) {
    double[] scene = new double[FRAMES];
    for (int i = 0; i < FRAMES; i++) {
      double t = (double) i / (FRAMES - 1);
      scene[i] = -stops * t * t * (3 - 2 * t);
    }
    return scene;
  }

  /** The camera opens by so much every so many frames. */
  private static double[] ramp(int every, double stops) {
    double[] exposure = new double[FRAMES];
    for (int i = 0; i < FRAMES; i++) {
      exposure[i] = stops * (i / every);
    }
    return exposure;
  }

  private static double[] sum(double[] a, double[] b, double flicker) {
    Random random = new Random(5);
    double[] sum = new double[a.length];
    for (int i = 0; i < a.length; i++) {
      sum[i] = a[i] + b[i] + flicker * random.nextGaussian();
    }
    return sum;
  }

  private static List<FrameInfo> told(double[] exposure) {
    List<FrameInfo> told = new ArrayList<>();
    for (double stops : exposure) {
      told.add(exposed(0.01 * Math.pow(2, stops)));
    }
    return told;
  }

  private static List<FrameInfo> untold() {
    List<FrameInfo> untold = new ArrayList<>();
    for (int i = 0; i < FRAMES; i++) {
      untold.add(FrameInfo.UNKNOWN);
    }
    return untold;
  }

  /** How far two courses lie apart where it is most, but for a brightness that all have. */
  private static double apart(double[] one, double[] other) {
    double mean = 0;
    for (int i = 0; i < one.length; i++) {
      mean += (one[i] - other[i]) / one.length;
    }
    double most = 0;
    for (int i = 0; i < one.length; i++) {
      most = Math.max(most, Math.abs(one[i] - other[i] - mean));
    }
    return most;
  }

  @ParameterizedTest
  @ValueSource(booleans = {true, false})
  void stepsGoAndTheCourseOfTheDuskStays(boolean isTold) {
    double[] scene = dusk(1.5);
    double[] exposure = ramp(40, 0.5);
    double[] shot = sum(scene, exposure, 0.01);
    LightCourse course = course(shot, isTold ? told(exposure) : untold(), true, false);
    assertThat(course.steps()).extracting(LightCourse.Step::after).containsExactly(39, 79, 119);
    assertThat(course.steps()).allSatisfy(s -> assertThat(s.stops()).isCloseTo(0.5, within(0.05)));
    assertThat(apart(course.shown(), scene)).isLessThan(0.1);
  }

  @Test
  void flickerGoesAndStepsStayWhereTheyAreToStay() {
    double[] exposure = ramp(80, 1);
    double[] shot = sum(dusk(1), exposure, 0.05);
    LightCourse course = course(shot, told(exposure), false, true);
    double[] shown = course.shown();
    assertThat(shown[80] - shown[79]).isCloseTo(1, within(0.05));
    double before = 0;
    double after = 0;
    for (int i = 1; i < FRAMES; i++) {
      if (i != 80) {
        before += Math.pow(shot[i] - shot[i - 1], 2);
        after += Math.pow(shown[i] - shown[i - 1], 2);
      }
    }
    assertThat(Math.sqrt(before / FRAMES)).isGreaterThan(0.05);
    assertThat(Math.sqrt(after / FRAMES)).isLessThan(0.02);
  }

  @Test
  void ofBothNeitherStepNorFlickerIsLeft() {
    double[] scene = dusk(1.5);
    double[] exposure = ramp(40, 0.5);
    LightCourse course = course(sum(scene, exposure, 0.04), told(exposure), true, true);
    assertThat(LightCourse.flicker(course.shot())).isGreaterThan(0.05);
    assertThat(LightCourse.flicker(course.shown())).isLessThan(0.012);
    assertThat(apart(course.shown(), scene)).isLessThan(0.1);
  }

  /** From day into night the light falls further than a picture shows: the camera followed it. */
  @Test
  void fromDayIntoNightTheStepsBecomeAnEvenRamp() {
    double[] scene = dusk(10);
    double[] exposure = new double[FRAMES];
    for (int i = 0; i < FRAMES; i++) {
      // As soon as it is a third of a stop too dark the camera opens by that much.
      exposure[i] = Math.floor(-scene[i] * 3) / 3;
    }
    double[] shot = sum(scene, exposure, 0);
    LightCourse course = course(shot, told(exposure), true, true);
    double[] shown = course.shown();
    double least = Double.MAX_VALUE;
    double most = -Double.MAX_VALUE;
    for (int i = 0; i < FRAMES; i++) {
      least = Math.min(least, shown[i]);
      most = Math.max(most, shown[i]);
      if (i > 0) {
        assertThat(Math.abs(shown[i] - shown[i - 1])).isLessThan(0.05);
      }
    }
    assertThat(most - least).isLessThan(1.2);
  }

  @Test
  void aFlashIsNoStep() {
    double[] shot = sum(dusk(0.5), new double[FRAMES], 0.005);
    shot[50] += 0.8;
    LightCourse course = course(shot, untold(), true, false);
    assertThat(course.steps()).isEmpty();
  }

  @Test
  void withNothingAskedNothingIsChanged() {
    double[] shot = sum(dusk(2), ramp(30, 0.3), 0.05);
    LightCourse course = course(shot, untold(), false, false);
    assertThat(course.corrections()).containsOnly(0);
    assertThat(course.shown()).containsExactly(shot);
  }

  @Test
  void twoFramesHaveNoFlicker() {
    LightCourse course = course(new double[] {0, 0.2}, untold().subList(0, 2), true, true);
    assertThat(LightCourse.flicker(course.shown())).isZero();
  }
}
