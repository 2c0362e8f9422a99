package zygonox.core.raster;

/**
 * Turns light into whole sample values of one depth, rounding to the nearest in encoded space.
 * Immutable after it is made; about as fast as a division.
 */
public final class ToneEncoder {
  /** So near a whole sample, in steps, the table, off by less than a twentieth, is right. */
  private static final float CERTAIN = 0.45f;

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
    float about = table.encode((float) light) * white;
    int v = (int) (about + 0.5f);
    if (v > 0 && Math.abs(about - v) < CERTAIN) {
      return v;
    }
    // Between two samples, and where the table takes faint light for black, the bounds tell.
    while (light >= upper[v]) {
      v++;
    }
    while (v > 0 && light < upper[v - 1]) {
      v--;
    }
    return v;
  }
}
