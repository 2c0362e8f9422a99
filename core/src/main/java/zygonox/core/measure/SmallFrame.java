package zygonox.core.measure;

import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;

/**
 * A frame made small by means of squares: faint lines stand out of the noise more clearly.
 *
 * @param width of the small frame
 * @param height of the small frame
 * @param values shares of white, row by row
 */
record SmallFrame(int width, int height, float[] values) {
  /** Side of a square, in pixels of the frame. */
  static final int BIN = 4;

  static SmallFrame of(Raster frame) {
    PixelLayout layout = frame.layout();
    int width = layout.width() / BIN;
    int height = layout.height() / BIN;
    int channels = layout.channels();
    float[] values = new float[width * height];
    float scale = 1f / (BIN * BIN * channels * (float) layout.white());
    short[] samples = frame.samples();
    for (int y = 0; y < height; y++) {
      int from = y * BIN * layout.rowSamples();
      for (int x = 0; x < width; x++, from += BIN * channels) {
        int sum = 0;
        for (int dy = 0; dy < BIN; dy++) {
          int i = from + dy * layout.rowSamples();
          sum +=
              channels == 3
                  ? four(samples, i) + four(samples, i + 4) + four(samples, i + 8)
                  : four(samples, i);
        }
        values[y * width + x] = sum * scale;
      }
    }
    return new SmallFrame(width, height, values);
  }

  private static int four(short[] samples, int i) {
    int left = (samples[i] & 0xffff) + (samples[i + 1] & 0xffff);
    return left + (samples[i + 2] & 0xffff) + (samples[i + 3] & 0xffff);
  }
}
