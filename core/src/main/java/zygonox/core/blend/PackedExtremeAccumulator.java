package zygonox.core.blend;

import java.util.Arrays;

/**
 * Keeps the brightest or the darkest of 8-bit samples, eight to a number: half the memory of single
 * samples, and a loop of plain arithmetic that the JIT turns into vector code.
 */
final class PackedExtremeAccumulator implements Accumulator {
  private static final long HIGH_BITS = 0x8080808080808080L;

  private final boolean brightest;
  private final Quantizer quantizer;
  private long[] kept = new long[0];

  PackedExtremeAccumulator(boolean brightest, Quantizer quantizer) {
    this.brightest = brightest;
    this.quantizer = quantizer;
  }

  @Override
  public int sampleBytes() {
    return Byte.BYTES;
  }

  @Override
  public void start(int samples) {
    int numbers = (samples + 7) / 8;
    if (kept.length < numbers) {
      kept = new long[numbers];
    }
    Arrays.fill(kept, brightest ? 0 : -1);
  }

  @Override
  public boolean isPacked() {
    return true;
  }

  @Override
  public void add(short[] samples, int from, int at, int count) {
    throw new IllegalStateException("samples are taken in packed");
  }

  @Override
  public void addPacked(long[] packed, int at, int count) {
    if (brightest) {
      lighten(kept, at / 8, packed, (count + 7) / 8);
    } else {
      darken(kept, at / 8, packed, (count + 7) / 8);
    }
  }

  static void lighten(long[] kept, int at, long[] packed, int count) {
    for (int i = 0; i < count; i++) {
      long a = kept[at + i];
      long b = packed[i];
      // Each byte's high bit of d is set where the low seven bits of a are not below b's.
      long d = (a | HIGH_BITS) - (b & ~HIGH_BITS);
      long notBelow = ((a & ~b) | (~(a ^ b) & d)) & HIGH_BITS;
      long take = notBelow | (notBelow - (notBelow >>> 7));
      kept[at + i] = (a & take) | (b & ~take);
    }
  }

  static void darken(long[] kept, int at, long[] packed, int count) {
    for (int i = 0; i < count; i++) {
      long a = kept[at + i];
      long b = packed[i];
      long d = (a | HIGH_BITS) - (b & ~HIGH_BITS);
      long notBelow = ((a & ~b) | (~(a ^ b) & d)) & HIGH_BITS;
      long take = notBelow | (notBelow - (notBelow >>> 7));
      kept[at + i] = (b & take) | (a & ~take);
    }
  }

  private int sample(int at) {
    return (int) (kept[at >> 3] >>> 8 * (at & 7)) & 0xff;
  }

  @Override
  public void finish(int at, int count, int frames, int[] covering, ResultRows result) {
    for (int i = 0; i < count; i++) {
      quantizer.ratio(result, i, sample(at + i), 1);
    }
  }

  @Override
  public double glance(int at, int frames) {
    return sample(at) / 255.0;
  }
}
