package zygonox.core.blend;

import java.util.Arrays;
import java.util.Optional;
import zygonox.core.raster.ToneCurve;

/**
 * Adds up samples in whole numbers, so that the order of frames changes nothing, and gives their
 * mean or their sum. Totals are unsigned 32-bit: light is counted in units so small that the total
 * of all frames just fits.
 */
final class TotalAccumulator implements Accumulator {
  private static final long MOST = (1L << 32) - 1;

  private final boolean mean;
  private final int white;
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
      boolean mean, Optional<ToneCurve> curve, int bits, int mostFrames, Quantizer quantizer) {
    this.mean = mean;
    this.white = (1 << bits) - 1;
    this.quantizer = quantizer;
    this.unit = MOST / mostFrames;
    this.curve = curve.orElse(ToneCurve.LINEAR);
    this.light = curve.map(c -> c.lightUnits(bits, MOST / mostFrames)).orElse(null);
  }

  @Override
  public int sampleBytes() {
    return Integer.BYTES;
  }

  @Override
  public void start(int samples) {
    if (totals.length < samples) {
      totals = new int[samples];
    }
    Arrays.fill(totals, 0);
  }

  @Override
  public void add(short[] samples, int from, int at, int count) {
    if (light == null) {
      addEncoded(totals, at, samples, from, count);
    } else {
      addLight(totals, at, samples, from, count, light);
    }
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

  @Override
  public void finish(int at, int count, int frames, int[] covering, ResultRows result) {
    for (int i = 0; i < count; i++) {
      long total = Integer.toUnsignedLong(totals[at + i]);
      int n = covering == null ? frames : Math.max(1, covering[i]);
      if (light == null) {
        quantizer.ratio(result, i, mean ? total : Math.min(total, white), mean ? n : 1);
      } else {
        quantizer.light(result, i, total / (mean ? unit * n : unit));
      }
    }
  }

  @Override
  public double glance(int at, int soFar) {
    double total = Integer.toUnsignedLong(totals[at]) / (mean ? (double) soFar : 1);
    return light == null ? Math.min(1, total / white) : curve.toEncoded(Math.min(1, total / unit));
  }
}
