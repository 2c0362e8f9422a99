package zygonox.core.combine;

import java.io.IOException;
import java.util.Arrays;
import zygonox.core.format.LightSource;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.ToneCurve;
import zygonox.core.raster.ToneTable;

/**
 * Adds up light in whole units so small that rounding to them is far below any noise: the order of
 * frames changes nothing. Gives the weighted mean or the sum.
 */
final class LightTotal implements Accumulator<LightSource> {
  /**
   * Adding this to a float leaves its whole part, rounded, in the lowest bits: for light of less
   * than two, as sources give it and resampling can overshoot.
   */
  private static final float ROUNDING = 3 << 22;

  private static final int ROUNDING_BITS = Float.floatToRawIntBits(ROUNDING);
  private static final float MOST_UNITS = 1 << 21;

  private final boolean mean;
  private final PixelLayout layout;
  private final ToneCurve curve;
  private final Quantizer quantizer;
  private final ToneTable encoder;
  private final float unit;
  private int[] totals = new int[0];

  /**
   * @param mean the mean, else the sum
   * @param mostFrames how many frames will be added at the most
   */
  LightTotal(
      boolean mean, PixelLayout layout, ToneCurve curve, int mostFrames, Quantizer quantizer) {
    this.mean = mean;
    this.layout = layout;
    this.curve = curve;
    this.quantizer = quantizer;
    this.encoder = new ToneTable(curve);
    this.unit = Math.min(MOST_UNITS, (float) (1L << 30) / mostFrames);
  }

  @Override
  public RowOrder order() {
    return RowOrder.PLANAR;
  }

  @Override
  public int sampleBytes() {
    return Integer.BYTES;
  }

  @Override
  public int stripSampleBytes() {
    return Float.BYTES;
  }

  @Override
  public void start(int samples) {
    if (totals.length < samples) {
      totals = new int[samples];
    } else {
      Arrays.fill(totals, 0, samples, 0);
    }
  }

  @Override
  public void keep(Snapshot.ArrayFile file, int samples) throws IOException {
    file.of(totals, samples);
  }

  @Override
  public Strip<LightSource> strip(int samples) {
    return new LightStrip(
        layout,
        samples,
        encoder,
        (light, from, at, count, weight) ->
            add(totals, at, light, from, count, (float) (unit * weight)));
  }

  static void add(int[] totals, int at, float[] light, int from, int count, float unit) {
    for (int i = 0; i < count; i++) {
      totals[at + i] += Float.floatToRawIntBits(light[from + i] * unit + ROUNDING) - ROUNDING_BITS;
    }
  }

  @Override
  public void finish(int row, int rows, double whole, float[] weights, ResultRows result) {
    float[] light = new float[layout.width()];
    float even = (float) (1 / (mean && whole > 0 ? unit * whole : unit));
    for (int y = 0; y < rows; y++) {
      for (int c = 0; c < layout.channels(); c++) {
        int from = order().index(layout, row + y, 0, c);
        for (int x = 0; x < light.length; x++) {
          light[x] = totals[from + x] * even;
        }
        if (mean && weights != null) {
          weigh(light, (float) whole, weights, y * light.length);
        }
        int to = RowOrder.INTERLEAVED.index(layout, y, 0, c);
        quantizer.light(light, 0, light.length, result, to, layout.channels());
      }
    }
  }

  /** Where fewer frames cover a pixel, its light is of fewer. */
  private static void weigh(float[] light, float whole, float[] weights, int from) {
    for (int x = 0; x < light.length; x++) {
      float own = weights[from + x];
      light[x] = own > 0 ? light[x] * whole / own : 0;
    }
  }

  @Override
  public double glance(int at, double whole) {
    double light = totals[at] / (mean ? unit * whole : unit);
    return curve.toEncoded(Math.max(0, Math.min(1, light)));
  }
}
