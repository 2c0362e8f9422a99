package zygonox.core.raster;

/**
 * Turns light into whole sample values of one depth, rounding to the nearest in encoded space.
 * Immutable after it is made; about as fast as a division.
 */
public final class ToneEncoder {
  private final int white;
  private final ToneTable table;
  // upper[v] is the light at which sample v ends and v + 1 begins.
  private final double[] upper;

  /**
   * @param bits 8 or 16
   */
  public ToneEncoder(ToneCurve curve, int bits) {
    white = (1 << bits) - 1;
    table = new ToneTable(curve);
    upper = new double[white + 1];
    for (int v = 0; v < white; v++) {
      upper[v] = curve.toLight((v + 0.5) / white);
    }
    upper[white] = Double.POSITIVE_INFINITY;
  }

  /** The sample nearest to {@code light}; what lies outside 0..1 is clipped. */
  public int encode(double light) {
    // The table is seldom off by a step; where it is, the bounds tell.
    int v = (int) (table.encode((float) light) * white + 0.5f);
    while (light >= upper[v]) {
      v++;
    }
    while (v > 0 && light < upper[v - 1]) {
      v--;
    }
    return v;
  }
}
