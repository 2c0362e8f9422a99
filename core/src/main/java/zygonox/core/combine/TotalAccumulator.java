package zygonox.core.combine;

import java.io.IOException;
import java.util.Arrays;
import java.util.Optional;
import zygonox.core.format.PixelSource;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.ToneCurve;

/**
 * Adds up samples in whole numbers, so that the order of frames changes nothing, and gives their
 * mean or their sum. Totals are unsigned 32-bit: light is counted in units so small that the total
 * of all frames just fits.
 */
final class TotalAccumulator implements Accumulator<PixelSource> {
  private static final long MOST = (1L << 32) - 1;

  private final boolean mean;
  private final PixelLayout layout;
  private final Quantizer quantizer;
  private final double unit;
  private final ToneCurve curve;
  private final int[] light;
  private int[] totals = new int[0];

  /**
   * @param mean the mean, else the sum
   * @param curve of light that is added; empty where encoded values are
   * @param mostFrames how many frames will be added at the most, 1 to 65,537
   */
  TotalAccumulator(
      boolean mean,
      Optional<ToneCurve> curve,
      PixelLayout layout,
      int mostFrames,
      Quantizer quantizer) {
    this.mean = mean;
    this.layout = layout;
    this.quantizer = quantizer;
    this.unit = MOST / mostFrames;
    this.curve = curve.orElse(ToneCurve.LINEAR);
    this.light = curve.map(c -> c.lightUnits(layout.bits(), MOST / mostFrames)).orElse(null);
  }

  @Override
  public RowOrder order() {
    return RowOrder.INTERLEAVED;
  }

  @Override
  public int stripSampleBytes() {
    return layout.bits() / 8;
  }

  @Override
  public int sampleBytes() {
    return Integer.BYTES;
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
  public Strip<PixelSource> strip(int samples) {
    if (layout.bits() == 8) {
      return new ByteStrip(
          layout,
          samples,
          light == null
              ? (strip, at, count) -> addEncoded(totals, at, strip, count)
              : (strip, at, count) -> addLight(totals, at, strip, count, light));
    }
    return new SampleStrip(
        layout,
        samples,
        light == null
            ? (strip, from, at, count) -> addEncoded(totals, at, strip, from, count)
            : (strip, from, at, count) -> addLight(totals, at, strip, from, count, light));
  }

  static void addEncoded(int[] totals, int at, short[] samples, int from, int count) {
    for (int i = 0; i < count; i++) {
      totals[at + i] += samples[from + i] & 0xffff;
    }
  }

  static void addLight(int[] totals, int at, short[] samples, int from, int count, int[] light) {
    for (int i = 0; i < count; i++) {
      totals[at + i] += light[samples[from + i] & 0xffff];
    }
  }

  static void addEncoded(int[] totals, int at, byte[] samples, int count) {
    for (int i = 0; i < count; i++) {
      totals[at + i] += samples[i] & 0xff;
    }
  }

  static void addLight(int[] totals, int at, byte[] samples, int count, int[] light) {
    for (int i = 0; i < count; i++) {
      totals[at + i] += light[samples[i] & 0xff];
    }
  }

  @Override
  public void finish(int row, int rows, double whole, float[] weights, ResultRows result) {
    int at = row * layout.rowSamples();
    int count = rows * layout.rowSamples();
    if (light != null && weights == null) {
      quantizer.light(totals, at, count, mean ? unit * frames(whole) : unit, result);
      return;
    }
    for (int i = 0; i < count; i++) {
      long total = Integer.toUnsignedLong(totals[at + i]);
      int n = frames(weights == null ? whole : weights[i / layout.channels()]);
      if (light == null) {
        quantizer.ratio(result, i, mean ? total : Math.min(total, layout.white()), mean ? n : 1);
      } else {
        quantizer.light(result, i, total / (mean ? unit * n : unit));
      }
    }
  }

  private static int frames(double covering) {
    return Math.max(1, (int) covering);
  }

  @Override
  public double glance(int at, double whole) {
    double total = Integer.toUnsignedLong(totals[at]) / (mean ? whole : 1);
    return light == null
        ? Math.min(1, total / layout.white())
        : curve.toEncoded(Math.min(1, total / unit));
  }
}
