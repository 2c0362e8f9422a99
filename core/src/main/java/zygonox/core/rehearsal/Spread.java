package zygonox.core.rehearsal;

import org.hipparchus.special.Erf;

/**
 * How a spot's light is shared among the pixels of a row or column: what of a Gaussian falls into
 * each, worked out beforehand for places a little apart and smooth between them, to a
 * hundred-thousandth.
 */
final class Spread {
  /** Places within a pixel for which it is worked out. */
  private static final int PHASES = 128;

  private final int reach;
  private final float[][] shares = new float[PHASES + 1][];

  /**
   * @param sigma of the Gaussian, pixels
   * @param reach pixels to each side of the middle one, at the most
   */
  Spread(double sigma, int reach) {
    this.reach = reach;
    for (int p = 0; p <= PHASES; p++) {
      double centre = (double) p / PHASES - 0.5;
      shares[p] = new float[2 * reach + 1];
      for (int i = 0; i < shares[p].length; i++) {
        double left = (i - reach - 0.5 - centre) / sigma;
        double right = (i - reach + 0.5 - centre) / sigma;
        shares[p][i] = (float) (below(right) - below(left));
      }
    }
  }

  /** The cumulative normal distribution. */
  private static double below(double sigmas) {
    return 0.5 * Erf.erfc(-sigmas / Math.sqrt(2));
  }

  /**
   * Shares a spot's light.
   *
   * @param off where the spot lies beside the middle pixel, -0.5 to 0.5
   * @param side how many pixels, an odd number, at the most twice the reach and one
   * @param into the share of each
   */
  void at(float off, int side, float[] into) {
    float place = Math.max(0, Math.min(PHASES - 1e-3f, (off + 0.5f) * PHASES));
    int phase = (int) place;
    float part = place - phase;
    float[] low = shares[phase];
    float[] high = shares[phase + 1];
    int first = reach - side / 2;
    for (int i = 0; i < side; i++) {
      into[i] = low[first + i] + part * (high[first + i] - low[first + i]);
    }
  }
}
