package zygonox.core.recipe;

import java.io.IOException;
import zygonox.core.develop.FrameMask;
import zygonox.core.develop.SoftEdge;
import zygonox.core.format.PictureSink;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.ToneCurve;

/** Puts a sky over a ground, in light, along a soft edge. */
final class SkyJoin {
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
  void into(PictureSink sink) throws IOException {
    PixelLayout layout = sky.layout();
    EncodedRow row = new EncodedRow(sink, curve, layout.rowSamples());
    float[] table = curve.light(layout.bits());
    int channels = layout.channels();
    float[] last = new float[layout.width() * channels];
    for (int y = 0; y < layout.height(); y++) {
      for (int x = 0; x < layout.width(); x++) {
        boolean seen = count.at(x, y, 0) > 0;
        float part = share[y * layout.width() + x];
        for (int c = 0; c < channels; c++) {
          int i = x * channels + c;
          // Behind the ridge no frame saw the sky: what was seen above it goes on.
          last[i] = seen ? table[sky.at(x, y, c)] : last[i];
          float own = table[ground.at(x, y, c)] * gains[c];
          float light = part * last[i] + (1 - part) * own;
          row.set(i, light);
        }
      }
      row.write(y);
    }
  }
}
