package zygonox.core.mend;

import java.util.Arrays;
import java.util.Optional;
import java.util.stream.IntStream;
import zygonox.core.align.Homography;
import zygonox.core.align.Kernel;
import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/**
 * Rows of a frame's light around the place that is wanted, read once from top to bottom, and where
 * along them light stands out.
 */
final class RowWindow {
  /** Columns that are looked at together: as many as a long has bits. */
  static final int PIECE = Long.SIZE;

  private static final int PIECE_BITS = 6;

  private static final int STRIP_ROWS = 16;

  /** A sharp star keeps its height when it is moved by it. */
  private static final Kernel KERNEL = Kernel.LANCZOS;

  private static final int TAPS = KERNEL.taps();

  private static final int PHASES = 256;
  private static final float[][] WEIGHTS = KERNEL.table(PHASES);

  private static final int SAMPLED = 16;

  /** Rows for which what is usual is told once: the sky does not change so fast. */
  private static final int LIMITED_ROWS = 4;

  /** Light beyond the usual of its piece, in what is usual there, that stands out. */
  private static final float STANDS_OUT = 2.7f;

  /** So many times as bright as what stays there: less is noise of it. */
  private static final float BEYOND_STILL = 1.06f;

  /** Less light than this over the usual is not seen, whatever the noise. */
  private static final float LEAST = 2e-4f;

  private final LightSource source;
  private final PixelLayout layout;
  private final Optional<StillLight> still;
  private final int held;
  private final float[] rows;
  private final float[] sum;
  private final long[] bright;
  private final int pieces;
  private final float[] strip;

  /** Where each row of the frame begins while it is held. */
  private final int[] line;

  private final float[] columns = new float[PIECE + TAPS];
  private final float[] one = new float[1];
  private final float[] some = new float[SAMPLED];
  private final float[] limits;
  private final float[] least;
  private int lowest;
  private int beyond;

  /**
   * Rows alone: where light stands out in them is not asked for.
   *
   * @param reach rows that are wanted at a time, at the most
   */
  RowWindow(LightSource source, int reach) {
    this(source, reach, Optional.empty());
  }

  /**
   * @param still what does not stand out, however bright
   */
  RowWindow(LightSource source, int reach, StillLight still) {
    this(source, reach, Optional.of(still));
  }

  private RowWindow(LightSource source, int reach, Optional<StillLight> still) {
    this.still = still;
    this.source = source;
    this.layout = source.layout();
    this.held = Math.min(layout.height(), reach) + 2 * STRIP_ROWS;
    this.rows = new float[held * layout.rowSamples()];
    this.line =
        IntStream.range(0, layout.height()).map(y -> y % held * layout.rowSamples()).toArray();
    this.pieces = (layout.width() + PIECE - 1) / PIECE;
    this.sum = new float[layout.width()];
    this.limits = new float[layout.width()];
    this.least = new float[layout.width()];
    this.bright = new long[held * (pieces + 2)];
    this.strip = new float[STRIP_ROWS * layout.rowSamples()];
  }

  /** How many rows above and below a place are wanted where a map leads from it. */
  static int reach(Homography map, PixelLayout layout) {
    double most = 0;
    for (int corner = 0; corner < 9; corner++) {
      double x = corner % 3 / 2.0 * (layout.width() - 1);
      double y = corner / 3 / 2.0 * (layout.height() - 1);
      most = Math.max(most, Math.abs(map.y(x, y) - y));
    }
    return (int) Math.ceil(most) + TAPS;
  }

  /** What one of them holds. */
  static long bytes(PixelLayout layout, int reach) {
    return (long) Float.BYTES
        * layout.rowSamples()
        * (Math.min(layout.height(), reach) + 3 * STRIP_ROWS);
  }

  /** Sees to it that rows are at hand; those read long before are given up. */
  void hold(int firstRow, int lastRow) throws UnreadableFrame {
    // From where a row tells what is usual: rows are marked alike wherever reading begins.
    int first = Math.max(0, firstRow) / LIMITED_ROWS * LIMITED_ROWS;
    int last = Math.min(layout.height() - 1, lastRow);
    if (first < lowest || first > beyond) {
      lowest = first;
      beyond = first;
    }
    while (beyond <= last) {
      int count = Math.min(STRIP_ROWS, layout.height() - beyond);
      source.read(beyond, count, strip);
      for (int y = 0; y < count; y++) {
        int slot = (beyond + y) % held;
        System.arraycopy(
            strip, y * layout.rowSamples(), rows, slot * layout.rowSamples(), layout.rowSamples());
        if (still.isPresent()) {
          mark(strip, y * layout.rowSamples(), beyond + y, slot, still.get().sums());
        }
      }
      beyond += count;
    }
    lowest = Math.max(lowest, beyond - held);
  }

  /** The channels of a row together. */
  static void sum(float[] from, int at, PixelLayout layout, float[] into) {
    int width = layout.width();
    System.arraycopy(from, at, into, 0, width);
    for (int c = 1; c < layout.channels(); c++) {
      for (int x = 0; x < width; x++) {
        into[x] += from[at + c * width + x];
      }
    }
  }

  private void mark(float[] from, int at, int row, int slot, float[] unmoved) {
    int width = layout.width();
    sum(from, at, layout, sum);
    if (row % LIMITED_ROWS == 0) {
      for (int p = 0; p < pieces; p++) {
        float limit = limit(p * PIECE, Math.min(width, (p + 1) * PIECE));
        Arrays.fill(limits, p * PIECE, Math.min(width, (p + 1) * PIECE), limit);
      }
    }
    System.arraycopy(unmoved, row * width, least, 0, width);
    raise(least, limits);
    for (int p = 0; p < pieces; p++) {
      int start = p * PIECE;
      bright[slot * (pieces + 2) + p + 1] =
          above(sum, least, start, Math.min(PIECE, width - start));
    }
  }

  /** What does not move, and a little more, or what is usual where that is more. */
  private static void raise(float[] least, float[] limits) {
    for (int x = 0; x < least.length; x++) {
      least[x] = Math.max(BEYOND_STILL * least[x], limits[x]);
    }
  }

  /** Where light is more than the least: a bit for each place, the lowest for the first. */
  private static long above(float[] light, float[] least, int start, int count) {
    long bits = 0;
    for (int i = 0; i < count; i++) {
      // The sign bit, for one branch in many would be foreseen wrongly.
      long more = Float.floatToRawIntBits(least[start + i] - light[start + i]) >>> 31;
      bits |= more << i;
    }
    return bits;
  }

  /** What stands out in a piece of a row, by what is usual in it. */
  private float limit(int start, int end) {
    int step = Math.max(1, (end - start) / SAMPLED);
    int count = 0;
    for (int x = start; x < end && count < SAMPLED; x += step) {
      some[count++] = sum[x];
    }
    Arrays.sort(some, 0, count);
    float usual = some[count / 2];
    return usual + Math.max(LEAST, STANDS_OUT * (usual - some[count / 6]));
  }

  /** Copies a row that is held. */
  void copy(int row, float[] into, int at) {
    System.arraycopy(rows, line[row], into, at, layout.rowSamples());
  }

  /**
   * Where light stands out at, or just beside, a row of places that lie as far from each other as
   * pixels, or nearly so.
   *
   * @param u column of the first
   * @param lastU column of the last, that is {@value #PIECE} places on
   * @param v row of the first
   * @param lastV row of the last
   * @return a bit for each, the lowest for the first
   */
  long standsOut(double u, double lastU, double v, double lastV) {
    int first = (int) Math.floor(Math.min(u, lastU - PIECE));
    int last = (int) Math.floor(Math.max(u, lastU - PIECE)) + 1;
    int top = Math.max(0, (int) Math.floor(Math.min(v, lastV)));
    int bottom = Math.min(layout.height() - 1, (int) Math.floor(Math.max(v, lastV)) + 1);
    long bits = 0;
    for (int row = top; row <= bottom; row++) {
      for (int column = first; column <= last; column++) {
        bits |= piece(row, column);
      }
    }
    return bits;
  }

  private long piece(int row, int column) {
    int at = (column >> PIECE_BITS) + 1;
    if (at < 0 || at > pieces) {
      return 0;
    }
    int first = row % held * (pieces + 2) + at;
    int off = column & PIECE - 1;
    return off == 0 ? bright[first] : bright[first] >>> off | bright[first + 1] << PIECE - off;
  }

  /** Whether places one pixel apart in a row lie {@link #inside} the frame. */
  boolean inside(double u, double v, int count) {
    return inside(u, v) && inside(u + count - 1, v);
  }

  /** Whether a place lies in the frame, with what is needed around it. */
  boolean inside(double u, double v) {
    return u >= 2 && v >= 2 && u < layout.width() - 3 && v < layout.height() - 3;
  }

  /** Whether a place lies in the frame at all. */
  boolean within(double u, double v) {
    return u >= 0 && v >= 0 && u <= layout.width() - 1 && v <= layout.height() - 1;
  }

  /** The light of one channel at a place within the frame; at its rim, the nearest pixel's. */
  float light(int channel, double u, double v) {
    if (!inside(u, v)) {
      return rows[line[(int) Math.round(v)] + channel * layout.width() + (int) Math.round(u)];
    }
    sample(channel, u, v, 1, one);
    return one[0];
  }

  /**
   * The light of one channel at places one pixel apart in a row, all {@link #inside} the frame: of
   * each column between them the rows are put together only once.
   *
   * @param u column of the first
   * @param count no more than {@value #PIECE}
   * @param into gets it from index 0 on
   */
  void sample(int channel, double u, double v, int count, float[] into) {
    int x = (int) u;
    int y = (int) v;
    float[] a = WEIGHTS[(int) ((u - x) * PHASES + 0.5)];
    float[] d = WEIGHTS[(int) ((v - y) * PHASES + 0.5)];
    float[] r = rows;
    float[] c = columns;
    int from = channel * layout.width() + x - 2;
    int r0 = line[y - 2] + from;
    int r1 = line[y - 1] + from;
    int r2 = line[y] + from;
    int r3 = line[y + 1] + from;
    int r4 = line[y + 2] + from;
    int r5 = line[y + 3] + from;
    for (int i = 0; i < count + TAPS - 1; i++) {
      c[i] =
          (r[r0 + i] * d[0] + r[r1 + i] * d[1])
              + (r[r2 + i] * d[2] + r[r3 + i] * d[3])
              + (r[r4 + i] * d[4] + r[r5 + i] * d[5]);
    }
    for (int i = 0; i < count; i++) {
      into[i] =
          (c[i] * a[0] + c[i + 1] * a[1])
              + (c[i + 2] * a[2] + c[i + 3] * a[3])
              + (c[i + 4] * a[4] + c[i + 5] * a[5]);
    }
  }

  void close() {
    source.close();
  }
}
