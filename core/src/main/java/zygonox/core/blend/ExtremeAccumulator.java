package zygonox.core.blend;

import java.util.Arrays;

/** Keeps the brightest or the darkest sample. */
final class ExtremeAccumulator implements Accumulator {
  private final boolean brightest;
  private final int white;
  private final Quantizer quantizer;
  private short[] kept = new short[0];

  ExtremeAccumulator(boolean brightest, int white, Quantizer quantizer) {
    this.brightest = brightest;
    this.white = white;
    this.quantizer = quantizer;
  }

  @Override
  public int sampleBytes() {
    return Short.BYTES;
  }

  @Override
  public void start(int samples) {
    if (kept.length < samples) {
      kept = new short[samples];
    }
    Arrays.fill(kept, brightest ? 0 : (short) white);
  }

  @Override
  public void add(short[] samples, int from, int at, int count) {
    if (brightest) {
      lighten(kept, at, samples, from, count);
    } else {
      darken(kept, at, samples, from, count);
    }
  }

  static void lighten(short[] kept, int at, short[] samples, int from, int count) {
    for (int i = 0; i < count; i++) {
      kept[at + i] = (short) Math.max(kept[at + i] & 0xffff, samples[from + i] & 0xffff);
    }
  }

  static void darken(short[] kept, int at, short[] samples, int from, int count) {
    for (int i = 0; i < count; i++) {
      kept[at + i] = (short) Math.min(kept[at + i] & 0xffff, samples[from + i] & 0xffff);
    }
  }

  @Override
  public void finish(int at, int count, int frames, int[] covering, ResultRows result) {
    for (int i = 0; i < count; i++) {
      quantizer.ratio(result, i, kept[at + i] & 0xffff, 1);
    }
  }

  @Override
  public double glance(int at, int frames) {
    return (double) (kept[at] & 0xffff) / white;
  }
}
