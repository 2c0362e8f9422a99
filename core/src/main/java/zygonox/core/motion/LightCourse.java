package zygonox.core.motion;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.OptionalDouble;
import java.util.stream.IntStream;
import zygonox.core.format.FrameInfo;
import zygonox.core.frame.Frame;

/**
 * How light changes over a run, and what is done about it: the camera's steps of exposure, the
 * flicker that is left over an even change, and the course of the light itself, which stays.
 *
 * @param shot the level of each frame over the first one's, in stops, as it was shot
 * @param steps where the camera's exposure changed
 * @param corrections by how many stops each frame is made brighter
 * @param reds by how many stops its red is besides
 * @param blues by how many its blue is
 */
public record LightCourse(
    double[] shot, List<Step> steps, double[] corrections, double[] reds, double[] blues) {
  /** A change of a frame against the one before it that is no rounding of dials, in stops. */
  private static final double LEAST_STEP = 0.02;

  /** A change that nobody told must be this large to be one, in stops. */
  private static final double LEAST_FOUND = 0.12;

  /** And as large against the usual change from frame to frame. */
  private static final double STANDS_OUT = 6;

  /** Frames about a change that tell the usual one, half as many on either side. */
  private static final int NEAR = 4;

  private static final int LONGEST_FLASH = 4;

  /** Frames on either side that tell a step. */
  private static final int BESIDE = 16;

  /** What is told is believed like a measurement with such an error, in stops. */
  private static final double TOLD_ERROR = 0.04;

  /** A true course of more stops cannot be shown as it was. */
  private static final double SHOWN_STOPS = 3;

  /**
   * A change of exposure.
   *
   * @param after the index of the frame before it
   * @param stops by how much frames become brighter by it
   */
  public record Step(int after, double stops) {}

  /** How the light of frames runs, and what is done about it. */
  public static LightCourse of(ClipLight light, Evenness recipe) {
    LightCourse course =
        of(
            light.levels(),
            light.frames().stream().map(Frame::info).toList(),
            LightKey.over(light.frames(), recipe.keys()),
            recipe);
    return recipe.heldBalance()
        ? new LightCourse(
            course.shot, course.steps, course.corrections, held(light.reds()), held(light.blues()))
        : course;
  }

  /**
   * What keeps a colour from jumping and wavering: its jumps are found as those of brightness are
   * where no file tells them, its slow change stays.
   */
  private static double[] held(double[] levels) {
    return of(
            levels,
            Collections.nCopies(levels.length, FrameInfo.UNKNOWN),
            new double[levels.length],
            Evenness.NONE.withSmoothRamp(true).withDeflicker(true))
        .corrections;
  }

  /** What is done to one frame. */
  Correction correction(int frame) {
    return new Correction(corrections[frame], reds[frame], blues[frame]);
  }

  /** What is done to each. */
  public Correction[] each() {
    return IntStream.range(0, corrections.length)
        .mapToObj(this::correction)
        .toArray(Correction[]::new);
  }

  /**
   * @param shot as above
   * @param told what the files say of the frames
   * @param bent by how much a person wants each brighter, in stops
   */
  static LightCourse of(double[] shot, List<FrameInfo> told, double[] bent, Evenness recipe) {
    List<Step> steps = steps(shot, told);
    double[] exposure = new double[shot.length];
    for (Step step : steps) {
      for (int i = step.after + 1; i < shot.length; i++) {
        exposure[i] += step.stops;
      }
    }
    double[] scene = new double[shot.length];
    for (int i = 0; i < shot.length; i++) {
      scene[i] = shot[i] - exposure[i];
    }
    double[] corrections = bent.clone();
    if (recipe.smoothRamp()) {
      double[] wanted = wanted(scene, exposure, steps.size());
      for (int i = 0; i < shot.length; i++) {
        corrections[i] += wanted[i] - exposure[i];
      }
    }
    if (recipe.deflicker()) {
      double[] even = Smooth.over(scene, recipe.flickerWindow() / 2.0);
      for (int i = 0; i < shot.length; i++) {
        corrections[i] += even[i] - scene[i];
      }
    }
    return new LightCourse(
        shot, steps, corrections, new double[shot.length], new double[shot.length]);
  }

  /**
   * The exposure that frames are brought to: one for all where the light's own course can be shown;
   * where it falls further than a picture can show, one that follows the camera's evenly.
   */
  private static double[] wanted(double[] scene, double[] exposure, int steps) {
    double range = Arrays.stream(scene).max().orElse(0) - Arrays.stream(scene).min().orElse(0);
    double[] wanted = new double[exposure.length];
    if (range <= SHOWN_STOPS) {
      Arrays.fill(wanted, Arrays.stream(exposure).average().orElse(0));
      return wanted;
    }
    double spacing = (double) exposure.length / Math.max(1, steps);
    double radius = Math.max(12, 2 * spacing);
    return Smooth.over(Smooth.over(exposure, radius), radius / 2);
  }

  private static List<Step> steps(double[] shot, List<FrameInfo> told) {
    int changes = Math.max(0, shot.length - 1);
    double[] said = new double[changes];
    double[] jumps = new double[changes];
    for (int i = 0; i < changes; i++) {
      said[i] = told(told.get(i), told.get(i + 1));
      jumps[i] = shot[i + 1] - shot[i];
    }
    double[] trend = new double[changes];
    double[] off = new double[changes];
    for (int i = 0; i < changes; i++) {
      trend[i] = trend(jumps, said, i);
      off[i] = Math.abs(jumps[i] - trend[i]);
    }
    double[] sorted = off.clone();
    Arrays.sort(sorted);
    double usual = changes == 0 ? 0 : 1.4826 * sorted[changes / 2];
    boolean[] step = new boolean[changes];
    for (int i = 0; i < changes; i++) {
      step[i] = said[i] != 0 || off[i] > Math.max(LEAST_FOUND, STANDS_OUT * usual);
    }
    passing(jumps, trend, said, step);
    List<Step> steps = new ArrayList<>();
    for (int i = 0; i < changes; i++) {
      if (!step[i]) {
        continue;
      }
      double lasting = lasting(shot, step, trend[i], i);
      if (said[i] == 0) {
        // A dial that was turned stays as it is.
        if (Math.abs(lasting) > 0.6 * off[i] && lasting * (jumps[i] - trend[i]) > 0) {
          steps.add(new Step(i, lasting));
        }
        continue;
      }
      double error = Math.max(0.005, usual);
      double share = TOLD_ERROR * TOLD_ERROR / (TOLD_ERROR * TOLD_ERROR + error * error / BESIDE);
      boolean agrees = Math.abs(lasting - said[i]) < 0.3 + 2 * error;
      steps.add(new Step(i, agrees ? share * lasting + (1 - share) * said[i] : said[i]));
    }
    return steps;
  }

  /** What comes and goes within a few frames, as lightning does, is no step. */
  private static void passing(double[] jumps, double[] trend, double[] said, boolean[] step) {
    for (int i = 0; i < step.length; i++) {
      for (int k = i + 1; k < step.length && k <= i + LONGEST_FLASH && step[i]; k++) {
        double up = jumps[i] - trend[i];
        double down = jumps[k] - trend[k];
        boolean untold = said[i] == 0 && said[k] == 0;
        if (step[k] && untold && Math.abs(up + down) < 0.4 * Math.abs(up)) {
          step[i] = false;
          step[k] = false;
        }
      }
    }
  }

  /** What the files say that exposure changed by; 0 where they do not. */
  private static double told(FrameInfo before, FrameInfo after) {
    double stops =
        stops(before.exposureSeconds(), after.exposureSeconds())
            + stops(before.iso(), after.iso())
            - 2 * stops(before.aperture(), after.aperture());
    return Math.abs(stops) < LEAST_STEP ? 0 : stops;
  }

  private static double stops(OptionalDouble before, OptionalDouble after) {
    boolean both = before.isPresent() && after.isPresent();
    return both && before.getAsDouble() > 0 && after.getAsDouble() > 0
        ? Math.log(after.getAsDouble() / before.getAsDouble()) / Math.log(2)
        : 0;
  }

  /** The usual change from frame to frame about a place. */
  private static double trend(double[] jumps, double[] said, int at) {
    double[] near = new double[4 * NEAR + 1];
    int count = 0;
    for (int i = Math.max(0, at - 2 * NEAR); i <= at + 2 * NEAR && i < jumps.length; i++) {
      if (i != at && said[i] == 0) {
        near[count++] = jumps[i];
      }
    }
    if (count == 0) {
      return 0;
    }
    Arrays.sort(near, 0, count);
    return (near[(count - 1) / 2] + near[count / 2]) / 2;
  }

  /**
   * By how much the frames after a change are brighter than those before it: a straight line with a
   * step in it, fitted to those on either side that are not beyond another step.
   */
  private static double lasting(double[] shot, boolean[] step, double trend, int at) {
    int from = at;
    while (from > 0 && at - from + 1 < BESIDE && !step[from - 1]) {
      from--;
    }
    int to = at + 1;
    while (to + 1 < shot.length && to - at < BESIDE && !step[to]) {
      to++;
    }
    int count = to - from + 1;
    if (count < 6 || at - from < 1 || to - at < 2) {
      return shot[at + 1] - shot[at] - trend;
    }
    // Regression on place and step, both less their means (normal equations of two unknowns).
    double meanPlace = (from + to) / 2.0;
    double meanAfter = (double) (to - at) / count;
    double meanLevel = 0;
    for (int i = from; i <= to; i++) {
      meanLevel += shot[i] / count;
    }
    double pp = 0;
    double pa = 0;
    double aa = 0;
    double pl = 0;
    double al = 0;
    for (int i = from; i <= to; i++) {
      double place = i - meanPlace;
      double after = (i > at ? 1 : 0) - meanAfter;
      double level = shot[i] - meanLevel;
      pp += place * place;
      pa += place * after;
      aa += after * after;
      pl += place * level;
      al += after * level;
    }
    return (al * pp - pl * pa) / (aa * pp - pa * pa);
  }

  /** The level of each frame as it will be, over the first one's as it was shot. */
  public double[] shown() {
    double[] shown = shot.clone();
    for (int i = 0; i < shown.length; i++) {
      shown[i] += corrections[i];
    }
    return shown;
  }

  /** How much levels flicker: the standard deviation of their changes from frame to frame. */
  public static double flicker(double[] levels) {
    int changes = levels.length - 1;
    if (changes < 2) {
      return 0;
    }
    double sum = 0;
    for (int i = 0; i < changes; i++) {
      sum += levels[i + 1] - levels[i];
    }
    double mean = sum / changes;
    double squares = 0;
    for (int i = 0; i < changes; i++) {
      squares += Math.pow(levels[i + 1] - levels[i] - mean, 2);
    }
    return Math.sqrt(squares / (changes - 1));
  }
}
