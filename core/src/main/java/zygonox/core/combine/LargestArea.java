package zygonox.core.combine;

import zygonox.core.combine.CoverageMap.Area;

/**
 * The largest upright area of pixels that all are good.
 *
 * <p>Row by row, the largest rectangle below the skyline of columns that are good so far, by a
 * stack of rising columns (common knowledge, no source).
 */
public final class LargestArea {
  /** Tells which pixels of a row are good. */
  @FunctionalInterface
  public interface Rows {
    /**
     * @param good gets one for each column
     */
    void row(int y, boolean[] good);
  }

  private LargestArea() {}

  /**
   * @return without width and height where there is none
   */
  public static Area of(int width, int height, Rows rows) {
    int[] heights = new int[width + 1];
    boolean[] good = new boolean[width];
    int[] stack = new int[width + 1];
    Area best = new Area(0, 0, 0, 0);
    long most = 0;
    for (int y = 0; y < height; y++) {
      rows.row(y, good);
      for (int x = 0; x < width; x++) {
        heights[x] = good[x] ? heights[x] + 1 : 0;
      }
      int top = 0;
      for (int x = 0; x <= width; x++) {
        while (top > 0 && heights[stack[top - 1]] >= heights[x]) {
          int high = heights[stack[--top]];
          int left = top == 0 ? 0 : stack[top - 1] + 1;
          long area = (long) high * (x - left);
          if (area > most) {
            most = area;
            best = new Area(left, y - high + 1, x - left, high);
          }
        }
        stack[top++] = x;
      }
    }
    return best;
  }
}
