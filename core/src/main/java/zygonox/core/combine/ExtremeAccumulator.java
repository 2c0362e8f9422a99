package zygonox.core.combine;

import java.io.IOException;
import java.util.Arrays;
import zygonox.core.format.PixelSource;
import zygonox.core.raster.PixelLayout;

/** Keeps the brightest or the darkest sample. */
final class ExtremeAccumulator implements Accumulator<PixelSource> {
  private final boolean brightest;
  private final PixelLayout layout;
  private final Quantizer quantizer;
  private short[] kept = new short[0];

  ExtremeAccumulator(boolean brightest, PixelLayout layout, Quantizer quantizer) {
    this.brightest = brightest;
    this.layout = layout;
    this.quantizer = quantizer;
  }

  @Override
  public RowOrder order() {
    return RowOrder.INTERLEAVED;
  }

  @Override
  public int sampleBytes() {
    return Short.BYTES;
  }

  @Override
  public int stripSampleBytes() {
    return Short.BYTES;
  }

  @Override
  public void start(int samples) {
    if (kept.length < samples) {
      kept = new short[samples];
    }
    Arrays.fill(kept, brightest ? 0 : (short) layout.white());
  }

  @Override
  public void keep(Snapshot.ArrayFile file, int samples) throws IOException {
    file.of(kept, samples);
  }

  @Override
  public Strip<PixelSource> strip(int samples) {
    return new SampleStrip(
        layout,
        samples,
        brightest
            ? (strip, from, at, count) -> lighten(kept, at, strip, from, count)
            : (strip, from, at, count) -> darken(kept, at, strip, from, count));
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
  public void finish(int row, int rows, double whole, float[] weights, ResultRows result) {
    int at = row * layout.rowSamples();
    for (int i = 0; i < rows * layout.rowSamples(); i++) {
      quantizer.ratio(result, i, kept[at + i] & 0xffff, 1);
    }
  }

  @Override
  public double glance(int at, double whole) {
    return (double) (kept[at] & 0xffff) / layout.white();
  }
}
