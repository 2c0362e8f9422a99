package zygonox.desktop.frames;

import java.util.ArrayList;
import java.util.List;
import zygonox.core.frame.FrameRun;
import zygonox.core.frame.FrameSet;
import zygonox.core.measure.MeasureStore;
import zygonox.core.measure.RunMeasure;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.Workroom;

/**
 * What was measured of all frames.
 *
 * @param runs one for each of the frames' runs, in their order
 * @param unreadable frames that turned out not to be decodable: damaged, or their card has gone
 */
record Measured(List<RunMeasure> runs, List<FrameSet.Unreadable> unreadable) {
  Measured {
    runs = List.copyOf(runs);
    unreadable = List.copyOf(unreadable);
  }

  /** Measures run by run; takes a while. */
  static Measured of(FrameSet set, Progress progress, Cancellation cancellation) {
    List<RunMeasure> runs = new ArrayList<>();
    List<FrameSet.Unreadable> unreadable = new ArrayList<>();
    int total = set.frames().size();
    int[] before = {0};
    for (FrameRun run : set.runs()) {
      runs.add(
          MeasureStore.measure(
              run.frames(),
              Workroom.usual((done, of) -> progress.step(before[0] + done, total), cancellation),
              (frame, fault) ->
                  unreadable.add(new FrameSet.Unreadable(frame.file(), fault, false))));
      before[0] += run.frames().size();
    }
    return new Measured(runs, unreadable);
  }
}
