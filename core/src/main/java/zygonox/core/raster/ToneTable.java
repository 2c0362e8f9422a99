package zygonox.core.raster;

/**
 * Light to encoded values by a table and a straight line between its entries: for sRGB within a
 * hundredth of a 16-bit step of the curve, and many times quicker. Made for whole pictures.
 */
public final class ToneTable {
  /** Bits of a float's fraction that choose an entry; the others lie between two. */
  private static final int KEPT_BITS = 10;

  private static final int SHIFT = 23 - KEPT_BITS;

  /** Light so faint that it is black: far below half a step. */
  private static final float FAINTEST = 0x1p-24f;

  private static final int FIRST = Float.floatToRawIntBits(FAINTEST) >> SHIFT;
  private static final int LAST = Float.floatToRawIntBits(1f) >> SHIFT;

  private final float[] table = new float[LAST - FIRST + 2];

  public ToneTable(ToneCurve curve) {
    for (int i = 0; i < table.length; i++) {
      table[i] = (float) curve.toEncoded(Float.intBitsToFloat(FIRST + i << SHIFT));
    }
  }

  /** Encodes; what lies outside 0 to 1 is clipped. */
  public float encode(float light) {
    if (!(light > FAINTEST)) {
      return 0;
    }
    int bits = Float.floatToRawIntBits(Math.min(1, light));
    int entry = (bits >> SHIFT) - FIRST;
    float share = (bits & (1 << SHIFT) - 1) * (1f / (1 << SHIFT));
    return table[entry] + share * (table[entry + 1] - table[entry]);
  }
}
