package zygonox.core.mend;

import java.util.Arrays;
import zygonox.core.align.Placement;
import zygonox.core.develop.FrameMask;
import zygonox.core.format.LightSource;
import zygonox.core.format.LightStep;
import zygonox.core.format.UnreadableFrame;

/** A frame of which only a part counts; the mask lies on the frame, wherever it was moved. */
public final class MaskedLight extends LightStep {
  /** Columns that are looked at together. */
  private static final int BLOCK = 128;

  /** How far a bent row may stray beside its ends in such a block, and what rounding takes. */
  private static final int BESIDE = 2;

  private final FrameMask mask;
  private final Placement placement;
  private final double[] columns;
  private final double[] lines;

  /** The mask's pixels, 64 to a number. */
  private final long[] white;

  /**
   * @param moved the frame on the blend's grid
   * @param mask on the frame's own pixels
   * @param placement of the frame on the blend's grid
   */
  public MaskedLight(LightSource moved, FrameMask mask, Placement placement) {
    super(moved);
    this.mask = mask;
    this.placement = placement;
    this.columns = new double[moved.layout().width()];
    this.lines = new double[moved.layout().width()];
    this.white = mask.white().toLongArray();
  }

  @Override
  public void read(int firstRow, int rows, float[] into) throws UnreadableFrame {
    from.read(firstRow, rows, into);
  }

  @Override
  public int[] covered(int row) {
    int[] whole = from.covered(row);
    Pieces pieces = new Pieces();
    for (int p = 0; p < whole.length; p += 2) {
      for (int x = whole[p]; x < whole[p + 1]; x += BLOCK) {
        block(row, x, Math.min(whole[p + 1], x + BLOCK), pieces);
      }
      pieces.go(whole[p + 1], false);
    }
    return pieces.all();
  }

  /** Where the mask is the same all about a block, not every pixel of it is asked for. */
  private void block(int row, int from, int end, Pieces pieces) {
    double x1 = placement.backX(from, row);
    double x2 = placement.backX(end - 1, row);
    double y1 = placement.backY(from, row);
    double y2 = placement.backY(end - 1, row);
    int left = (int) Math.max(0, Math.floor(Math.min(x1, x2)) - BESIDE);
    int right = (int) Math.min(mask.width() - 1, Math.ceil(Math.max(x1, x2)) + BESIDE);
    int top = (int) Math.max(0, Math.floor(Math.min(y1, y2)) - BESIDE);
    int bottom = (int) Math.min(mask.height() - 1, Math.ceil(Math.max(y1, y2)) + BESIDE);
    if (isEven(left, top, right, bottom)) {
      pieces.go(from, mask.at(left, top));
    } else {
      placement.back(row, from, end, columns, lines);
      for (int x = from; x < end; x++) {
        int column = (int) Math.round(columns[x - from]);
        int line = (int) Math.round(lines[x - from]);
        pieces.go(x, mask.at(column, line));
      }
    }
  }

  /** Whether a rectangle of the mask is all white, or all black. */
  private boolean isEven(int left, int top, int right, int bottom) {
    long wanted = mask.at(left, top) ? -1 : 0;
    for (int y = top; y <= bottom; y++) {
      int from = y * mask.width() + left;
      int to = y * mask.width() + right;
      for (int word = from >> 6; word <= to >> 6; word++) {
        long asked = word == from >> 6 ? -1L << from : -1;
        asked &= word == to >> 6 ? -1L >>> ~to : -1;
        long there = word < white.length ? white[word] : 0;
        if (((there ^ wanted) & asked) != 0) {
          return false;
        }
      }
    }
    return true;
  }

  /** Where pieces that count begin and end. */
  private static final class Pieces {
    private int[] places = new int[8];
    private int count;

    /** From a column on, all counts, or nothing does. */
    void go(int x, boolean counts) {
      boolean open = count % 2 == 1;
      if (counts != open) {
        places = count == places.length ? Arrays.copyOf(places, 2 * count) : places;
        places[count++] = x;
      }
    }

    int[] all() {
      return Arrays.copyOf(places, count);
    }
  }
}
