package zygonox.core.measure;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import zygonox.core.stars.OrderStatistic;

/**
 * Where the camera lay through a run. The ground tells it best; where the ground is too dark, the
 * stars do: on a camera that stands still they move on by the same step from frame to frame, and
 * what is beyond that step is the camera's.
 */
final class CameraShift {
  /** So well the ground has to be known, in pixels. */
  private static final double CERTAIN_PIXELS = 0.2;

  /** Fewer steps do not tell the usual one. */
  private static final int FEWEST_STEPS = 4;

  /** Clocks that write whole seconds, and timers, make steps differ by this much, in seconds. */
  private static final double CLOCK_SECONDS = 1.5;

  /** By so much, one sigma, shutters open early or late, in seconds. */
  private static final double SHUTTER_SECONDS = 0.3;

  /** Where no clock tells: about a usual step. */
  private static final double UNKNOWN_SECONDS = 30;

  private static final double CERTAIN_SIGMA = 5;

  /** Smaller jumps are not believed of stars, in pixels. */
  private static final double LEAST_JUMP = 1;

  /** One sigma of what stars tell, in pixels. */
  private static final double UNCERTAINTY = 0.15;

  private CameraShift() {}

  /**
   * @param ground how far the fixed scene lies from where it lay in the first frame
   * @param steps how the stars moved from the frame before; empty for the first and where unknown
   * @param seconds from the frame before to each; empty where not known
   * @return as many shifts, all by the ground or all by the stars, whichever is known of more
   *     frames: the two differ by the lens's perspective, and to go from one to the other would
   *     look like a bump
   */
  static List<StillScene.Shift> of(
      List<StillScene.Shift> ground, List<Optional<StarStep>> steps, List<OptionalDouble> seconds) {
    double[] time = evened(seconds);
    List<StarMap> rates = new ArrayList<>();
    for (int i = 0; i < steps.size(); i++) {
      double perSecond = 1 / time[i];
      steps.get(i).ifPresent(step -> rates.add(step.map().times(perSecond)));
    }
    int known = rates.size();
    if (known < FEWEST_STEPS) {
      return ground;
    }
    StarMap rate = StarMap.middle(rates);
    boolean followsSky = moves(ground) && rate.length() * OrderStatistic.median(time) < LEAST_JUMP;
    long certain = ground.stream().filter(g -> g.uncertainty() < CERTAIN_PIXELS).count();
    if (certain >= known && !followsSky) {
      return ground;
    }
    List<StillScene.Shift> shifts = new ArrayList<>();
    double x = 0;
    double y = 0;
    for (int i = 0; i < steps.size(); i++) {
      StarMap usual = rate.times(time[i]);
      Optional<StarStep.Beyond> beyond = steps.get(i).map(step -> step.beyond(usual));
      if (beyond.isPresent() && isJump(beyond.get(), rate.length())) {
        x += beyond.get().dx();
        y += beyond.get().dy();
      }
      shifts.add(new StillScene.Shift(Math.hypot(x, y), UNCERTAINTY));
    }
    return shifts;
  }

  private static boolean isJump(StarStep.Beyond beyond, double pixelsPerSecond) {
    double noise = Math.hypot(beyond.uncertainty(), SHUTTER_SECONDS * pixelsPerSecond);
    return Math.hypot(beyond.dx(), beyond.dy()) > Math.max(LEAST_JUMP, CERTAIN_SIGMA * noise);
  }

  /** Times between frames: those like the usual one count as it, unknown ones as well. */
  private static double[] evened(List<OptionalDouble> seconds) {
    double[] known =
        seconds.stream()
            .filter(OptionalDouble::isPresent)
            .mapToDouble(OptionalDouble::getAsDouble)
            .toArray();
    double usual =
        known.length == 0 ? UNKNOWN_SECONDS : Math.max(0.1, OrderStatistic.median(known));
    return seconds.stream()
        .mapToDouble(s -> s.orElse(usual))
        .map(s -> Math.abs(s - usual) < CLOCK_SECONDS || s <= 0 ? usual : s)
        .toArray();
  }

  /** Whether the ground moves from frame to frame: then the camera follows the sky. */
  private static boolean moves(List<StillScene.Shift> ground) {
    double[] jumps = new double[Math.max(1, ground.size() - 1)];
    for (int i = 1; i < ground.size(); i++) {
      jumps[i - 1] = Math.abs(ground.get(i).certainPixels() - ground.get(i - 1).certainPixels());
    }
    return OrderStatistic.median(jumps) > LEAST_JUMP;
  }
}
