package zygonox.core.combine;

import java.util.Arrays;

/**
 * Mean of the values that agree: those within so many standard deviations of the median, the
 * deviation being told by the median of the distances from it, which a bright minority cannot pull.
 *
 * <p>For few values the median distance is too small on average; it is corrected by the factors of
 * C. Croux and P. J. Rousseeuw, "Time-efficient algorithms for two highly robust estimators of
 * scale" (Computational Statistics 1, 411, 1992).
 */
final class ClippedMean {
  /** A normal distribution's standard deviation, in median distances. */
  private static final double SIGMA = 1.4826;

  /** The same in mean distances. */
  private static final double SIGMA_OF_MEAN = 1.2533;

  /** For 2 to 9 values. */
  private static final double[] FEW = {
    1.196, 1.495, 1.363, 1.206, 1.200, 1.140, 1.129, 1.107,
  };

  private final double kappa;
  private int rejected;

  /**
   * @param kappa how many standard deviations from the median still agree
   */
  ClippedMean(double kappa) {
    this.kappa = kappa;
  }

  /** How many values the last mean left out. */
  int rejected() {
    return rejected;
  }

  /**
   * Leaves out values farther than so many standard deviations from the median.
   *
   * @param values one or more, the lowest first
   * @param count how many of them to use
   */
  double ofSorted(double[] values, int count) {
    rejected = 0;
    if (count < 3) {
      return mean(values, 0, count);
    }
    double median = (values[(count - 1) / 2] + values[count / 2]) / 2;
    double limit = kappa * sigma(values, count, median);
    int from = 0;
    int to = count;
    while (from < count && median - values[from] > limit) {
      from++;
    }
    while (to > from && values[to - 1] - median > limit) {
      to--;
    }
    rejected = from < to ? count - (to - from) : 0;
    // Of an even number none may lie as near the median as a small kappa asks.
    return from < to ? mean(values, from, to) : median;
  }

  /**
   * The same with values that count differently: which of them agree is told as if they counted
   * alike.
   *
   * @param values left as they are
   * @param weights of each, above 0
   * @param sorted room for as many values
   */
  double of(double[] values, double[] weights, int count, double[] sorted) {
    System.arraycopy(values, 0, sorted, 0, count);
    sort(sorted, count);
    double median = (sorted[(count - 1) / 2] + sorted[count / 2]) / 2;
    double limit = count < 3 ? Double.POSITIVE_INFINITY : kappa * sigma(sorted, count, median);
    double sum = 0;
    double whole = 0;
    rejected = 0;
    for (int i = 0; i < count; i++) {
      if (Math.abs(values[i] - median) <= limit) {
        sum += weights[i] * values[i];
        whole += weights[i];
      } else {
        rejected++;
      }
    }
    rejected = whole > 0 ? rejected : 0;
    return whole > 0 ? sum / whole : median;
  }

  /** Few values are sorted fastest by inserting one after the other. */
  private static void sort(double[] values, int count) {
    if (count > 40) {
      Arrays.sort(values, 0, count);
      return;
    }
    for (int i = 1; i < count; i++) {
      double value = values[i];
      int at = i;
      while (at > 0 && values[at - 1] > value) {
        values[at] = values[--at];
      }
      values[at] = value;
    }
  }

  private static double sigma(double[] sorted, int count, double median) {
    double factor = count <= 9 ? FEW[count - 2] : count / (count - 0.8);
    double distance = medianDistance(sorted, count, median);
    if (distance > 0) {
      return SIGMA * factor * distance;
    }
    // More than half of them are the same: whole samples of little noise.
    double sum = 0;
    for (int i = 0; i < count; i++) {
      sum += Math.abs(sorted[i] - median);
    }
    return SIGMA_OF_MEAN * sum / count;
  }

  /** Goes out from the middle to both sides, the nearer value first. */
  private static double medianDistance(double[] sorted, int count, double median) {
    int left = (count - 1) / 2;
    int right = left + 1;
    double before = 0;
    double last = 0;
    for (int taken = 0; taken <= count / 2; taken++) {
      before = last;
      boolean goLeft =
          right >= count || left >= 0 && median - sorted[left] <= sorted[right] - median;
      last = goLeft ? median - sorted[left--] : sorted[right++] - median;
    }
    return count % 2 == 1 ? last : (before + last) / 2;
  }

  private static double mean(double[] values, int from, int to) {
    double sum = 0;
    for (int i = from; i < to; i++) {
      sum += values[i];
    }
    return sum / (to - from);
  }
}
