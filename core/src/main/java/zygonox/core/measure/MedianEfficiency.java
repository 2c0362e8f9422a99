package zygonox.core.measure;

import org.hipparchus.special.Erf;
import org.hipparchus.special.Gamma;

/**
 * How well a median of normal values does against their mean.
 *
 * <p>The efficiency is var(mean) / var(median), with var(mean) = 1/n. The variance of the median
 * follows from the joint density of the two middle order statistics (M. Kendall and A. Stuart, The
 * Advanced Theory of Statistics, vol. 1, ch. 14), integrated here numerically; for n to infinity it
 * tends to 2/pi.
 */
final class MedianEfficiency {
  /** From here on the asymptotic value is right to better than half a percent of the gain. */
  private static final int MANY = 100;

  private static final double REACH = 6.5;
  private static final int STEPS = 520;

  private MedianEfficiency() {}

  /**
   * @param n number of values, 1 or more
   * @return 2/pi to 1
   */
  public static double of(int n) {
    if (n <= 2) {
      return 1;
    }
    return n > MANY ? 2 / Math.PI : 1 / (n * (n % 2 == 1 ? oddVariance(n) : evenVariance(n)));
  }

  private static double oddVariance(int n) {
    int m = n / 2;
    double logConstant = Gamma.logGamma(n + 1) - 2 * Gamma.logGamma(m + 1);
    double h = 2 * REACH / STEPS;
    double sum = 0;
    for (int i = 1; i < STEPS; i++) {
      double x = -REACH + i * h;
      double logDensity = logConstant + m * (logBelow(x) + logBelow(-x)) + logNormal(x);
      sum += x * x * Math.exp(logDensity);
    }
    return sum * h;
  }

  private static double evenVariance(int n) {
    int m = n / 2;
    double logConstant = Gamma.logGamma(n + 1) - 2 * Gamma.logGamma(m);
    double h = 2 * REACH / STEPS;
    double[] below = new double[STEPS + 1];
    double[] normal = new double[STEPS + 1];
    for (int i = 0; i <= STEPS; i++) {
      below[i] = logBelow(-REACH + i * h);
      normal[i] = logNormal(-REACH + i * h);
    }
    double sum = 0;
    for (int i = 0; i <= STEPS; i++) {
      for (int j = i; j <= STEPS; j++) {
        // The upper tail at x is the lower tail at -x.
        double logDensity =
            logConstant + (m - 1) * (below[i] + below[STEPS - j]) + normal[i] + normal[j];
        double middle = -REACH + (i + j) * h / 2;
        // Half weight on the edge of the triangle x <= y.
        sum += (i == j ? 0.5 : 1) * middle * middle * Math.exp(logDensity);
      }
    }
    return sum * h * h;
  }

  private static double logBelow(double x) {
    return Math.log(0.5 * Erf.erfc(-x / Math.sqrt(2)));
  }

  private static double logNormal(double x) {
    return -0.5 * x * x - 0.5 * Math.log(2 * Math.PI);
  }
}
