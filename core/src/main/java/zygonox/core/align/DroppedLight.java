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
  private final PixelLayout own;
  private final Placement placement;

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
    double[] columns = new double[layout.width()];
    double[] lines = new double[layout.width()];
    for (int y = 0; y < rows; y++) {
      int row = firstRow + y;
      int start = covered(row)[0];
      int end = covered(row)[1];
      placement.back(row, start, end, columns, lines);
      for (int x = start; x < end; x++) {
        int column = Math.max(0, Math.min(own.width() - 1, (int) (columns[x - start] + 0.5)));
        int line = Math.max(0, Math.min(own.height() - 1, (int) (lines[x - start] + 0.5)));
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
}
