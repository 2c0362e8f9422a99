package zygonox.core.raster;

/**
 * Turns light into whole sample values of one depth, rounding to the nearest in encoded space.
 * Immutable after it is made; the lookups make it about as fast as a division.
 */
public final class ToneEncoder {
  /**
   * Steps of the first guess; taken along the square root of light, which is near to most curves.
   */
  private static final int GUESSES = 1 << 14;

  private final int white;
  // upper[v] is the light at which sample v ends and v + 1 begins.
  private final double[] upper;
  private final int[] guess = new int[GUESSES + 1];

  /**
   * @param bits 8 or 16
   */
  public ToneEncoder(ToneCurve curve, int bits) {
    white = (1 << bits) - 1;
    upper = new double[white + 1];
    for (int v = 0; v < white; v++) {
      upper[v] = curve.toLight((v + 0.5) / white);
    }
    upper[white] = Double.POSITIVE_INFINITY;
    int v = 0;
    for (int g = 0; g <= GUESSES; g++) {
      double light = (double) g / GUESSES * g / GUESSES;
      while (light >= upper[v]) {
        v++;
      }
      guess[g] = v;
    }
  }

  /** The sample nearest to {@code light}; what lies outside 0..1 is clipped. */
  public int encode(double light) {
    if (!(light > 0)) {
      return 0;
    }
    if (light >= 1) {
      return white;
    }
    int v = guess[(int) (Math.sqrt(light) * GUESSES)];
    while (light >= upper[v]) {
      v++;
    }
    return v;
  }
}
