package zygonox.core.stars;

import java.util.Arrays;

/** The value that would stand at a place if all were sorted, without sorting them. */
public final class OrderStatistic {
  private OrderStatistic() {}

  /**
   * By C. A. R. Hoare's Find (Algorithm 65, Communications of the ACM 4, 321, 1961).
   *
   * @param values none of them NaN; put into another order by the call
   * @param count how many of them to use, 1 or more
   * @param rank 0 for the least, below the count
   */
  public static float select(float[] values, int count, int rank) {
    int low = 0;
    int high = count - 1;
    while (low < high) {
      float pivot = middle(values[low], values[(low + high) >>> 1], values[high]);
      int left = low;
      int right = high;
      while (left <= right) {
        while (values[left] < pivot) {
          left++;
        }
        while (values[right] > pivot) {
          right--;
        }
        if (left <= right) {
          float swap = values[left];
          values[left++] = values[right];
          values[right--] = swap;
        }
      }
      if (rank <= right) {
        high = right;
      } else if (rank >= left) {
        low = left;
      } else {
        return values[rank];
      }
    }
    return values[rank];
  }

  /**
   * The same where it is known how many there are of each whole value from 0 on.
   *
   * @param rank 0 for the least, below the sum of the counts
   */
  public static int ofCounts(int[] counts, int rank) {
    int value = 0;
    for (int left = rank; left >= counts[value]; value++) {
      left -= counts[value];
    }
    return value;
  }

  /**
   * The median: of an even number of values the mean of the two middle ones.
   *
   * @param values one or more, none of them NaN; left as they are
   */
  public static double median(double[] values) {
    double[] sorted = values.clone();
    Arrays.sort(sorted);
    return (sorted[(sorted.length - 1) / 2] + sorted[sorted.length / 2]) / 2;
  }

  private static float middle(float a, float b, float c) {
    return Math.max(Math.min(a, b), Math.min(Math.max(a, b), c));
  }
}
