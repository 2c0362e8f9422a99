package zygonox.core.mend;

/**
 * The shape of what moves in a frame: cells of the picture in which it differs from the empty
 * place, with a soft edge.
 *
 * @param cell side of a cell in pixels
 * @param wide cells in a row
 * @param cover of each cell, 0 to 1, row by row
 */
record SubjectShape(int cell, int wide, float[] cover) {
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

  /** How much of a pixel is the subject's, 0 to 1: between the middles of four cells. */
  float at(int x, int y) {
    int high = cover.length / wide;
    float across = Math.max(0, Math.min(wide - 1, (x + 0.5f) / cell - 0.5f));
    float down = Math.max(0, Math.min(high - 1, (y + 0.5f) / cell - 0.5f));
    int column = Math.min((int) across, Math.max(0, wide - 2));
    int row = Math.min((int) down, Math.max(0, high - 2));
    float u = across - column;
    float v = down - row;
    int right = Math.min(column + 1, wide - 1);
    int below = Math.min(row + 1, high - 1);
    float upper = cover[row * wide + column] * (1 - u) + cover[row * wide + right] * u;
    float lower = cover[below * wide + column] * (1 - u) + cover[below * wide + right] * u;
    return upper * (1 - v) + lower * v;
  }
}
