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

  /** Columns over which places are told by a parabola through three of them. */
  private static final int BLOCK = 256;

  /** What a bent row may stray between the columns at which it is looked at, in rows. */
  private static final double BETWEEN = 0.5;

  /**
   * Rows of the result at which it is looked at how many of the frame's they cross: as a row shifts
   * along the frame's edge, by at most as many as it moves down.
   */
  private static final int LOOKED_AT = 16;

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

  /** The frame's rows moved along themselves, each channel by itself; row v at v modulo them. */
  private final int held;

  private float[][][] moved;

  /** By the same rows, whether there are bright stars in each block of columns. */
  private boolean[][] starry;

  private final boolean[] starryRow;
  private int lowest;
  private int beyond;
  private float[] strip;
  private final float[] padded;
  private final float[][] shifted;
  private final float[][] crossed;
  private final float[] mixed;

  MovedLight(LightSource from, Placement placement, Kernel kernel) {
    this.from = from;
    this.layout = from.layout();
    this.placement = placement;
    this.back = placement.back();
    this.spans = new Spans(placement, layout);
    this.resampling = new Resampling(kernel, layout.width());
    this.taps = kernel.taps();
    this.before = taps / 2 - 1;
    this.pad = taps;
    this.padded = new float[layout.width() + 2 * pad];
    this.shifted = new float[taps][layout.width()];
    this.crossed = new float[taps][];
    this.mixed = new float[layout.width()];
    this.starryRow = new boolean[(layout.width() + BLOCK - 1) / BLOCK];
    int most = 0;
    for (int y = 0; y < layout.height(); y += LOOKED_AT) {
      most = Math.max(most, rowsAcross(y));
    }
    this.held = Math.min(layout.height(), most + STRIP_ROWS + taps + LOOKED_AT) + STRIP_ROWS;
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
      moved = new float[held][layout.channels()][layout.width()];
      starry = new boolean[held][starryRow.length];
      strip = new float[STRIP_ROWS * layout.rowSamples()];
    }
    Arrays.fill(into, 0, rows * layout.rowSamples(), 0);
    for (int y = 0; y < rows; y++) {
      row(firstRow + y, into, y * layout.rowSamples());
    }
  }

  private void row(int y, float[] into, int at) throws UnreadableFrame {
    int first = spans.from(y);
    int end = spans.to(y);
    if (end <= first) {
      return;
    }
    double[] reached = reached(y);
    hold((int) Math.floor(reached[0]) - before, (int) reached[1] + before + 2);
    for (int x = first; x < end; x += BLOCK) {
      block(y, x, Math.min(end, x + BLOCK), into, at);
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
      least = Math.min(least, row[x]);
      most = Math.max(most, row[x]);
    }
    return most > STARRY * least;
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
    float[][] into = moved[v % held];
    Arrays.fill(starry[v % held], false);
    lookForStars(at);
    for (int from = 0; from < layout.width(); from += BLOCK) {
      int to = Math.min(layout.width(), from + BLOCK);
      double middle = (from + to - 1) / 2.0;
      Parabola off =
          new Parabola(
              along(from, v) - from,
              along(middle, v) - middle,
              along(to - 1, v) - (to - 1),
              to - 1 - from);
      for (int x = from; x < to; ) {
        int whole = off.wholeAt(x - from);
        int end = from + off.endOf(whole, x - from, to - from);
        pieceAlong(v, at, x, end, from, whole, off, into);
        x = end;
      }
    }
  }

  private void pieceAlong(
      int v, int at, int x, int end, int base, int whole, Parabola off, float[][] into) {
    // Columns whose samples all lie beside the frame are covered by nothing.
    int low = Math.max(x, before - pad - whole);
    int high = Math.min(end, layout.width() - before - 1 + pad - whole);
    for (float[] channel : into) {
      Arrays.fill(channel, x, end, 0);
    }
    if (low >= high) {
      return;
    }
    boolean rings = anyStarry(starryRow, low + whole - before, high + whole + before);
    starry[v % held][low / BLOCK] |= rings;
    off.places(resampling, low, high, base, whole);
    resampling.weights(low, high);
    for (int c = 0; c < into.length; c++) {
      pad(at + c * layout.width(), low + whole - before, high + whole + before + 1);
      for (int k = 0; k < taps; k++) {
        System.arraycopy(padded, low + whole - before + k + pad, shifted[k], low, high - low);
      }
      resampling.mix(shifted, into[c], low, high);
      if (rings) {
        resampling.keepFromRinging(shifted, into[c], low, high);
      }
    }
  }

  /** Columns of one channel of a row, those beyond it its outermost. */
  private void pad(int at, int low, int high) {
    int width = layout.width();
    int first = Math.max(0, low);
    int end = Math.min(width, high);
    if (end > first) {
      System.arraycopy(strip, at + first, padded, first + pad, end - first);
    }
    if (low < 0) {
      Arrays.fill(padded, low + pad, pad, strip[at]);
    }
    if (high > width) {
      Arrays.fill(padded, width + pad, high + pad, strip[at + width - 1]);
    }
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

  /** Second pass: a piece of the result's row, of the moved rows it crosses. */
  private void block(int y, int from, int to, float[] into, int at) {
    Parabola down =
        new Parabola(
            placement.backY(from, y),
            placement.backY((from + to - 1) / 2.0, y),
            placement.backY(to - 1, y),
            to - 1 - from);
    for (int x = from; x < to; ) {
      int whole = down.wholeAt(x - from);
      int end = from + down.endOf(whole, x - from, to - from);
      down.places(resampling, x, end, from, whole);
      resampling.weights(x, end);
      boolean rings = isStarry(whole, x, end);
      for (int c = 0; c < layout.channels(); c++) {
        for (int k = 0; k < taps; k++) {
          crossed[k] = moved[slot(whole - before + k)][c];
        }
        resampling.mix(crossed, mixed, x, end);
        if (rings) {
          resampling.keepFromRinging(crossed, mixed, x, end);
        }
        System.arraycopy(mixed, x, into, at + c * layout.width() + x, end - x);
      }
      x = end;
    }
  }

  /** Whether any of the rows about a place has bright stars in some columns. */
  private boolean isStarry(int whole, int from, int to) {
    for (int v = whole - before; v <= whole + before + 1; v++) {
      if (anyStarry(starry[slot(v)], from, to - 1)) {
        return true;
      }
    }
    return false;
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
