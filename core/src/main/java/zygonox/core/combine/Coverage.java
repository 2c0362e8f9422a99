package zygonox.core.combine;

import zygonox.core.format.RowSource;

/**
 * Which columns of each row one frame covers: in one piece where it was moved by a projective map,
 * which keeps it a convex figure, in several where part of it is masked.
 */
final class Coverage {
  // For each row where pieces begin and end, or null where the frame covers everything.
  private final int[][] pieces;
  private final int[] wholeRow;

  private Coverage(int[][] pieces, int width) {
    this.pieces = pieces;
    this.wholeRow = new int[] {0, width};
  }

  static Coverage of(RowSource source) {
    int height = source.layout().height();
    int width = source.layout().width();
    int[][] pieces = new int[height][];
    boolean whole = true;
    for (int y = 0; y < height; y++) {
      pieces[y] = source.covered(y);
      whole &= pieces[y].length == 2 && pieces[y][0] == 0 && pieces[y][1] == width;
    }
    return new Coverage(whole ? null : pieces, width);
  }

  /** Of a frame that did not take part. */
  static Coverage none(int height) {
    return new Coverage(new int[height][0], 0);
  }

  /** See {@link RowSource#covered}. */
  int[] pieces(int row) {
    return pieces == null ? wholeRow : pieces[row];
  }

  boolean isWhole() {
    return pieces == null;
  }
}
