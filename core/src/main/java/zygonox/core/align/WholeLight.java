package zygonox.core.align;

import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/** A frame that is wanted all over the place, and so held whole while it is open. */
abstract class WholeLight implements LightSource {
  private static final int STRIP_ROWS = 32;

  private final LightSource from;
  private final PixelLayout layout;
  private final Spans spans;
  private float[] whole;

  /**
   * @param layout of the grid it is put on
   * @param spans what it covers of that
   */
  WholeLight(LightSource from, PixelLayout layout, Spans spans) {
    this.from = from;
    this.layout = layout;
    this.spans = spans;
  }

  /** The frame's own light: rows, the channels of each one after the other. */
  final float[] whole() throws UnreadableFrame {
    if (whole == null) {
      PixelLayout own = from.layout();
      float[] light = new float[own.samples()];
      float[] strip = new float[STRIP_ROWS * own.rowSamples()];
      for (int row = 0; row < own.height(); row += STRIP_ROWS) {
        int rows = Math.min(STRIP_ROWS, own.height() - row);
        from.read(row, rows, strip);
        System.arraycopy(strip, 0, light, row * own.rowSamples(), rows * own.rowSamples());
      }
      from.close();
      whole = light;
    }
    return whole;
  }

  @Override
  public final PixelLayout layout() {
    return layout;
  }

  @Override
  public final boolean anyRowsCheaply() {
    return false;
  }

  @Override
  public final long heldBytes() {
    return (long) Float.BYTES * from.layout().samples() + from.heldBytes();
  }

  @Override
  public final int[] covered(int row) {
    return new int[] {spans.from(row), spans.to(row)};
  }

  @Override
  public final void close() {
    whole = null;
    from.close();
  }
}
