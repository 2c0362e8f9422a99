package zygonox.core.recipe;

import java.io.IOException;
import zygonox.core.develop.FrameMask;
import zygonox.core.develop.SoftEdge;
import zygonox.core.format.PictureSink;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.ToneCurve;
import zygonox.core.work.Workers;

/**
 * Puts a sky over a ground, both stored with 16 bits by one curve, along an edge that is soft in
 * light.
 */
final class SkyJoin {
  /** Rows that a worker joins at a time. */
  private static final int BAND_ROWS = 256;

  private final Raster sky;
  private final Raster count;
  private final Raster ground;
  private final float[] share;
  private final float[] gains;
  private final ToneCurve curve;

  /**
   * @param count how many frames the sky has at each pixel: where it has none its own edge is
   *     continued
   * @param mask what is sky
   * @param edgePixels over how many pixels the one becomes the other
   * @param gains what the ground's channels are multiplied by
   */
  SkyJoin(
      Raster sky,
      Raster count,
      Raster ground,
      FrameMask mask,
      double edgePixels,
      float[] gains,
      ToneCurve curve) {
    this.sky = sky;
    this.count = count;
    this.ground = ground;
    this.gains = gains;
    this.curve = curve;
    this.share = SoftEdge.of(mask, edgePixels);
  }

  /** Writes all rows. */
  void into(PictureSink sink) {
    float[] table = curve.light(sky.layout().bits());
    Workers.inBands(
        sky.layout().height(), BAND_ROWS, (first, end) -> band(first, end, table, sink));
  }

  private void band(int first, int end, float[] table, PictureSink sink) throws IOException {
    PixelLayout layout = sky.layout();
    EncodedRow row = new EncodedRow(sink, curve, layout.rowSamples());
    int channels = layout.channels();
    int[] last = new int[layout.width() * channels];
    for (int x = 0; x < layout.width(); x++) {
      goOn(x, first - 1, last);
    }
    for (int y = first; y < end; y++) {
      for (int x = 0; x < layout.width(); x++) {
        boolean seen = count.at(x, y, 0) > 0;
        float part = share[y * layout.width() + x];
        for (int c = 0; c < channels; c++) {
          int i = x * channels + c;
          last[i] = seen ? sky.at(x, y, c) : last[i];
          if (part == 1) {
            row.keep(i, last[i]);
          } else if (part == 0 && gains[c] == 1) {
            row.keep(i, ground.at(x, y, c));
          } else {
            float own = table[ground.at(x, y, c)] * gains[c];
            row.set(i, part * table[last[i]] + (1 - part) * own);
          }
        }
      }
      row.write(y);
    }
  }

  /** Behind the ridge no frame saw the sky: what was seen above it goes on. */
  private void goOn(int x, int above, int[] last) {
    int channels = sky.layout().channels();
    int y = above;
    while (y >= 0 && count.at(x, y, 0) == 0) {
      y--;
    }
    for (int c = 0; c < channels && y >= 0; c++) {
      last[x * channels + c] = sky.at(x, y, c);
    }
  }
}
