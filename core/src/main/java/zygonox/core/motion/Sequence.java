package zygonox.core.motion;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameKind;
import zygonox.core.frame.FrameRun;
import zygonox.core.frame.FrameSet;

/**
 * Frames that were shot one after the other for one clip: runs of one camera through one lens that
 * follow on each other, whatever their exposure.
 *
 * @param frames two or more, in order of time
 */
public record Sequence(List<Frame> frames) {
  /** A longer pause than so many of the usual ones begins another sequence. */
  private static final double LONGEST_PAUSE = 4;

  /** And so do so many seconds more than usual. */
  private static final double PAUSE_SECONDS = 30;

  private static final Set<FrameKind> NO_PICTURES = EnumSet.of(FrameKind.DARK, FrameKind.FLAT);

  public Sequence {
    frames = List.copyOf(frames);
  }

  /** All sequences of a set, in order of time. */
  public static List<Sequence> of(FrameSet set) {
    List<List<Frame>> found = new ArrayList<>();
    for (FrameRun run : set.runs()) {
      if (NO_PICTURES.contains(run.kind())) {
        continue;
      }
      Optional<List<Frame>> before =
          found.stream().filter(f -> follows(set, f, run.frames())).findFirst();
      if (before.isPresent()) {
        before.get().addAll(run.frames());
      } else {
        found.add(new ArrayList<>(run.frames()));
      }
    }
    Comparator<Frame> order = Comparator.comparingInt(set.frames()::indexOf);
    return found.stream()
        .filter(f -> f.size() > 1)
        .map(f -> new Sequence(f.stream().sorted(order).toList()))
        .toList();
  }

  private static boolean follows(FrameSet set, List<Frame> before, List<Frame> after) {
    Frame last = before.get(before.size() - 1);
    Frame next = after.get(0);
    boolean alike =
        last.layout().equals(next.layout())
            && last.info().camera().equals(next.info().camera())
            && last.info().serial().equals(next.info().serial())
            && last.info().focalMm().equals(next.info().focalMm())
            && last.format() == next.format();
    Optional<Instant> ended = set.takenAt(last);
    Optional<Instant> begun = set.takenAt(next);
    if (!alike || ended.isEmpty() || begun.isEmpty()) {
      return false;
    }
    double usual = usual(set, before, after);
    double pause = Duration.between(ended.get(), begun.get()).toMillis() / 1e3;
    return pause >= 0 && pause <= Math.max(LONGEST_PAUSE * usual, usual + PAUSE_SECONDS);
  }

  /** Seconds from frame to frame, told by the longer of two runs. */
  private static double usual(FrameSet set, List<Frame> before, List<Frame> after) {
    List<Frame> longer = before.size() >= after.size() ? before : after;
    if (longer.size() < 2) {
      return longer.get(0).info().exposureSeconds().orElse(0);
    }
    Optional<Instant> first = set.takenAt(longer.get(0));
    Optional<Instant> last = set.takenAt(longer.get(longer.size() - 1));
    return first.isEmpty() || last.isEmpty()
        ? 0
        : Duration.between(first.get(), last.get()).toMillis() / 1e3 / (longer.size() - 1);
  }
}
