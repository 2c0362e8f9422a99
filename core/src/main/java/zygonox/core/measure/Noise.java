package zygonox.core.measure;

import java.util.Arrays;
import zygonox.core.stars.OrderStatistic;

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
   * @param differences whole sample values, pixel minus pixel
   * @param count how many of them to use, 1 or more
   * @return sigma of one pixel, in the samples' unit
   */
  public static double sigma(int[] differences, int count) {
    int most = 0;
    for (int i = 0; i < count; i++) {
      most = Math.max(most, Math.abs(differences[i]));
    }
    int[] sizes = new int[most + 1];
    for (int i = 0; i < count; i++) {
      sizes[Math.abs(differences[i])]++;
    }
    double rank = 0.5 * count;
    int value = OrderStatistic.ofCounts(sizes, Math.min(count - 1, (int) rank));
    int less = Arrays.stream(sizes, 0, value).sum();
    // Samples are rounded: a value stands for all that rounds to it, spread evenly.
    double within = (rank - less) / sizes[value];
    double median = value == 0 ? 0.5 * within : value - 0.5 + within;
    return median / (HALF_WITHIN_SIGMA * Math.sqrt(2));
  }
}
