package zygonox.core.mend;

import java.util.Arrays;
import zygonox.core.raster.PixelLayout;

/** Light that some pixels of a few rows get instead of less. */
final class Raised {
  /** So many rows are worked on together. */
  static final int ROWS = 16;

  private final int rowSamples;
  private final int width;
  private final float[] light;
  private int[] places = new int[1 << 12];
  private int count;

  Raised(PixelLayout layout) {
    this.rowSamples = layout.rowSamples();
    this.width = layout.width();
    this.light = new float[ROWS * rowSamples];
  }

  /** What one of them holds. */
  static long bytes(PixelLayout layout) {
    return (long) ROWS * layout.rowSamples() * Float.BYTES;
  }

  /** Where a pixel is told. */
  int place(int row, int channel, int x) {
    return row * rowSamples + channel * width + x;
  }

  /** 0 where nothing was raised. */
  float at(int place) {
    return light[place];
  }

  /**
   * @param to more than 0, and than what it was raised to before
   */
  void raise(int place, float to) {
    if (light[place] == 0) {
      if (count == places.length) {
        places = Arrays.copyOf(places, 2 * count);
      }
      places[count++] = place;
    }
    light[place] = to;
  }

  /** Takes a raised pixel. */
  @FunctionalInterface
  interface Taker {
    void take(int row, int channel, int x, float light);
  }

  /** Gives away all that was raised: what comes next begins anew. */
  void give(Taker taker) {
    for (int i = 0; i < count; i++) {
      int place = places[i];
      int inRow = place % rowSamples;
      taker.take(place / rowSamples, inRow / width, inRow % width, light[place]);
      light[place] = 0;
    }
    count = 0;
  }
}
