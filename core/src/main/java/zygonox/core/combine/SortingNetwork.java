package zygonox.core.combine;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Deque;
import java.util.List;

/**
 * Comparators that sort a column of samples, or bring only its middle values to the middle, the
 * same steps whatever the values: each is a loop over two rows of numbers that the JIT turns into
 * vector code.
 *
 * <p>Batcher's merge exchange (Knuth, The Art of Computer Programming vol. 3, 2nd ed., algorithm
 * 5.2.2M); for the middle only the comparators are kept that it still depends on.
 */
final class SortingNetwork {
  private final int size;
  // Pairs of rows, the lower value going to the first.
  private final int[] pairs;

  private SortingNetwork(int size, int[] pairs) {
    this.size = size;
    this.pairs = pairs;
  }

  /** The network that finds the median of {@code size} values, 1 or more. */
  static SortingNetwork forMedian(int size) {
    BitSet middle = new BitSet(size);
    middle.set((size - 1) / 2);
    middle.set(size / 2);
    return giving(middle, size);
  }

  /** The network that sorts {@code size} values, 1 or more, the lowest first. */
  static SortingNetwork sorting(int size) {
    BitSet every = new BitSet(size);
    every.set(0, size);
    return giving(every, size);
  }

  /**
   * @param needed which of the sorted values are wanted; changed by the call
   */
  private static SortingNetwork giving(BitSet needed, int size) {
    List<int[]> all = mergeExchange(size);
    Deque<int[]> kept = new ArrayDeque<>();
    for (int c = all.size() - 1; c >= 0; c--) {
      int[] pair = all.get(c);
      if (needed.get(pair[0]) || needed.get(pair[1])) {
        needed.set(pair[0]);
        needed.set(pair[1]);
        kept.addFirst(pair);
      }
    }
    int[] pairs = new int[2 * kept.size()];
    int i = 0;
    for (int[] pair : kept) {
      pairs[i++] = pair[0];
      pairs[i++] = pair[1];
    }
    return new SortingNetwork(size, pairs);
  }

  private static List<int[]> mergeExchange(int n) {
    List<int[]> pairs = new ArrayList<>();
    int top = Integer.highestOneBit(Math.max(1, n - 1));
    for (int p = top; n > 1 && p > 0; p >>= 1) {
      int q = top;
      int r = 0;
      int d = p;
      while (true) {
        for (int i = 0; i < n - d; i++) {
          if ((i & p) == r) {
            pairs.add(new int[] {i, i + d});
          }
        }
        if (q == p) {
          break;
        }
        d = q - p;
        q >>= 1;
        r = p;
      }
    }
    return pairs;
  }

  int comparators() {
    return pairs.length / 2;
  }

  /**
   * Runs the network over columns.
   *
   * @param rows {@code size} rows or more; values 0 to 65535; changed by the call
   * @param count columns to work on, from 0 on
   */
  void run(int[][] rows, int count) {
    for (int c = 0; c < pairs.length; c += 2) {
      exchange(rows[pairs[c]], rows[pairs[c + 1]], count);
    }
  }

  /** The same for floats. */
  void run(float[][] rows, int count) {
    for (int c = 0; c < pairs.length; c += 2) {
      exchange(rows[pairs[c]], rows[pairs[c + 1]], count);
    }
  }

  private static void exchange(float[] a, float[] b, int count) {
    for (int i = 0; i < count; i++) {
      float lower = Math.min(a[i], b[i]);
      float higher = Math.max(a[i], b[i]);
      a[i] = lower;
      b[i] = higher;
    }
  }

  /** Puts the medians of columns, after {@link #run(float[][], int)}, into the first row. */
  void medians(float[][] rows, int count) {
    middles(rows[(size - 1) / 2], rows[size / 2], rows[0], count);
  }

  private static void middles(float[] a, float[] b, float[] into, int count) {
    for (int i = 0; i < count; i++) {
      into[i] = (a[i] + b[i]) * 0.5f;
    }
  }

  /** Lower values to {@code a}, higher to {@code b}; no branch, so that it becomes vector code. */
  static void exchange(int[] a, int[] b, int count) {
    for (int i = 0; i < count; i++) {
      int difference = a[i] - b[i];
      // All ones where a is the lower.
      int take = difference & (difference >> 31);
      a[i] = b[i] + take;
      b[i] = b[i] + difference - take;
    }
  }

  /** Twice the median of column {@code i} after {@link #run}: exact in whole numbers. */
  int twiceMedian(int[][] rows, int i) {
    return rows[(size - 1) / 2][i] + rows[size / 2][i];
  }
}
