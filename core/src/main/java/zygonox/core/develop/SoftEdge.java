package zygonox.core.develop;

import zygonox.core.work.Workers;

/** A mask whose edge is soft. */
public final class SoftEdge {
  /** Rows or columns that one core takes at a time. */
  private static final int TOGETHER = 256;

  private SoftEdge() {}

  /**
   * The share of each pixel that is white: the mask's mean over a square, twice, whatever its side.
   *
   * @param edgePixels over how many pixels the one becomes the other; 0 for a hard edge
   */
  public static float[] of(FrameMask mask, double edgePixels) {
    int width = mask.width();
    int height = mask.height();
    float[] share = new float[width * height];
    for (int i = mask.white().nextSetBit(0); i >= 0; i = mask.white().nextSetBit(i + 1)) {
      share[i] = 1;
    }
    int reach = (int) Math.round(edgePixels / 2);
    if (reach == 0) {
      return share;
    }
    float[] other = new float[share.length];
    for (int pass = 0; pass < 2; pass++) {
      Workers.inBands(
          height,
          TOGETHER,
          (from, end) -> {
            for (int y = from; y < end; y++) {
              mean(share, other, y * width, width, reach);
            }
          });
      Workers.inBands(
          width, TOGETHER, (from, end) -> meanDown(other, share, width, height, from, end, reach));
    }
    return share;
  }

  private static void mean(float[] from, float[] into, int at, int count, int reach) {
    double sum = 0;
    for (int i = -reach; i <= reach; i++) {
      sum += from[at + Math.max(0, Math.min(count - 1, i))];
    }
    for (int i = 0; i < count; i++) {
      into[at + i] = (float) (sum / (2 * reach + 1));
      sum += from[at + Math.min(count - 1, i + reach + 1)];
      sum -= from[at + Math.max(0, i - reach)];
    }
  }

  /** Of some columns at once: row by row, as they lie in memory. */
  private static void meanDown(
      float[] from, float[] into, int width, int height, int first, int end, int reach) {
    double[] sums = new double[end - first];
    for (int i = -reach; i <= reach; i++) {
      add(from, Math.max(0, Math.min(height - 1, i)) * width + first, 1, sums);
    }
    for (int y = 0; y < height; y++) {
      for (int x = first; x < end; x++) {
        into[y * width + x] = (float) (sums[x - first] / (2 * reach + 1));
      }
      add(from, Math.min(height - 1, y + reach + 1) * width + first, 1, sums);
      add(from, Math.max(0, y - reach) * width + first, -1, sums);
    }
  }

  private static void add(float[] from, int at, int sign, double[] sums) {
    for (int x = 0; x < sums.length; x++) {
      sums[x] += sign * from[at + x];
    }
  }
}
