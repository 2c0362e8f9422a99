package zygonox.core.mend;

import java.util.Arrays;
import zygonox.core.align.Placement;
import zygonox.core.develop.FrameMask;
import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/** A frame of which only a part counts; the mask lies on the frame, wherever it was moved. */
public final class MaskedLight implements LightSource {
  private final LightSource moved;
  private final FrameMask mask;
  private final Placement placement;
  private final double[] columns;
  private final double[] lines;

  /**
   * @param moved the frame on the blend's grid
   * @param mask on the frame's own pixels
   * @param placement of the frame on the blend's grid
   */
  public MaskedLight(LightSource moved, FrameMask mask, Placement placement) {
    this.moved = moved;
    this.mask = mask;
    this.placement = placement;
    this.columns = new double[moved.layout().width()];
    this.lines = new double[moved.layout().width()];
  }

  @Override
  public PixelLayout layout() {
    return moved.layout();
  }

  @Override
  public boolean anyRowsCheaply() {
    return moved.anyRowsCheaply();
  }

  @Override
  public long heldBytes() {
    return moved.heldBytes();
  }

  @Override
  public void read(int firstRow, int rows, float[] into) throws UnreadableFrame {
    moved.read(firstRow, rows, into);
  }

  @Override
  public int[] covered(int row) {
    int[] whole = moved.covered(row);
    int[] pieces = new int[8];
    int count = 0;
    for (int p = 0; p < whole.length; p += 2) {
      boolean open = false;
      int first = whole[p];
      if (!placement.isAsItIs()) {
        placement.back(row, first, whole[p + 1], columns, lines);
      }
      for (int x = first; x <= whole[p + 1]; x++) {
        boolean counts = x < whole[p + 1] && counts(x, row, first);
        if (counts != open) {
          pieces = count == pieces.length ? Arrays.copyOf(pieces, 2 * count) : pieces;
          pieces[count++] = x;
          open = counts;
        }
      }
    }
    return Arrays.copyOf(pieces, count);
  }

  private boolean counts(int x, int row, int first) {
    return placement.isAsItIs()
        ? mask.at(x, row)
        : mask.at((int) Math.round(columns[x - first]), (int) Math.round(lines[x - first]));
  }

  @Override
  public void close() {
    moved.close();
  }
}
