package zygonox.core.combine;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import zygonox.core.format.RowSource;

/**
 * A row, divided where what a frame covers begins or ends: the columns of a stretch are covered by
 * the same frames and can be worked on together.
 */
final class Stretches {
  private final int[][] covered;
  private final int[] ends;

  private Stretches(int[][] covered, int[] ends) {
    this.covered = covered;
    this.ends = ends;
  }

  /** Those of a row of {@code width} columns. */
  static Stretches of(List<? extends RowSource> frames, int row, int width) {
    int[][] covered = frames.stream().map(frame -> frame.covered(row)).toArray(int[][]::new);
    int[] ends =
        IntStream.concat(Arrays.stream(covered).flatMapToInt(Arrays::stream), IntStream.of(width))
            .filter(end -> end > 0 && end <= width)
            .sorted()
            .distinct()
            .toArray();
    return new Stretches(covered, ends);
  }

  /** The column behind the stretch that a column lies in. */
  int end(int column) {
    int at = Arrays.binarySearch(ends, column + 1);
    return ends[at < 0 ? -at - 1 : at];
  }

  boolean covers(int frame, int column) {
    int[] pieces = covered[frame];
    for (int p = 0; p < pieces.length; p += 2) {
      if (column >= pieces[p] && column < pieces[p + 1]) {
        return true;
      }
    }
    return false;
  }
}
