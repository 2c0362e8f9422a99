package zygonox.core.align;

import java.util.Arrays;
import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/**
 * A frame on a grid some times as fine as its own: each pixel of that grid takes the sample that
 * fell on it, as it is. Frames that lie a part of a pixel beside each other so bring different
 * samples to it, and their mean shows more than any of them (A. Fruchter and R. Hook, PASP 114,
 * 144, 2002, with drops as large as a pixel). Holds the whole frame while it is open.
 */
final class DroppedLight implements LightSource {
  private static final int STRIP_ROWS = 32;

  private final LightSource from;
  private final PixelLayout own;
  private final PixelLayout layout;
  private final Homography back;
  private final Spans spans;
  private float[] whole;

  /**
   * @param onto maps the frame's pixels onto the reference's
   * @param scale how many pixels of the grid one of the reference's is wide, 2 or more
   */
  DroppedLight(LightSource from, Homography onto, int scale) {
    this.from = from;
    this.own = from.layout();
    this.layout =
        new PixelLayout(own.width() * scale, own.height() * scale, own.channels(), own.bits());
    this.back = scaled(onto, scale).inverse();
    this.spans = new Spans(back, layout, own);
  }

  /** The same map onto the finer grid. */
  static Homography scaled(Homography onto, int scale) {
    double off = (scale - 1) / 2.0;
    return new Homography(new double[] {scale, 0, off, 0, scale, off, 0, 0, 1}).after(onto);
  }

  @Override
  public PixelLayout layout() {
    return layout;
  }

  @Override
  public boolean anyRowsCheaply() {
    return false;
  }

  @Override
  public long heldBytes() {
    return (long) Float.BYTES * own.samples() + from.heldBytes();
  }

  @Override
  public void read(int firstRow, int rows, float[] into) throws UnreadableFrame {
    if (whole == null) {
      readWhole();
    }
    Arrays.fill(into, 0, rows * layout.rowSamples(), 0);
    int[] places = new int[layout.width()];
    for (int y = 0; y < rows; y++) {
      int row = firstRow + y;
      int start = spans.from(row);
      int end = spans.to(row);
      for (int x = start; x < end; x++) {
        int column = Math.max(0, Math.min(own.width() - 1, (int) (back.x(x, row) + 0.5)));
        int line = Math.max(0, Math.min(own.height() - 1, (int) (back.y(x, row) + 0.5)));
        places[x] = line * own.rowSamples() + column;
      }
      for (int c = 0; c < layout.channels(); c++) {
        int at = y * layout.rowSamples() + c * layout.width();
        int channel = c * own.width();
        for (int x = start; x < end; x++) {
          into[at + x] = whole[places[x] + channel];
        }
      }
    }
  }

  private void readWhole() throws UnreadableFrame {
    whole = new float[own.samples()];
    float[] strip = new float[STRIP_ROWS * own.rowSamples()];
    for (int row = 0; row < own.height(); row += STRIP_ROWS) {
      int rows = Math.min(STRIP_ROWS, own.height() - row);
      from.read(row, rows, strip);
      System.arraycopy(strip, 0, whole, row * own.rowSamples(), rows * own.rowSamples());
    }
    from.close();
  }

  @Override
  public int[] covered(int row) {
    return new int[] {spans.from(row), spans.to(row)};
  }

  @Override
  public void close() {
    whole = null;
    from.close();
  }
}
