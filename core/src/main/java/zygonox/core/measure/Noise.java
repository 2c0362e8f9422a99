package zygonox.core.measure;

import java.util.Arrays;

/** Robust noise of a patch of picture. */
public final class Noise {
  /** Half of a normal distribution lies within this many sigma of its centre. */
  private static final double HALF_WITHIN_SIGMA = 0.674489750196;

  private Noise() {}

  /**
   * The standard deviation of the noise, from differences of pixels a few columns apart: slow
   * gradients cancel, and stars are outliers that a median does not see. For normal noise that is
   * independent from pixel to pixel the expected value is the true one.
   *
   * @param differences whole sample values, pixel minus pixel; changed by the call
   * @param count how many of them to use, 1 or more
   * @return sigma of one pixel, in the samples' unit
   */
  public static double sigma(int[] differences, int count) {
    for (int i = 0; i < count; i++) {
      differences[i] = Math.abs(differences[i]);
    }
    Arrays.sort(differences, 0, count);
    double rank = 0.5 * count;
    int value = differences[Math.min(count - 1, (int) rank)];
    int low = firstIndex(differences, count, value);
    int high = firstIndex(differences, count, value + 1);
    // Samples are rounded: a value stands for all that rounds to it, spread evenly.
    double within = (rank - low) / (high - low);
    double median = value == 0 ? 0.5 * within : value - 0.5 + within;
    return median / (HALF_WITHIN_SIGMA * Math.sqrt(2));
  }

  private static int firstIndex(int[] sorted, int count, int value) {
    int low = 0;
    int high = count;
    while (low < high) {
      int middle = (low + high) >>> 1;
      if (sorted[middle] < value) {
        low = middle + 1;
      } else {
        high = middle;
      }
    }
    return low;
  }
}
