package zygonox.core.measure;

import zygonox.core.stars.GreyStrip;

/**
 * How much neighbouring pixels of a frame differ, strip by strip. Bends are summed rather than
 * slopes: a smooth sky has slopes too.
 */
final class FineDetail {
  /** Every few rows tell how much there is. */
  private static final int STEP = 4;

  private final float[] sums;
  private final float[] middle;
  private final float[] right;
  private int rows;

  /**
   * @param width of the frame, 1 or more; less than 3 have no detail
   */
  FineDetail(int width) {
    sums = new float[Math.max(0, width - 2)];
    middle = new float[sums.length];
    right = new float[sums.length];
  }

  void add(GreyStrip strip) {
    if (sums.length == 0) {
      return;
    }
    for (int y = strip.ownFrom(); y < strip.ownTo(); y += STEP) {
      float[] row = strip.grey()[y];
      System.arraycopy(row, 1, middle, 0, middle.length);
      System.arraycopy(row, 2, right, 0, right.length);
      bend(row, middle, right, sums);
      rows++;
    }
  }

  private static void bend(float[] left, float[] middle, float[] right, float[] sums) {
    for (int x = 0; x < sums.length; x++) {
      sums[x] += Math.abs(2 * middle[x] - left[x] - right[x]);
    }
  }

  /** Mean bend of three neighbours of a row, in shares of white. */
  double mean() {
    double all = 0;
    for (float sum : sums) {
      all += sum;
    }
    return all / Math.max(1L, (long) rows * sums.length) / GreyStrip.WHITE;
  }
}
