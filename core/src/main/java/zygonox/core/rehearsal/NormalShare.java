package zygonox.core.rehearsal;

import org.hipparchus.special.Erf;

/**
 * The cumulative normal distribution from a table, to some 3 in 100 million: the simulated camera
 * asks for it dozens of times for each point of each star.
 */
final class NormalShare {
  private static final int PER_SIGMA = 1024;
  private static final int REACH_SIGMA = 6;
  private static final double[] TABLE = table();

  private NormalShare() {}

  private static double[] table() {
    double[] table = new double[2 * REACH_SIGMA * PER_SIGMA + 2];
    for (int i = 0; i < table.length; i++) {
      double sigma = (double) i / PER_SIGMA - REACH_SIGMA;
      table[i] = (1 + Erf.erf(sigma / Math.sqrt(2))) / 2;
    }
    return table;
  }

  /**
   * Share of a normal distribution below a place.
   *
   * @param sigma the place, in standard deviations from the middle
   */
  static double below(double sigma) {
    double at = (sigma + REACH_SIGMA) * PER_SIGMA;
    if (at <= 0) {
      return 0;
    }
    if (at >= TABLE.length - 1) {
      return 1;
    }
    int i = (int) at;
    return TABLE[i] + (at - i) * (TABLE[i + 1] - TABLE[i]);
  }
}
