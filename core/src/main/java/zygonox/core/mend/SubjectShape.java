package zygonox.core.mend;

import java.util.Arrays;

/**
 * The shape of what moves in a frame: cells of the picture in which it differs from the empty
 * place, with a soft edge.
 *
 * @param cell side of a cell in pixels
 * @param wide cells in a row
 * @param cover of each cell, 0 to 1, row by row
 * @param seen 1 for each cell that was seen to differ, 0 where only its shadow and blur are
 *     expected
 */
record SubjectShape(int cell, int wide, float[] cover, float[] seen) {
  /** The outline in cells: first column, first row, last column, last row. */
  int[] box() {
    int[] box = {Integer.MAX_VALUE, Integer.MAX_VALUE, -1, -1};
    for (int i = 0; i < cover.length; i++) {
      if (cover[i] > 0) {
        box[0] = Math.min(box[0], i % wide);
        box[1] = Math.min(box[1], i / wide);
        box[2] = Math.max(box[2], i % wide);
        box[3] = Math.max(box[3], i / wide);
      }
    }
    return box;
  }

  /**
   * The columns of a row of pixels that are the subject's, in part at least: the first of a piece,
   * the one after its last, and so on.
   *
   * @param width of the picture
   */
  int[] spans(int y, int width) {
    int middle = y / cell;
    int[] spans = new int[2 * wide];
    int n = 0;
    for (int column = 0; column < wide; column++) {
      boolean some = false;
      for (int v = Math.max(0, middle - 1); v <= middle + 1 && v * wide < cover.length; v++) {
        for (int u = Math.max(0, column - 1); u <= Math.min(wide - 1, column + 1); u++) {
          some |= cover[v * wide + u] > 0;
        }
      }
      int from = column * cell;
      int to = Math.min(width, from + cell);
      if (some && n > 0 && spans[n - 1] == from) {
        spans[n - 1] = to;
      } else if (some) {
        spans[n++] = from;
        spans[n++] = to;
      }
    }
    return Arrays.copyOf(spans, n);
  }

  /** How much of a pixel is the subject's, 0 to 1. */
  float coverAt(int x, int y) {
    return at(cover, x, y);
  }

  /** How certainly it is, 0 to 1. */
  float seenAt(int x, int y) {
    return at(seen, x, y);
  }

  /** Between the middles of four cells. */
  private float at(float[] cells, int x, int y) {
    int high = cells.length / wide;
    float across = Math.max(0, Math.min(wide - 1, (x + 0.5f) / cell - 0.5f));
    float down = Math.max(0, Math.min(high - 1, (y + 0.5f) / cell - 0.5f));
    int column = Math.min((int) across, Math.max(0, wide - 2));
    int row = Math.min((int) down, Math.max(0, high - 2));
    float u = across - column;
    float v = down - row;
    int right = Math.min(column + 1, wide - 1);
    int below = Math.min(row + 1, high - 1);
    float upper = cells[row * wide + column] * (1 - u) + cells[row * wide + right] * u;
    float lower = cells[below * wide + column] * (1 - u) + cells[below * wide + right] * u;
    return upper * (1 - v) + lower * v;
  }
}
