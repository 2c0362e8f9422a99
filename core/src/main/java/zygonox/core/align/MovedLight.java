package zygonox.core.align;

import java.util.Arrays;
import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/**
 * A frame moved onto the reference's pixels, resampled once, in two passes (E. Catmull and A. R.
 * Smith, "3-D transformations of images in scanline order", SIGGRAPH 1980): each of its rows is
 * first moved along itself, then the rows that a row of the result crosses are mixed. Holds no more
 * of the frame than those rows. For maps that turn by less than a sixth of a right angle; see
 * {@link TurnedLight} for others.
 */
final class MovedLight implements LightSource {
  /** Rows that are read at a time. */
  private static final int STRIP_ROWS = 16;

  /** Rows of the result that are mixed together, so that the rows they share are at hand. */
  private static final int MIXED_ROWS = 8;

  private static final int BLOCK = CutBlock.COLUMNS;

  /** What a bent row may stray between the columns at which it is looked at, in rows. */
  private static final double BETWEEN = 0.5;

  /**
   * Rows of the result at which it is looked at how many of the frame's they cross: as a row shifts
   * along the frame's edge, by at most as many as it moves down.
   */
  private static final int LOOKED_AT = 16;

  /** So many pieces of a block are mixed by themselves; more are put together first. */
  private static final int FEW_PIECES = 2;

  /** So many times as bright as the darkest about it a star is bright enough to leave a ring. */
  private static final float STARRY = 2;

  /** Every so many columns tell where stars are: the narrowest are wider. */
  private static final int STAR_COLUMNS = 2;

  private final LightSource from;
  private final PixelLayout layout;
  private final Placement placement;
  private final Homography back;
  private final Resampling resampling;

  /** Samples that are mixed along each axis, and how many of them lie before the first's place. */
  private final int taps;

  private final int before;

  /** Columns by which rows are continued with their outermost pixels. */
  private final int pad;

  private final Spans spans;

  /**
   * The frame's rows moved along themselves, each by channels and by blocks of columns; row v at v
   * modulo as many as are held.
   */
  private final int held;

  private float[][] moved;

  /** By the same rows, whether there are bright stars in each block of columns. */
  private boolean[][] starry;

  private final boolean[] starryRow;
  private int lowest;
  private int beyond;
  private float[] strip;

  /** A row of each channel, continued on either side. */
  private final float[][] padded;

  private final CutBlock pieces = new CutBlock();
  private final float[][] crossed;

  /** A block of the result's row. */
  private final float[][] mixed;

  MovedLight(LightSource from, Placement placement, Kernel kernel) {
    this.from = from;
    this.layout = from.layout();
    this.placement = placement;
    this.back = placement.back();
    this.spans = new Spans(placement, layout);
    this.resampling = new Resampling(kernel);
    this.taps = kernel.taps();
    this.before = taps / 2 - 1;
    this.pad = taps;
    this.crossed = new float[taps][];
    this.mixed = new float[layout.channels()][BLOCK];
    this.padded = new float[layout.channels()][layout.width() + 2 * pad];
    this.starryRow = new boolean[(layout.width() + BLOCK - 1) / BLOCK];
    int most = 0;
    for (int y = 0; y < layout.height(); y += LOOKED_AT) {
      most = Math.max(most, rowsAcross(y));
    }
    this.held =
        Math.min(layout.height(), most + STRIP_ROWS + taps + LOOKED_AT + 2 * MIXED_ROWS)
            + STRIP_ROWS;
  }

  /** Whether a map is one for two passes: nearly upright all over the picture. */
  static boolean canMove(Placement placement, PixelLayout layout) {
    Homography back = placement.back();
    double[] xs = {0, layout.width() / 2.0, layout.width() - 1};
    double[] ys = {0, layout.height() / 2.0, layout.height() - 1};
    for (double x : xs) {
      for (double y : ys) {
        double ux = back.x(x + 1, y) - back.x(x, y);
        double uy = back.x(x, y + 1) - back.x(x, y);
        double vx = back.y(x + 1, y) - back.y(x, y);
        double vy = back.y(x, y + 1) - back.y(x, y);
        boolean upright = vy > 0.8 && vy < 1.25 && Math.abs(vx) < 0.25;
        double along = ux - uy * vx / vy;
        if (!upright || along < 0.8 || along > 1.25) {
          return false;
        }
      }
    }
    return true;
  }

  private int rowsAcross(int y) {
    double[] reached = reached(y);
    return (int) (reached[1] - reached[0]) + 1;
  }

  /** The least and the greatest of the frame's rows that a row of the result crosses. */
  private double[] reached(int y) {
    int first = spans.from(y);
    int last = spans.to(y) - 1;
    if (last < first) {
      return new double[2];
    }
    double one = placement.backY(first, y);
    double other = placement.backY(last, y);
    double[] reached = {Math.min(one, other), Math.max(one, other)};
    for (int x = first; x < last && placement.bends(); x += BLOCK / 2) {
      double row = placement.backY(x, y);
      reached[0] = Math.min(reached[0], row - BETWEEN);
      reached[1] = Math.max(reached[1], row + BETWEEN);
    }
    return reached;
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
    return (long) Float.BYTES * layout.rowSamples() * (held + STRIP_ROWS) + from.heldBytes();
  }

  @Override
  public void read(int firstRow, int rows, float[] into) throws UnreadableFrame {
    if (moved == null) {
      moved = new float[held * layout.channels() * starryRow.length][BLOCK];
      starry = new boolean[held][starryRow.length];
      strip = new float[STRIP_ROWS * layout.rowSamples()];
    }
    Arrays.fill(into, 0, rows * layout.rowSamples(), 0);
    for (int y = 0; y < rows; y += MIXED_ROWS) {
      mixRows(firstRow + y, Math.min(MIXED_ROWS, rows - y), into, y * layout.rowSamples());
    }
  }

  /** Rows of the result, block by block: the frame's rows that they share are met in the cache. */
  private void mixRows(int top, int rows, float[] into, int at) throws UnreadableFrame {
    double low = layout.height();
    double high = -1;
    for (int y = top; y < top + rows; y++) {
      if (spans.to(y) > spans.from(y)) {
        double[] reached = reached(y);
        low = Math.min(low, reached[0]);
        high = Math.max(high, reached[1]);
      }
    }
    if (high < low) {
      return;
    }
    hold((int) Math.floor(low) - before, (int) high + before + 2);
    for (int block = 0; block < starryRow.length; block++) {
      for (int row = 0; row < rows; row++) {
        int from = Math.max(block * BLOCK, spans.from(top + row));
        int to = Math.min((block + 1) * BLOCK, spans.to(top + row));
        if (to > from) {
          mixDown(top + row, block);
          for (int c = 0; c < layout.channels(); c++) {
            int start = at + row * layout.rowSamples() + c * layout.width() + from;
            System.arraycopy(mixed[c], from - block * BLOCK, into, start, to - from);
          }
        }
      }
    }
  }

  /** Sees to it that rows are at hand; those beyond the frame are its outermost. */
  private void hold(int low, int high) throws UnreadableFrame {
    int first = Math.max(0, low);
    int end = Math.min(layout.height(), high + 1);
    if (first < lowest || first > beyond) {
      lowest = first;
      beyond = first;
    }
    while (beyond < end) {
      int rows = Math.min(STRIP_ROWS, layout.height() - beyond);
      from.read(beyond, rows, strip);
      for (int k = 0; k < rows; k++) {
        moveAlong(beyond + k, k * layout.rowSamples());
      }
      beyond += rows;
      lowest = Math.max(lowest, beyond - held);
    }
  }

  /** Where a row has stars so bright that resampling rings around them. */
  private void lookForStars(int at) {
    int middle = at + layout.channels() / 2 * layout.width();
    for (int block = 0; block < starryRow.length; block++) {
      int from = block * BLOCK;
      starryRow[block] =
          isStarry(strip, middle + from, middle + Math.min(layout.width(), from + BLOCK));
    }
  }

  private static boolean isStarry(float[] row, int from, int to) {
    float least = Float.MAX_VALUE;
    float most = 0;
    for (int x = from; x < to; x += STAR_COLUMNS) {
      // Branches that hardly ever turn are faster here than the wait of Math.min for itself.
      if (row[x] < least) {
        least = row[x];
      }
      if (row[x] > most) {
        most = row[x];
      }
      if (most > STARRY * least) {
        return true;
      }
    }
    return false;
  }

  /** Whether columns reach into a block with bright stars. */
  private static boolean anyStarry(boolean[] blocks, int first, int last) {
    int end = Math.min(blocks.length - 1, Math.max(0, last) / BLOCK);
    for (int block = Math.min(end, Math.max(0, first) / BLOCK); block <= end; block++) {
      if (blocks[block]) {
        return true;
      }
    }
    return false;
  }

  /** First pass: one row of the frame, each column from where the result's column meets it. */
  private void moveAlong(int v, int at) {
    lookForStars(at);
    for (int c = 0; c < layout.channels(); c++) {
      pad(at + c * layout.width(), padded[c]);
    }
    for (int from = 0; from < layout.width(); from += BLOCK) {
      blockAlong(v, from, Math.min(layout.width(), from + BLOCK));
    }
  }

  private void blockAlong(int v, int from, int to) {
    double middle = (from + to - 1) / 2.0;
    Parabola off =
        new Parabola(
            along(from, v) - from,
            along(middle, v) - middle,
            along(to - 1, v) - (to - 1),
            to - 1 - from);
    pieces.cut(off, to - from);
    resampling.lieAt(off, pieces);
    boolean rings = false;
    for (int piece = 0; piece < pieces.count(); piece++) {
      int at = from + pieces.whole(piece) - before;
      rings |= anyStarry(starryRow, at + pieces.from(piece), at + pieces.to(piece) + taps - 1);
    }
    starry[v % held][from / BLOCK] = rings;
    for (int c = 0; c < layout.channels(); c++) {
      for (int piece = 0; piece < pieces.count(); piece++) {
        gatherAlong(padded[c], piece, from);
      }
      float[] mixed = moved(v % held, c, from / BLOCK);
      resampling.mix(resampling.gathered(), mixed, 0, to - from, rings);
    }
  }

  /** The samples around a piece; columns whose samples all lie beside the row have none. */
  private void gatherAlong(float[] row, int piece, int from) {
    int first = pieces.from(piece);
    int end = pieces.to(piece);
    int at = from + pieces.whole(piece) - before + pad;
    int low = Math.max(first, -at);
    int high = Math.min(end, row.length - taps + 1 - at);
    if (low >= high) {
      low = end;
      high = end;
      at = 0;
    }
    for (int k = 0; k < taps; k++) {
      float[] into = resampling.gathered()[k];
      Arrays.fill(into, first, low, 0);
      System.arraycopy(row, at + low + k, into, low, high - low);
      Arrays.fill(into, high, end, 0);
    }
  }

  /** One channel of a row, on either side its outermost samples. */
  private void pad(int at, float[] into) {
    int width = layout.width();
    Arrays.fill(into, 0, pad, strip[at]);
    System.arraycopy(strip, at, into, pad, width);
    Arrays.fill(into, pad + width, into.length, strip[at + width - 1]);
  }

  /** Where the frame's row {@code v} is met by the result's column {@code x}. */
  private double along(double x, int v) {
    double y = met(x, v);
    for (int round = 0; round < Placement.ROUNDS && placement.bends(); round++) {
      y = met(x, v - placement.bend().y(x, y));
    }
    return placement.backX(x, y);
  }

  /** The result's row at which its column {@code x} meets a row of the frame, were it straight. */
  private double met(double x, double v) {
    return (v * (back.get(6) * x + back.get(8)) - back.get(3) * x - back.get(5))
        / (back.get(4) - v * back.get(7));
  }

  /** Second pass: a block of the result's row, of the moved rows it crosses. */
  private void mixDown(int y, int block) {
    int from = block * BLOCK;
    int to = Math.min(layout.width(), from + BLOCK);
    Parabola down =
        new Parabola(
            placement.backY(from, y),
            placement.backY((from + to - 1) / 2.0, y),
            placement.backY(to - 1, y),
            to - 1 - from);
    pieces.cut(down, to - from);
    resampling.lieAt(down, pieces);
    boolean rings = false;
    for (int piece = 0; piece < pieces.count() && !rings; piece++) {
      rings = isStarry(pieces.whole(piece), block);
    }
    for (int c = 0; c < layout.channels(); c++) {
      if (pieces.count() <= FEW_PIECES) {
        for (int piece = 0; piece < pieces.count(); piece++) {
          cross(c, block, piece);
          resampling.mix(crossed, mixed[c], pieces.from(piece), pieces.to(piece), rings);
        }
      } else {
        gatherDown(c, block);
        resampling.mix(resampling.gathered(), mixed[c], 0, to - from, rings);
      }
    }
  }

  /** The rows above and below a piece. */
  private void cross(int channel, int block, int piece) {
    for (int k = 0; k < taps; k++) {
      crossed[k] = moved(slot(pieces.whole(piece) - before + k), channel, block);
    }
  }

  private void gatherDown(int channel, int block) {
    for (int piece = 0; piece < pieces.count(); piece++) {
      cross(channel, block, piece);
      int first = pieces.from(piece);
      int columns = pieces.to(piece) - first;
      for (int k = 0; k < taps; k++) {
        System.arraycopy(crossed[k], first, resampling.gathered()[k], first, columns);
      }
    }
  }

  /** Whether any of the rows about a place has bright stars in a block. */
  private boolean isStarry(int whole, int block) {
    for (int v = whole - before; v <= whole + before + 1; v++) {
      if (starry[slot(v)][block]) {
        return true;
      }
    }
    return false;
  }

  private float[] moved(int slot, int channel, int block) {
    return moved[(slot * layout.channels() + channel) * starryRow.length + block];
  }

  private int slot(int v) {
    return Math.max(0, Math.min(layout.height() - 1, v)) % held;
  }

  @Override
  public int[] covered(int row) {
    return new int[] {spans.from(row), spans.to(row)};
  }

  @Override
  public void close() {
    moved = null;
    starry = null;
    strip = null;
    lowest = 0;
    beyond = 0;
    from.close();
  }
}
