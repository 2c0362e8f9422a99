package zygonox.core.mend;

import java.util.Arrays;
import zygonox.core.raster.PixelLayout;

/** Where in the rows of a frame light stands out of what is usual there and of what stays. */
final class Standouts {
  /** Columns that are looked at together: as many as a long has bits. */
  static final int PIECE = Long.SIZE;

  private static final int PIECE_BITS = 6;

  private static final int SAMPLED = 16;

  /** Rows for which what is usual is told once: the sky does not change so fast. */
  static final int LIMITED_ROWS = 4;

  /** Light beyond the usual of its piece, in what is usual there, that stands out. */
  private static final float STANDS_OUT = 2.7f;

  /** So many times as bright as what stays there: less is noise of it. */
  private static final float BEYOND_STILL = 1.06f;

  /** Less light than this over the usual is not seen, whatever the noise. */
  private static final float LEAST = 7e-5f;

  private final PixelLayout layout;
  private final StillLight still;
  private final int held;
  private final int pieces;

  /** By pieces of the row marked last: where light stands out, or does so one column on. */
  private final long[] bright;

  /** By rows and pieces the same, or so in the row below. */
  private final long[] around;

  private final float[] some = new float[SAMPLED];
  private final float[] limits;
  private final float[] least;

  /**
   * @param held so many rows are known, those marked last
   * @param still what does not stand out, however bright
   */
  Standouts(PixelLayout layout, int held, StillLight still) {
    this.layout = layout;
    this.held = held;
    this.still = still;
    this.pieces = (layout.width() + PIECE - 1) / PIECE;
    this.limits = new float[layout.width()];
    this.least = new float[layout.width()];
    this.bright = new long[pieces + 2];
    this.around = new long[held * bright.length];
  }

  /** What does not stand out, however bright. */
  StillLight still() {
    return still;
  }

  /**
   * What one of them holds.
   *
   * @param held its rows
   */
  static long bytes(PixelLayout layout, int held) {
    return (long) held * (layout.width() / Byte.SIZE + 2 * Long.BYTES);
  }

  /**
   * Marks a row; rows come from top to bottom.
   *
   * @param light of its telling channel
   */
  void mark(int row, float[] light) {
    int slot = row % held;
    int width = layout.width();
    if (row % LIMITED_ROWS == 0) {
      for (int p = 0; p < pieces; p++) {
        float limit = limit(light, p * PIECE, Math.min(width, (p + 1) * PIECE));
        Arrays.fill(limits, p * PIECE, Math.min(width, (p + 1) * PIECE), limit);
      }
    }
    System.arraycopy(still.light(), row * width, least, 0, width);
    raise(least, limits);
    for (int p = 0; p < pieces; p++) {
      int start = p * PIECE;
      bright[p + 1] = above(light, least, start, Math.min(PIECE, width - start));
    }
    widen(slot);
  }

  /** Marks what lies left of, and above, what stands out: a place is between four pixels. */
  private void widen(int slot) {
    int own = slot * (pieces + 2);
    int upper = (slot + held - 1) % held * (pieces + 2);
    bright[0] = 0;
    for (int p = 0; p <= pieces; p++) {
      bright[p] |= bright[p] >>> 1 | bright[p + 1] << PIECE - 1;
      around[own + p] = bright[p];
      around[upper + p] |= bright[p];
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
  private float limit(float[] light, int start, int end) {
    int step = Math.max(1, (end - start) / SAMPLED);
    int count = 0;
    for (int x = start; x < end && count < SAMPLED; x += step) {
      some[count++] = light[x];
    }
    Arrays.sort(some, 0, count);
    float usual = some[count / 2];
    return usual + Math.max(LEAST, STANDS_OUT * (usual - some[count / 6]));
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
  long at(double u, double lastU, double v, double lastV) {
    int first = (int) Math.floor(Math.min(u, lastU - PIECE));
    int last = (int) Math.floor(Math.max(u, lastU - PIECE));
    int top = Math.max(0, (int) Math.floor(Math.min(v, lastV)));
    int bottom = Math.min(layout.height() - 1, (int) Math.floor(Math.max(v, lastV)));
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
    return off == 0 ? around[first] : around[first] >>> off | around[first + 1] << PIECE - off;
  }
}
