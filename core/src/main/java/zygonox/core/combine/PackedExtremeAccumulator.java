package zygonox.core.combine;

import java.io.IOException;
import java.util.Arrays;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/**
 * Keeps the brightest or the darkest of 8-bit samples, eight to a number: half the memory of single
 * samples, and a loop of plain arithmetic that the JIT turns into vector code.
 */
final class PackedExtremeAccumulator implements Accumulator<PixelSource> {
  private static final long HIGH_BITS = 0x8080808080808080L;

  private final boolean brightest;
  private final PixelLayout layout;

  /** What each of the samples there are becomes in the result. */
  private final ResultRows values;

  private long[] kept = new long[0];

  PackedExtremeAccumulator(boolean brightest, PixelLayout layout, Quantizer quantizer) {
    this.brightest = brightest;
    this.layout = layout;
    this.values = quantizer.rows(256);
    for (int sample = 0; sample < 256; sample++) {
      quantizer.ratio(values, sample, sample, 1);
    }
  }

  @Override
  public RowOrder order() {
    return RowOrder.INTERLEAVED;
  }

  @Override
  public int sampleBytes() {
    return Byte.BYTES;
  }

  @Override
  public int stripSampleBytes() {
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
  public void keep(Snapshot.ArrayFile file, int samples) throws IOException {
    file.of(kept, (samples + 7) / 8);
  }

  @Override
  public Strip<PixelSource> strip(int samples) {
    return new Packed((samples + 7) / 8);
  }

  /** Whole strips, which begin on a number of their own. */
  private final class Packed implements Strip<PixelSource> {
    private final long[] packed;

    Packed(int numbers) {
      packed = new long[numbers];
    }

    @Override
    public void read(PixelSource source, int firstRow, int rows) throws UnreadableFrame {
      source.readPacked(firstRow, rows, packed);
    }

    @Override
    public int at(int row, int x, int channel) {
      return sample(packed, RowOrder.INTERLEAVED.index(layout, row, x, channel));
    }

    @Override
    public void add(PixelSource source, int firstRow, int row, int rows, double weight) {
      int at = row * layout.rowSamples() / 8;
      int numbers = (rows * layout.rowSamples() + 7) / 8;
      if (brightest) {
        lighten(kept, at, packed, numbers);
      } else {
        darken(kept, at, packed, numbers);
      }
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

  private static int sample(long[] packed, int at) {
    return (int) (packed[at >> 3] >>> 8 * (at & 7)) & 0xff;
  }

  @Override
  public void finish(int row, int rows, double whole, float[] weights, ResultRows result) {
    int at = row * layout.rowSamples();
    int count = rows * layout.rowSamples();
    for (int i = 0; i < count; i++) {
      int sample = sample(kept, at + i);
      if (result.floats() != null) {
        result.floats()[i] = values.floats()[sample];
      } else {
        result.shorts()[i] = values.shorts()[sample];
      }
    }
  }

  @Override
  public double glance(int at, double whole) {
    return sample(kept, at) / 255.0;
  }
}
