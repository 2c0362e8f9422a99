package zygonox.core.rehearsal;

import org.hipparchus.special.Erf;

/**
 * What keeps dark skies as dark as they are in files that hold nothing below black. Cutting noise
 * off there would lift the mean; so the noise is centred a little lower, by as much as the cut
 * lifts it: of a normal variable about m with spread s, max(0, .) has the mean m Phi(m / s) + s
 * phi(m / s).
 */
final class BlackFloor {
  private static final float LOWEST = -4;
  private static final float HIGHEST = 4;
  private static final int STEPS = 1024;
  private static final float[] CENTRES = centres();

  private BlackFloor() {}

  /**
   * The least mean that is left as it is: noise about any larger one hardly reaches below black.
   *
   * @param ownVariance of the noise that is there without light; of light its mean is its variance
   */
  static float untouched(float ownVariance) {
    // m >= h sqrt(m + v), solved for m.
    return HIGHEST * (HIGHEST + (float) Math.sqrt(HIGHEST * HIGHEST + 4 * ownVariance)) / 2;
  }

  /**
   * Where to centre noise so that its mean is right after what is below 0 was cut off.
   *
   * @param mean 0 or more
   * @param sigma more than 0
   */
  static float centre(float mean, float sigma) {
    if (mean >= HIGHEST * sigma) {
      return mean;
    }
    float place = mean / sigma * (STEPS / HIGHEST);
    int i = Math.min(STEPS - 1, (int) place);
    float low = CENTRES[i];
    return sigma * (low + (place - i) * (CENTRES[i + 1] - low));
  }

  private static float[] centres() {
    float[] centres = new float[STEPS + 1];
    for (int i = 0; i <= STEPS; i++) {
      double low = LOWEST;
      double high = HIGHEST;
      for (int halving = 0; halving < 40; halving++) {
        double middle = (low + high) / 2;
        if (cut(middle) < HIGHEST * i / STEPS) {
          low = middle;
        } else {
          high = middle;
        }
      }
      centres[i] = (float) low;
    }
    return centres;
  }

  /** Mean of max(0, .) of a normal variable about {@code m} with spread 1. */
  private static double cut(double m) {
    double below = 0.5 * Erf.erfc(-m / Math.sqrt(2));
    return m * below + Math.exp(-m * m / 2) / Math.sqrt(2 * Math.PI);
  }
}
