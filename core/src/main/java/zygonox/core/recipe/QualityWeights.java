package zygonox.core.recipe;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import zygonox.core.frame.Frame;
import zygonox.core.measure.FrameMeasure;
import zygonox.core.measure.MeasureStore;
import zygonox.core.measure.RunMeasure;
import zygonox.core.stars.StarShape;
import zygonox.core.work.Workroom;

/**
 * Weights by what each frame is worth: the square of its stars' light over noise and width, as for
 * inverse variance (common practice; after the signal to noise of a star whose light spreads over
 * its width).
 */
final class QualityWeights {
  /** No frame counts for less than this share of the best. */
  private static final double LEAST = 0.01;

  private QualityWeights() {}

  /** A weight for each frame that could be measured, the best being 1. */
  static Map<Frame, Double> of(List<Frame> frames, Workroom room) {
    RunMeasure run = MeasureStore.measure(frames, room, (frame, fault) -> {});
    int mostStars = run.frames().stream().mapToInt(FrameMeasure::stars).max().orElse(0);
    Map<Frame, Double> weights = new HashMap<>();
    double best = 0;
    for (FrameMeasure measure : run.frames()) {
      // Cloud takes stars away about as it takes their light.
      double clear = mostStars == 0 ? 1 : (double) measure.stars() / mostStars;
      double width = measure.shape().map(StarShape::fwhm).orElse(1.0);
      double noise = Math.max(1e-6, measure.sky().noise());
      double weight = Math.pow(clear / (noise * width), 2);
      weights.put(measure.frame(), weight);
      best = Math.max(best, weight);
    }
    double most = best;
    weights.replaceAll((frame, weight) -> most == 0 ? 1 : Math.max(LEAST, weight / most));
    return weights;
  }
}
