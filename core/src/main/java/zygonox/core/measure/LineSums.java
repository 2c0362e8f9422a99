package zygonox.core.measure;

import java.util.Arrays;

/**
 * Sums of a picture along all lines of all dyadic lengths that go more across than down, by the
 * fast discrete Radon transform (M. Brady, SIAM J. Comput. 27, 107, 1998).
 *
 * <p>Not safe for use by two threads at once.
 */
final class LineSums {
  /** The shortest piece that is looked for, as a power of two. */
  private static final int SHORTEST_LOG = 5;

  private static final int LONGEST_LOG = 10;

  private final float[][] columns;
  private final int across;
  private final int down;
  private final int log;

  /**
   * room[x0 + shift][y]: of the strip that begins at column x0, the line that starts in row y and
   * ends shift rows lower, or higher. Levels take turns in two rooms. Each line of sums is an array
   * of its own, for the JIT vectorises only loops that take their arrays at the same index.
   */
  private final float[][] odd;

  private final float[][] even;
  private final float[] none;
  private final float[] moved;
  private final float[] most;
  private boolean rising;
  private StraightLine best;
  private double least;

  /**
   * @param columns of the picture, one or more of equal length; not copied
   */
  LineSums(float[][] columns) {
    this.columns = columns;
    this.across = columns.length;
    this.down = columns[0].length;
    int enough = 1;
    while (1 << enough < across && enough < LONGEST_LOG) {
      enough++;
    }
    this.log = enough;
    int padded = (across + (1 << log) - 1) >> log << log;
    this.odd = new float[padded][down];
    this.even = new float[padded][down];
    this.none = new float[down];
    this.moved = new float[down];
    this.most = new float[down];
  }

  /**
   * The line that stands out most of what the columns hold now.
   *
   * @param believed the strength it needs
   * @param before a line that it has to surpass, or null
   * @return that line where none does
   */
  StraightLine strongest(double believed, StraightLine before) {
    best = before;
    least = before == null ? believed : Math.max(believed, before.strength());
    for (boolean up : new boolean[] {false, true}) {
      rising = up;
      for (int x0 = 0; x0 < odd.length; x0 += 1 << log) {
        sum(x0, log);
      }
    }
    return best;
  }

  private float[] sums(int level, int x) {
    boolean beyond = x >> level << level >= across;
    if (beyond) {
      return none;
    }
    if (level == 0) {
      return columns[x];
    }
    return level % 2 == 0 ? even[x] : odd[x];
  }

  /** Half after half, so that what is added up is still near at hand. */
  private void sum(int x0, int level) {
    if (level == 0 || x0 >= across) {
      return;
    }
    int length = 1 << level;
    int half = length / 2;
    sum(x0, level - 1);
    sum(x0 + half, level - 1);
    boolean counts = level >= SHORTEST_LOG;
    Arrays.fill(most, 0);
    for (int shift = 0; shift < length; shift++) {
      int low = shift / 2;
      move(sums(level - 1, x0 + half + low), (shift + 1) / 2);
      float[] left = sums(level - 1, x0 + low);
      float[] into = sums(level, x0 + shift);
      add(left, moved, into);
      if (counts) {
        raise(most, into);
      }
    }
    if (counts) {
      note(x0, level);
    }
  }

  /** The right half's sums stand as many rows lower or higher as the left half's lines go. */
  private void move(float[] right, int rows) {
    int jump = Math.min(down, rows);
    System.arraycopy(right, rising ? 0 : jump, moved, rising ? jump : 0, down - jump);
    Arrays.fill(moved, rising ? 0 : down - jump, rising ? jump : down, 0);
  }

  private static void add(float[] a, float[] b, float[] into) {
    for (int i = 0; i < into.length; i++) {
      into[i] = a[i] + b[i];
    }
  }

  private static void raise(float[] most, float[] sums) {
    for (int i = 0; i < most.length; i++) {
      most[i] = Math.max(most[i], sums[i]);
    }
  }

  /** Keeps the strongest of one strip's lines where it surpasses all before. */
  private void note(int x0, int level) {
    int length = 1 << level;
    double noise = Math.sqrt(length);
    float threshold = (float) (noise * least);
    int row = highest(most, threshold);
    if (row < 0) {
      return;
    }
    int shift = 0;
    while (sums(level, x0 + shift)[row] < most[row]) {
      shift++;
    }
    least = most[row] / noise;
    best = new StraightLine(x0, row, x0 + length - 1.0, rising ? row - shift : row + shift, least);
  }

  /** Where the highest of some values stands; -1 where none is above a threshold. */
  private static int highest(float[] values, float threshold) {
    float most = threshold;
    int at = -1;
    for (int i = 0; i < values.length; i++) {
      if (values[i] > most) {
        most = values[i];
        at = i;
      }
    }
    return at;
  }
}
