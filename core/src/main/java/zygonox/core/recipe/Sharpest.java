package zygonox.core.recipe;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.ToDoubleFunction;
import zygonox.core.combine.FrameDropped;
import zygonox.core.frame.Frame;
import zygonox.core.measure.FrameMeasure;
import zygonox.core.measure.MeasureStore;
import zygonox.core.stars.StarShape;
import zygonox.core.work.Workroom;

/**
 * The sharpest of a run's frames: those of the narrowest stars where all have stars, else those of
 * the finest detail.
 */
final class Sharpest {
  private Sharpest() {}

  /**
   * @param count how many are wanted; all of them where there are no more
   * @param dropped gets the others, and those that could not be read
   * @return in their order
   */
  static List<Frame> of(List<Frame> frames, int count, List<FrameDropped> dropped, Workroom room) {
    if (frames.size() <= count) {
      return frames;
    }
    List<FrameMeasure> measured =
        new ArrayList<>(
            MeasureStore.measure(
                    frames,
                    room,
                    (frame, fault) ->
                        dropped.add(
                            new FrameDropped(frame.file(), new FrameDropped.Unreadable(fault))))
                .frames());
    boolean stars = measured.stream().allMatch(m -> m.shape().isPresent());
    ToDoubleFunction<FrameMeasure> sharpness =
        m -> stars ? 1 / m.shape().map(StarShape::fwhm).orElseThrow() : m.sharpness();
    measured.sort(Comparator.comparingDouble(sharpness).reversed());
    int taken = Math.min(count, measured.size());
    for (FrameMeasure other : measured.subList(taken, measured.size())) {
      dropped.add(new FrameDropped(other.frame().file(), new FrameDropped.LessSharp(taken)));
    }
    List<Frame> chosen = measured.subList(0, taken).stream().map(FrameMeasure::frame).toList();
    return frames.stream().filter(chosen::contains).toList();
  }
}
