package zygonox.core.raster;

/**
 * Light to encoded values by a table and a straight line between its entries: for sRGB within a
 * hundredth of a 16-bit step of the curve, and many times quicker. Made for whole pictures.
 */
public final class ToneTable {
  /** Bits of a float's fraction that choose an entry; the others lie between two. */
  private static final int KEPT_BITS = 10;

  private static final int SHIFT = 23 - KEPT_BITS;

  /** A float from one up to two has these bits and any fraction. */
  private static final int ONE = Float.floatToRawIntBits(1);

  private static final int FRACTION = (1 << 23) - 1;

  /** Light so faint that it is black: far below half a step. */
  private static final float FAINTEST = 0x1p-24f;

  private static final int FIRST = Float.floatToRawIntBits(FAINTEST) >> SHIFT;
  private static final int LAST = Float.floatToRawIntBits(1f) >> SHIFT;

  private final float[] table = new float[LAST - FIRST + 2];

  /** Made when it is first asked for: any thread makes the same. */
  private volatile short[] bytes;

  public ToneTable(ToneCurve curve) {
    for (int i = 0; i < table.length; i++) {
      table[i] = (float) curve.toEncoded(Float.intBitsToFloat(FIRST + i << SHIFT));
    }
  }

  /**
   * Encodes many values by the entry nearest below: 8-bit samples are within a tenth of a step of
   * the curve, in a third of the time.
   *
   * @param light left clipped
   * @param into gets whole values, 0 to 255, from index {@code at} on
   */
  public void bytes(float[] light, int count, short[] into, int at) {
    short[] steps = bytes();
    clip(light, count);
    for (int i = 0; i < count; i++) {
      into[at + i] = steps[(Float.floatToRawIntBits(light[i]) >> SHIFT) - FIRST];
    }
  }

  private short[] bytes() {
    if (bytes == null) {
      short[] made = new short[table.length];
      for (int i = 0; i + 1 < made.length; i++) {
        made[i] = (short) (255 * (table[i] + table[i + 1]) / 2 + 0.5f);
      }
      made[LAST - FIRST] = 255;
      bytes = made;
    }
    return bytes;
  }

  /** By itself, for so the JIT makes vector code of it. */
  private static void clip(float[] light, int count) {
    for (int i = 0; i < count; i++) {
      light[i] = Math.max(FAINTEST, Math.min(1, light[i]));
    }
  }

  /**
   * Encodes many values in their places, quicker than one by one.
   *
   * @param light left encoded; what is as faint as black counts as {@link #faintest}, not as black
   */
  void encode(float[] light, int count) {
    clip(light, count);
    for (int i = 0; i < count; i++) {
      light[i] = between(Float.floatToRawIntBits(light[i]));
    }
  }

  /** What the faintest light that the table knows is encoded to, or a little more. */
  float faintest() {
    return table[1];
  }

  /** Encodes; what lies outside 0 to 1 is clipped. */
  public float encode(float light) {
    if (!(light > FAINTEST)) {
      return 0;
    }
    return between(Float.floatToRawIntBits(Math.min(1, light)));
  }

  /** On the straight line between two entries. */
  private float between(int bits) {
    int entry = (bits >> SHIFT) - FIRST;
    // The bits of a float from one up to two: a whole number made one would wait for the last.
    float share = Float.intBitsToFloat(ONE | bits << KEPT_BITS & FRACTION) - 1;
    return table[entry] + share * (table[entry + 1] - table[entry]);
  }
}
