package zygonox.core.align;

import java.util.Arrays;
import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/**
 * A frame on a grid some times as fine as its own: each pixel of that grid takes the sample that
 * fell on it, as it is. Frames that lie a part of a pixel beside each other so bring different
 * samples to it, and their mean shows more than any of them (A. Fruchter and R. Hook, PASP 114,
 * 144, 2002, with drops as large as a pixel).
 */
final class DroppedLight extends WholeLight {
  /** Columns over which places are told by a parabola through three of them. */
  private static final int BLOCK = 256;

  private final PixelLayout own;
  private final Placement placement;
  private final float[] ramp = new float[BLOCK];
  private final int[] nearest = new int[BLOCK];
  private final int[] nearestLine = new int[BLOCK];

  /**
   * @param placement of the frame on the reference's pixels
   * @param scale how many pixels of the grid one of the reference's is wide, 2 or more
   */
  DroppedLight(LightSource from, Placement placement, int scale) {
    this(from, finer(from.layout(), scale), placement.finer(scale));
  }

  private DroppedLight(LightSource from, PixelLayout grid, Placement placement) {
    super(from, grid, new Spans(placement, grid, from.layout()));
    this.own = from.layout();
    this.placement = placement;
    for (int i = 0; i < BLOCK; i++) {
      ramp[i] = i;
    }
  }

  private static PixelLayout finer(PixelLayout own, int scale) {
    return new PixelLayout(own.width() * scale, own.height() * scale, own.channels(), own.bits());
  }

  @Override
  public void read(int firstRow, int rows, float[] into) throws UnreadableFrame {
    float[] whole = whole();
    PixelLayout layout = layout();
    Arrays.fill(into, 0, rows * layout.rowSamples(), 0);
    int[] places = new int[layout.width()];
    for (int y = 0; y < rows; y++) {
      int row = firstRow + y;
      int start = covered(row)[0];
      int end = covered(row)[1];
      for (int x = start; x < end; x += BLOCK) {
        places(row, x, Math.min(end, x + BLOCK), places);
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

  /** Where the samples lie that fell nearest to a piece of a row. */
  private void places(int row, int from, int to, int[] places) {
    double middle = (from + to - 1) / 2.0;
    Parabola columns =
        new Parabola(
            placement.backX(from, row),
            placement.backX(middle, row),
            placement.backX(to - 1, row),
            to - 1 - from);
    Parabola lines =
        new Parabola(
            placement.backY(from, row),
            placement.backY(middle, row),
            placement.backY(to - 1, row),
            to - 1 - from);
    // Near the first of them, floats tell places to a hundred-thousandth of a pixel.
    int column = columns.wholeAt(0);
    int line = lines.wholeAt(0);
    columns.wholes(ramp, nearest, to - from, column, own.width() - 1);
    lines.wholes(ramp, nearestLine, to - from, line, own.height() - 1);
    add(nearest, nearestLine, own.rowSamples(), places, from, to - from);
  }

  private static void add(
      int[] columns, int[] lines, int rowSamples, int[] places, int from, int count) {
    for (int i = 0; i < count; i++) {
      places[from + i] = lines[i] * rowSamples + columns[i];
    }
  }
}
