package zygonox.core.format;

import zygonox.core.raster.PixelLayout;

/**
 * A frame's light at half its width and height: each pixel the mean of four; an odd last column or
 * row is left out.
 */
public final class HalvedLight implements LightSource {
  /** Rows of its own that are read at a time, the most. */
  private static final int ROWS = 16;

  private final LightSource from;
  private final PixelLayout layout;
  private float[] strip = new float[0];

  public HalvedLight(LightSource from) {
    this.from = from;
    this.layout = halved(from.layout());
  }

  /** What a shape has at half its size. */
  public static PixelLayout halved(PixelLayout whole) {
    return new PixelLayout(whole.width() / 2, whole.height() / 2, whole.channels(), whole.bits());
  }

  @Override
  public PixelLayout layout() {
    return layout;
  }

  @Override
  public boolean anyRowsCheaply() {
    return from.anyRowsCheaply();
  }

  @Override
  public long heldBytes() {
    return 2L * ROWS * Float.BYTES * from.layout().rowSamples() + from.heldBytes();
  }

  @Override
  public void read(int firstRow, int rows, float[] into) throws UnreadableFrame {
    if (strip.length == 0) {
      strip = new float[2 * ROWS * from.layout().rowSamples()];
    }
    for (int row = 0; row < rows; row += ROWS) {
      int some = Math.min(ROWS, rows - row);
      from.read(2 * (firstRow + row), 2 * some, strip);
      halve(some, into, row * layout.rowSamples());
    }
  }

  private void halve(int rows, float[] into, int at) {
    int whole = from.layout().width();
    for (int y = 0; y < rows; y++) {
      for (int c = 0; c < layout.channels(); c++) {
        int upper = (2 * y * layout.channels() + c) * whole;
        int lower = upper + layout.channels() * whole;
        int to = at + (y * layout.channels() + c) * layout.width();
        for (int x = 0; x < layout.width(); x++) {
          float above = strip[upper + 2 * x] + strip[upper + 2 * x + 1];
          into[to + x] = 0.25f * (above + strip[lower + 2 * x] + strip[lower + 2 * x + 1]);
        }
      }
    }
  }

  @Override
  public void close() {
    strip = new float[0];
    from.close();
  }
}
