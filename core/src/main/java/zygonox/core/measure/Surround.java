package zygonox.core.measure;

import java.util.Arrays;

/** The mean of a wide square around each place. */
final class Surround {
  /** Half side of the square, without its middle. */
  private static final int REACH = 12;

  /** As far as the sums of a row go on beyond it at either end, where there is nothing. */
  private static final int PAD = REACH;

  /** Each a row's sums of so many columns on end: one, two, four, eight and sixteen. */
  private final float[][] sums;

  private final float[] moved;

  /** One over the columns that a square has in the picture. */
  private final float[] share;

  private Surround(int width) {
    sums = new float[5][width + 2 * PAD];
    moved = new float[width + 2 * PAD];
    share = new float[width];
    for (int x = 0; x < width; x++) {
      share[x] = 1f / (Math.min(width, x + REACH + 1) - Math.max(0, x - REACH));
    }
  }

  /**
   * @param rows one or more of equal length
   * @return as many, of the same length; beyond the edges there is nothing to be averaged
   */
  static float[][] of(float[][] rows) {
    int height = rows.length;
    Surround surround = new Surround(rows[0].length);
    float[][] means = new float[height][rows[0].length];
    float[] down = new float[rows[0].length];
    int from = 0;
    int to = 0;
    for (int y = 0; y < height; y++) {
      for (; to < Math.min(height, y + REACH + 1); to++) {
        add(rows[to], down);
      }
      for (; from < y - REACH; from++) {
        subtract(rows[from], down);
      }
      surround.across(down, 1f / (to - from), means[y]);
    }
    return means;
  }

  private static void add(float[] row, float[] into) {
    for (int x = 0; x < into.length; x++) {
      into[x] += row[x];
    }
  }

  private static void subtract(float[] row, float[] from) {
    for (int x = 0; x < from.length; x++) {
      from[x] -= row[x];
    }
  }

  /** Sums of twice as many columns each time: a running sum would wait for every addition. */
  private void across(float[] down, float shareOfRows, float[] into) {
    System.arraycopy(down, 0, sums[0], PAD, down.length);
    for (int level = 1; level < sums.length; level++) {
      move(sums[level - 1], 1 << level - 1);
      add(sums[level - 1], moved, sums[level]);
    }
    // Twenty-five are sixteen, eight and one.
    System.arraycopy(sums[4], 0, into, 0, into.length);
    move(sums[3], 16);
    add(moved, into);
    move(sums[0], 24);
    add(moved, into);
    scale(share, shareOfRows, into);
  }

  /** A row from one column on; beyond its end there is nothing. */
  private void move(float[] row, int by) {
    System.arraycopy(row, by, moved, 0, row.length - by);
    Arrays.fill(moved, row.length - by, row.length, 0);
  }

  private static void add(float[] a, float[] b, float[] into) {
    for (int x = 0; x < into.length; x++) {
      into[x] = a[x] + b[x];
    }
  }

  private static void scale(float[] share, float factor, float[] into) {
    for (int x = 0; x < into.length; x++) {
      into[x] *= share[x] * factor;
    }
  }
}
