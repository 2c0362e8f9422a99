package zygonox.core.align;

/**
 * Linear least squares in which each observation tells of unknowns that stand near each other: the
 * normal equations are a narrow band, and are solved by its Cholesky factor (G. Golub and C. Van
 * Loan, Matrix Computations, 4th ed., algorithm 4.3.5) in a small part of the time that the whole
 * matrix takes.
 */
final class BandedSystem {
  /** Row i: its places i - reach to i, the last being the diagonal. */
  private final double[][] band;

  private final double[][] right;
  private final int reach;

  /**
   * @param unknowns their number
   * @param reach how far two unknowns of one observation stand apart at the most
   * @param sides right-hand sides, each solved for by itself
   */
  BandedSystem(int unknowns, int reach, int sides) {
    this.band = new double[unknowns][reach + 1];
    this.right = new double[sides][unknowns];
    this.reach = reach;
  }

  /**
   * Takes in that the sum of some unknowns, each times its weight, is a value.
   *
   * @param at the unknowns, rising
   * @param values one for each right-hand side
   */
  void observe(int[] at, double[] weights, double... values) {
    for (int k = 0; k < at.length; k++) {
      for (int side = 0; side < right.length; side++) {
        right[side][at[k]] += weights[k] * values[side];
      }
      double[] row = band[at[k]];
      int shift = reach - at[k];
      for (int l = 0; l <= k; l++) {
        row[at[l] + shift] += weights[k] * weights[l];
      }
    }
  }

  /**
   * The unknowns for each right-hand side; the system is used up.
   *
   * @throws ArithmeticException where the observations do not tell all of them
   */
  double[][] solve() {
    factor();
    for (double[] side : right) {
      for (int i = 0; i < side.length; i++) {
        double sum = side[i];
        for (int j = Math.max(0, i - reach); j < i; j++) {
          sum -= band[i][j - i + reach] * side[j];
        }
        side[i] = sum / band[i][reach];
      }
      for (int i = side.length - 1; i >= 0; i--) {
        side[i] /= band[i][reach];
        for (int j = Math.max(0, i - reach); j < i; j++) {
          side[j] -= band[i][j - i + reach] * side[i];
        }
      }
    }
    return right;
  }

  private void factor() {
    for (int i = 0; i < band.length; i++) {
      double[] row = band[i];
      for (int j = Math.max(0, i - reach); j <= i; j++) {
        double[] other = band[j];
        double sum = row[j - i + reach];
        for (int k = Math.max(0, i - reach); k < j; k++) {
          sum -= row[k - i + reach] * other[k - j + reach];
        }
        if (j < i) {
          row[j - i + reach] = sum / other[reach];
        } else if (sum > 0) {
          row[reach] = Math.sqrt(sum);
        } else {
          throw new ArithmeticException("unknown " + i);
        }
      }
    }
  }
}
