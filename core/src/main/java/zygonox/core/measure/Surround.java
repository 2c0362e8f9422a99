package zygonox.core.measure;

/** The mean of a wide square around each place. */
final class Surround {
  /** Half side of the square, without its middle. */
  private static final int REACH = 12;

  private Surround() {}

  /**
   * @param rows one or more of equal length
   * @return as many, of the same length; beyond the edges there is nothing to be averaged
   */
  static float[][] of(float[][] rows) {
    int height = rows.length;
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
      across(down, to - from, means[y]);
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

  private static void across(float[] down, int rows, float[] into) {
    int width = down.length;
    double sum = 0;
    int from = 0;
    int to = 0;
    for (int x = 0; x < width; x++) {
      for (; to < Math.min(width, x + REACH + 1); to++) {
        sum += down[to];
      }
      for (; from < x - REACH; from++) {
        sum -= down[from];
      }
      into[x] = (float) (sum / (rows * (to - from)));
    }
  }
}
