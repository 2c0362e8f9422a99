package zygonox.core.combine;

import zygonox.core.format.RowSource;

/**
 * Which columns of each row one frame covers. A frame moved onto the reference by a projective map
 * is a convex figure, so that each row is covered in one piece.
 */
final class Coverage {
  // Two numbers a row, or null where the frame covers everything.
  private final int[] spans;
  private final int width;

  private Coverage(int[] spans, int width) {
    this.spans = spans;
    this.width = width;
  }

  static Coverage of(RowSource source) {
    int height = source.layout().height();
    int width = source.layout().width();
    int[] spans = new int[2 * height];
    boolean whole = true;
    for (int y = 0; y < height; y++) {
      spans[2 * y] = source.coveredFrom(y);
      spans[2 * y + 1] = source.coveredTo(y);
      whole &= spans[2 * y] == 0 && spans[2 * y + 1] == width;
    }
    return new Coverage(whole ? null : spans, width);
  }

  /** Of a frame that did not take part. */
  static Coverage none(int height) {
    return new Coverage(new int[2 * height], 0);
  }

  int from(int row) {
    return spans == null ? 0 : spans[2 * row];
  }

  int to(int row) {
    return spans == null ? width : spans[2 * row + 1];
  }

  boolean isWhole() {
    return spans == null;
  }
}
