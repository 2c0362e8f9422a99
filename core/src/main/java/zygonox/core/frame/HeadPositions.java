package zygonox.core.frame;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Where a head that is turned between frames stood: those taken one after the other belong to one
 * position, and the next begins after the pause in which it was turned.
 */
public final class HeadPositions {
  /** A pause is longer than the usual time from start to start by so much, in s, at the least. */
  private static final double LEAST_PAUSE_SECONDS = 1.5;

  private HeadPositions() {}

  /**
   * Splits frames at the pauses between them.
   *
   * @param frames in the order they were taken
   * @param of tells when
   * @return one or more frames each; a frame without a time stays with the one before it
   */
  public static List<List<Frame>> of(List<Frame> frames, FrameSet of) {
    double usual = usualSeconds(frames, of);
    List<List<Frame>> positions = new ArrayList<>();
    List<Frame> now = new ArrayList<>();
    for (int i = 0; i < frames.size(); i++) {
      if (i > 0 && between(frames, i, of) > usual + LEAST_PAUSE_SECONDS) {
        positions.add(List.copyOf(now));
        now.clear();
      }
      now.add(frames.get(i));
    }
    if (!now.isEmpty()) {
      positions.add(List.copyOf(now));
    }
    return positions;
  }

  /**
   * Whether they are a panorama's by their looks: as many frames at each, but for the last, which
   * may have been broken off. One pause in a long run is none.
   */
  public static boolean areAlike(List<List<Frame>> positions) {
    int each = positions.isEmpty() ? 0 : positions.get(0).size();
    for (int p = 1; p < positions.size(); p++) {
      // Of two, a shorter second one would be any run with a pause.
      boolean last = p == positions.size() - 1 && p > 1;
      int size = positions.get(p).size();
      if (last ? size > each : size != each) {
        return false;
      }
    }
    return positions.size() > 1 && each > 1;
  }

  /**
   * The usual time from start to start: of two frames at each position nearly half of all times are
   * pauses, so that the lower quarter tells it.
   */
  private static double usualSeconds(List<Frame> frames, FrameSet of) {
    double[] seconds = new double[Math.max(0, frames.size() - 1)];
    for (int i = 1; i < frames.size(); i++) {
      seconds[i - 1] = between(frames, i, of);
    }
    Arrays.sort(seconds);
    return seconds.length == 0 ? 0 : seconds[(seconds.length - 1) / 4];
  }

  /** From the start of the frame before to that of one, in s; 0 where that is not told. */
  private static double between(List<Frame> frames, int index, FrameSet of) {
    Instant before = of.takenAt(frames.get(index - 1)).orElse(null);
    Instant now = of.takenAt(frames.get(index)).orElse(null);
    return before == null || now == null ? 0 : Duration.between(before, now).toMillis() / 1e3;
  }
}
