package zygonox.core.combine;

import java.io.IOException;
import java.util.Arrays;
import zygonox.core.format.LightSource;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.ToneCurve;
import zygonox.core.raster.ToneTable;

/** Keeps the most or the least light. */
final class LightExtreme implements Accumulator<LightSource> {
  /**
   * Samples that are compared in one go, in two arrays of their own: the JIT makes vector code only
   * where both are taken at the same index, and that more than pays for copying.
   */
  private static final int PIECE = 1024;

  private final boolean brightest;
  private final PixelLayout layout;
  private final ToneCurve curve;
  private final Quantizer quantizer;
  private final ToneTable encoder;
  private float[] kept = new float[0];

  LightExtreme(boolean brightest, PixelLayout layout, ToneCurve curve, Quantizer quantizer) {
    this.brightest = brightest;
    this.layout = layout;
    this.curve = curve;
    this.quantizer = quantizer;
    this.encoder = new ToneTable(curve);
  }

  @Override
  public RowOrder order() {
    return RowOrder.PLANAR;
  }

  @Override
  public int sampleBytes() {
    return Float.BYTES;
  }

  @Override
  public int stripSampleBytes() {
    return Float.BYTES;
  }

  @Override
  public void start(int samples) {
    if (kept.length < samples) {
      kept = new float[samples];
    }
    Arrays.fill(kept, brightest ? Float.NEGATIVE_INFINITY : Float.POSITIVE_INFINITY);
  }

  @Override
  public void keep(Snapshot.ArrayFile file, int samples) throws IOException {
    file.of(kept, samples);
  }

  @Override
  public Strip<LightSource> strip(int samples) {
    float[] own = new float[PIECE];
    float[] other = new float[PIECE];
    return new LightStrip(
        layout,
        samples,
        encoder,
        (light, from, at, count, weight) -> {
          for (int i = 0; i < count; i += PIECE) {
            int length = Math.min(PIECE, count - i);
            System.arraycopy(kept, at + i, own, 0, length);
            System.arraycopy(light, from + i, other, 0, length);
            if (brightest) {
              lighten(own, other);
            } else {
              darken(own, other);
            }
            System.arraycopy(own, 0, kept, at + i, length);
          }
        });
  }

  private static void lighten(float[] own, float[] other) {
    for (int i = 0; i < own.length; i++) {
      own[i] = Math.max(own[i], other[i]);
    }
  }

  private static void darken(float[] own, float[] other) {
    for (int i = 0; i < own.length; i++) {
      own[i] = Math.min(own[i], other[i]);
    }
  }

  @Override
  public void finish(int row, int rows, double whole, float[] weights, ResultRows result) {
    for (int y = 0; y < rows; y++) {
      for (int c = 0; c < layout.channels(); c++) {
        int from = order().index(layout, row + y, 0, c);
        int to = RowOrder.INTERLEAVED.index(layout, y, 0, c);
        for (int x = from; x < from + layout.width(); x++) {
          // Where no frame reached nothing was kept.
          kept[x] = Float.isInfinite(kept[x]) ? 0 : kept[x];
        }
        quantizer.light(kept, from, layout.width(), result, to, layout.channels());
      }
    }
  }

  @Override
  public double glance(int at, double whole) {
    float light = kept[at];
    return Float.isInfinite(light) ? 0 : curve.toEncoded(Math.max(0, Math.min(1, light)));
  }
}
