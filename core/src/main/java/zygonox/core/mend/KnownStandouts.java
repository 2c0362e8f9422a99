package zygonox.core.mend;

import java.util.LinkedHashMap;
import java.util.Map;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.work.Workers;

/**
 * Where light stands out in whole frames: each is asked for as the earlier of two frames and as the
 * later, at about the same time, and is looked through once. Safe for any thread.
 */
final class KnownStandouts {
  /** Frames that are at work at the same time: one for each core, and the one after the last. */
  private static final int FRAMES = Workers.cores() + 1;

  private final StillLight still;
  private final Map<Frame, Known> frames =
      new LinkedHashMap<>(16, 0.75f, true) {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<Frame, Known> eldest) {
          return size() > FRAMES;
        }
      };

  private static final class Known {
    private Standouts standouts;
  }

  KnownStandouts(StillLight still) {
    this.still = still;
  }

  /**
   * @param samples the frame's
   * @param light of each of the samples there are
   */
  Standouts of(Frame frame, PixelSource samples, float[] light) throws UnreadableFrame {
    Known known;
    synchronized (frames) {
      known = frames.computeIfAbsent(frame, f -> new Known());
    }
    synchronized (known) {
      if (known.standouts == null) {
        known.standouts = SampleWindow.standouts(samples, light, still);
      }
      return known.standouts;
    }
  }

  /** What they hold, at the most, of frames of such a size. */
  static long bytes(int width, int height) {
    return (long) FRAMES * width * height / Byte.SIZE;
  }
}
