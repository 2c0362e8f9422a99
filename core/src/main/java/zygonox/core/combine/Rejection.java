package zygonox.core.combine;

import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;

/**
 * What a clipped mean left out: how many samples in all, and where wanted at each pixel the number
 * of frames, of the channel that lost most. Safe for any thread that tells of rows of its own.
 */
public final class Rejection {
  private final PixelLayout layout;
  private final AtomicLong samples = new AtomicLong();
  private final AtomicInteger most = new AtomicInteger();

  /** One number a pixel; null where no map is wanted. */
  private final short[] map;

  /**
   * @param layout of the blend
   * @param mapped whether the number at each pixel is kept: two bytes a pixel
   */
  Rejection(PixelLayout layout, boolean mapped) {
    this.layout = layout;
    this.map = mapped ? new short[layout.width() * layout.height()] : null;
  }

  void rows(int firstRow, int rows, ResultRows combined) {
    short[] counts = combined.rejected();
    int channels = layout.channels();
    long sum = 0;
    int largest = 0;
    int at = firstRow * layout.width();
    for (int pixel = 0, i = 0; pixel < rows * layout.width(); pixel++) {
      int here = 0;
      for (int c = 0; c < channels; c++, i++) {
        sum += counts[i];
        here = Math.max(here, counts[i]);
      }
      largest = Math.max(largest, here);
      if (map != null) {
        map[at + pixel] = (short) here;
      }
    }
    samples.addAndGet(sum);
    most.accumulateAndGet(largest, Math::max);
  }

  /**
   * @param share of all samples
   * @param most frames at any pixel
   */
  public record Counts(double share, int most) {}

  /**
   * How much it came to.
   *
   * @param frames that cover a pixel, on average
   */
  public Counts counts(double frames) {
    return new Counts(samples.get() / (frames * layout.samples()), most.get());
  }

  /** The number at each pixel, as a grey picture of 16 bits. */
  public Raster map() {
    return new Raster(new PixelLayout(layout.width(), layout.height(), 1, 16), map);
  }
}
