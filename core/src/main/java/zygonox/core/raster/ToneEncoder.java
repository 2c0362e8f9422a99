package zygonox.core.raster;

/**
 * Turns light into whole sample values of one depth, rounding to the nearest in encoded space.
 * Immutable after it is made; about as fast as a division.
 */
public final class ToneEncoder {
  /** So near a whole sample, in steps, the table, off by less than a twentieth, is right. */
  private static final float CERTAIN = 0.45f;

  /** So many are encoded in one go: they stay in a core's own memory. */
  private static final int PIECE = 4096;

  private final int white;
  private final ToneTable table;

  /** Below this sample the table may take light for black. */
  private final int faint;

  // upper[v] is the light at which sample v ends and v + 1 begins.
  private final double[] upper;

  /**
   * @param bits 8 or 16
   */
  public ToneEncoder(ToneCurve curve, int bits) {
    white = (1 << bits) - 1;
    table = new ToneTable(curve);
    faint = (int) (table.faintest() * white) + 1;
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
    return v >= faint && Math.abs(about - v) < CERTAIN ? v : decided(light, v);
  }

  /**
   * Encodes many totals of light.
   *
   * @param totals unsigned, read from index {@code from} on
   * @param unit the total that is white
   * @param into gets the samples from index 0 on
   */
  public void encode(int[] totals, int from, int count, double unit, short[] into) {
    int[] piece = new int[Math.min(PIECE, count)];
    float[] about = new float[piece.length];
    for (int at = 0; at < count; at += PIECE) {
      int length = Math.min(PIECE, count - at);
      System.arraycopy(totals, from + at, piece, 0, length);
      scale(piece, (float) (2 / unit), about);
      table.encode(about, length);
      int doubts = round(about, length, into, at, piece);
      for (int k = 0; k < doubts; k++) {
        int i = at + piece[k];
        double light = Integer.toUnsignedLong(totals[from + i]) / unit;
        into[i] = (short) decided(light, into[i] & 0xffff);
      }
    }
  }

  /** Half of each total, for what has a sign is vector code: the lost bit is far below a step. */
  private static void scale(int[] totals, float share, float[] into) {
    for (int i = 0; i < into.length; i++) {
      into[i] = (totals[i] >>> 1) * share;
    }
  }

  /** Tells how many are in doubt, and which: a branch on it would be foreseen too seldom. */
  private int round(float[] about, int count, short[] into, int at, int[] doubtful) {
    int doubts = 0;
    for (int i = 0; i < count; i++) {
      float value = about[i] * white;
      int v = (int) (value + 0.5f);
      into[at + i] = (short) v;
      doubtful[doubts] = i;
      int beyond = Float.floatToRawIntBits(CERTAIN - Math.abs(value - v));
      // The sign bit of one of them.
      doubts += (beyond | v - faint) >>> 31;
    }
    return doubts;
  }

  /** Between two samples, and where the table takes faint light for black, the bounds tell. */
  private int decided(double light, int near) {
    int v = near;
    while (light >= upper[v]) {
      v++;
    }
    while (v > 0 && light < upper[v - 1]) {
      v--;
    }
    return v;
  }
}
