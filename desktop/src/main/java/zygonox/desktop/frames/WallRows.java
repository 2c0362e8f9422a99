package zygonox.desktop.frames;

import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameSet;

/** Cuts a night's frames into rows of equal time, as many to a row as find room in it. */
final class WallRows {
  /** Lengths of a row in seconds that people can read. */
  private static final long[] LENGTHS = {
    5, 10, 15, 30, 60, 120, 300, 600, 900, 1800, 3600, 7200, 14_400
  };

  private WallRows() {}

  /**
   * One row.
   *
   * @param from when it begins; empty for frames without a time
   * @param seconds how long it is
   * @param frames those in it, in order
   * @param emptyBefore time without frames before it, in seconds
   */
  record Row(Optional<Instant> from, double seconds, List<Frame> frames, double emptyBefore) {}

  /**
   * @param perRow how many frames a row has room for, side by side, 1 or more
   */
  static List<Row> of(FrameSet set, int perRow) {
    List<Frame> timed = set.frames().stream().filter(f -> set.takenAt(f).isPresent()).toList();
    List<Row> rows = new ArrayList<>();
    if (!timed.isEmpty()) {
      long length = length(set, timed, perRow);
      Instant begin = set.takenAt(timed.get(0)).orElseThrow().truncatedTo(ChronoUnit.MINUTES);
      Instant end = begin;
      int next = 0;
      while (next < timed.size()) {
        Instant first = set.takenAt(timed.get(next)).orElseThrow();
        long skipped = Duration.between(begin, first).toSeconds() / length;
        Instant from = begin.plusSeconds(skipped * length);
        Instant to = from.plusSeconds(length);
        List<Frame> frames = new ArrayList<>();
        while (next < timed.size() && set.takenAt(timed.get(next)).orElseThrow().isBefore(to)) {
          frames.add(timed.get(next++));
        }
        rows.add(
            new Row(Optional.of(from), length, frames, Duration.between(end, from).toSeconds()));
        end = to;
      }
    }
    List<Frame> rest = set.frames().stream().filter(f -> set.takenAt(f).isEmpty()).toList();
    for (int i = 0; i < rest.size(); i += perRow) {
      rows.add(
          new Row(Optional.empty(), perRow, rest.subList(i, Math.min(rest.size(), i + perRow)), 0));
    }
    return rows;
  }

  /** The longest row in which the usual step leaves room for each frame. */
  private static long length(FrameSet set, List<Frame> timed, int perRow) {
    double[] steps = new double[Math.max(1, timed.size() - 1)];
    steps[0] = 60;
    for (int i = 1; i < timed.size(); i++) {
      Instant a = set.takenAt(timed.get(i - 1)).orElseThrow();
      steps[i - 1] = Duration.between(a, set.takenAt(timed.get(i)).orElseThrow()).toMillis() / 1e3;
    }
    Arrays.sort(steps);
    double usual = Math.max(0.5, steps[steps.length / 2]);
    long length = LENGTHS[0];
    for (long each : LENGTHS) {
      length = each <= usual * perRow ? each : length;
    }
    return length;
  }

  /** Where in its row a frame stands, 0 to below 1. */
  static double place(Row row, FrameSet set, Frame frame) {
    return row.from()
        .flatMap(
            from ->
                set.takenAt(frame)
                    .map(t -> Duration.between(from, t).toMillis() / 1e3 / row.seconds()))
        .orElseGet(() -> row.frames().indexOf(frame) / row.seconds());
  }
}
