package zygonox.core.align;

/**
 * Columns next to each other, cut where their place in a frame passes from one sample to the next:
 * those of a piece lie behind samples that are next to each other too.
 */
final class CutBlock {
  /** Columns over which places are told by a parabola through three of them. */
  static final int COLUMNS = 256;

  private final int[] from = new int[COLUMNS + 1];
  private final int[] whole = new int[COLUMNS];
  private int count;

  /**
   * Cuts anew.
   *
   * @param place where in the frame they lie, the first column being 0
   * @param columns 1 to {@value #COLUMNS}
   */
  void cut(Parabola place, int columns) {
    count = 0;
    for (int x = 0; x < columns; count++) {
      from[count] = x;
      whole[count] = place.wholeAt(x);
      x = place.endOf(whole[count], x, columns);
    }
    from[count] = columns;
  }

  int count() {
    return count;
  }

  /** The first column of a piece. */
  int from(int piece) {
    return from[piece];
  }

  /** The column after its last. */
  int to(int piece) {
    return from[piece + 1];
  }

  /** The sample that its columns lie behind, by less than one. */
  int whole(int piece) {
    return whole[piece];
  }
}
