package zygonox.core.blend;

/** Mean of the values that agree. */
final class ClippedMean {
  private static final int ROUNDS = 5;

  private ClippedMean() {}

  /**
   * Leaves out values farther than {@code kappa} standard deviations from the mean, again until
   * none is left out or fewer than three remain.
   *
   * @param values one or more; reordered by the call
   */
  static double of(double[] values, double kappa) {
    int kept = values.length;
    double mean = mean(values, kept);
    for (int round = 0; round < ROUNDS && kept > 2; round++) {
      double squares = 0;
      for (int i = 0; i < kept; i++) {
        squares += (values[i] - mean) * (values[i] - mean);
      }
      double limit = kappa * Math.sqrt(squares / (kept - 1));
      int still = 0;
      for (int i = 0; i < kept; i++) {
        if (Math.abs(values[i] - mean) <= limit) {
          values[still++] = values[i];
        }
      }
      if (still == kept || still == 0) {
        break;
      }
      kept = still;
      mean = mean(values, kept);
    }
    return mean;
  }

  private static double mean(double[] values, int count) {
    double sum = 0;
    for (int i = 0; i < count; i++) {
      sum += values[i];
    }
    return sum / count;
  }
}
