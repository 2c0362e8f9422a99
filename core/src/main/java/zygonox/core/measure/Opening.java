package zygonox.core.measure;

/**
 * The morphological opening of a picture by three by three places (J. Serra, Image Analysis and
 * Mathematical Morphology, 1982): stars and thin lines are gone, edges of wider things stay.
 */
final class Opening {
  private Opening() {}

  /** Taken down to the lowest of its neighbours and up again: what is smaller than two is gone. */
  static float[][] of(float[][] rows) {
    return ofThreeByThree(ofThreeByThree(rows, Opening::lowest), Opening::highest);
  }

  /** One of three values, at each place of three rows. */
  private interface OneOfThree {
    void choose(float[] a, float[] b, float[] c, float[] into);
  }

  /** Chosen first along the rows, then down the columns. */
  private static float[][] ofThreeByThree(float[][] rows, OneOfThree one) {
    int width = rows[0].length;
    int last = rows.length - 1;
    float[][] across = new float[rows.length][width];
    float[] left = new float[width];
    float[] right = new float[width];
    for (int y = 0; y <= last; y++) {
      beside(rows[y], left, right);
      one.choose(left, rows[y], right, across[y]);
    }
    float[][] out = new float[rows.length][width];
    for (int y = 0; y <= last; y++) {
      one.choose(across[Math.max(0, y - 1)], across[y], across[Math.min(last, y + 1)], out[y]);
    }
    return out;
  }

  /** A row moved by one to either side, its ends standing twice. */
  private static void beside(float[] row, float[] left, float[] right) {
    int last = row.length - 1;
    System.arraycopy(row, 0, left, 1, last);
    left[0] = row[0];
    System.arraycopy(row, 1, right, 0, last);
    right[last] = row[last];
  }

  private static void lowest(float[] a, float[] b, float[] c, float[] into) {
    for (int x = 0; x < into.length; x++) {
      into[x] = Math.min(b[x], Math.min(a[x], c[x]));
    }
  }

  private static void highest(float[] a, float[] b, float[] c, float[] into) {
    for (int x = 0; x < into.length; x++) {
      into[x] = Math.max(b[x], Math.max(a[x], c[x]));
    }
  }
}
