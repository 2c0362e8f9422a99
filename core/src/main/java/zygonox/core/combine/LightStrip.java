package zygonox.core.combine;

import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.ToneTable;

/** Light on its way into a result. */
final class LightStrip implements Accumulator.Strip<LightSource> {
  /** What becomes of a piece of it. */
  @FunctionalInterface
  interface Adding {
    void add(float[] light, int from, int at, int count, double weight);
  }

  private final PixelLayout layout;
  private final float[] light;
  private final ToneTable encoder;
  private final Adding adding;

  /**
   * @param encoder to the samples that noise is told in
   */
  LightStrip(PixelLayout layout, int most, ToneTable encoder, Adding adding) {
    this.layout = layout;
    this.light = new float[most];
    this.encoder = encoder;
    this.adding = adding;
  }

  @Override
  public void read(LightSource source, int firstRow, int rows) throws UnreadableFrame {
    source.read(firstRow, rows, light);
  }

  @Override
  public int at(int row, int x, int channel) {
    return Math.round(
        65_535 * encoder.encode(light[RowOrder.PLANAR.index(layout, row, x, channel)]));
  }

  @Override
  public void add(LightSource source, int firstRow, int row, int rows, double weight) {
    RowOrder.PLANAR.covered(
        source,
        firstRow,
        row,
        rows,
        (from, at, count) -> adding.add(light, from, at, count, weight));
  }
}
