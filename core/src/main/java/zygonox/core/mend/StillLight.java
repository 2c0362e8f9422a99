package zygonox.core.mend;

import java.util.Arrays;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.Workers;
import zygonox.core.work.Workroom;

/**
 * The light that stays where it is while the sky moves on: ground, lamps, hot pixels and the sky's
 * own glow, told by a few frames that lie far from each other. What passes by, a star, is in one of
 * them at a place: the brightest does not count.
 *
 * @param light of the channel that tells, row by row
 */
record StillLight(int width, float[] light) {
  private static final int FRAMES = 8;
  private static final int STRIP_ROWS = 32;

  /** Light is added in whole steps of white: their sum is the same in whichever order they come. */
  private static final float STEPS = 1 << 20;

  /**
   * @param frames of a camera that stood still, in order of time
   */
  static StillLight of(List<Frame> frames, FrameOpener<LightSource> opener, Workroom room) {
    PixelLayout layout = frames.get(0).layout();
    int[] sums = new int[layout.width() * layout.height()];
    float[] most = new float[sums.length];
    Arrays.fill(most, -Float.MAX_VALUE);
    int count = Math.min(FRAMES, frames.size());
    AtomicInteger read = new AtomicInteger();
    try (Workers crew = Workers.perCore()) {
      crew.forEach(
          count,
          (n, worker) -> {
            room.cancellation().check();
            Frame frame = frames.get((int) ((n + 0.5) * frames.size() / count));
            try (LightSource source = opener.open(frame)) {
              add(source, sums, most);
              read.incrementAndGet();
            } catch (UnreadableFrame e) {
              // Blending reads it again and tells the reason.
            }
          });
    }
    float others = Math.max(1, read.get() - 1);
    float[] light = most;
    for (int i = 0; i < light.length; i++) {
      light[i] = read.get() > 2 ? (sums[i] / STEPS - most[i]) / others : 0;
    }
    return new StillLight(layout.width(), light);
  }

  /** What stays at a pixel, in the channel that tells. */
  float at(int x, int row) {
    return light[row * width + x];
  }

  /** What it holds, and what is known by it of the frames that are at work. */
  long heldBytes() {
    return (long) Float.BYTES * light.length + KnownStandouts.bytes(width, light.length / width);
  }

  private static void add(LightSource source, int[] sums, float[] most) throws UnreadableFrame {
    PixelLayout layout = source.layout();
    int width = layout.width();
    float[] strip = new float[STRIP_ROWS * layout.rowSamples()];
    for (int row = 0; row < layout.height(); row += STRIP_ROWS) {
      int rows = Math.min(STRIP_ROWS, layout.height() - row);
      source.read(row, rows, strip);
      for (int y = 0; y < rows; y++) {
        int from = y * layout.rowSamples() + RowWindow.telling(layout) * width;
        int at = (row + y) * width;
        synchronized (sums) {
          for (int x = 0; x < width; x++) {
            sums[at + x] += (int) (STEPS * strip[from + x]);
            most[at + x] = Math.max(most[at + x], strip[from + x]);
          }
        }
      }
    }
  }
}
