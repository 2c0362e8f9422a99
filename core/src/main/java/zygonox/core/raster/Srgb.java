package zygonox.core.raster;

/**
 * The sRGB tone curve (IEC 61966-2-1:1999, section 4): between light, where values add as photons
 * do, and the encoded samples that files and screens hold. Both run from 0 to 1.
 */
public final class Srgb {
  private static final double LINEAR_SLOPE = 12.92;
  private static final double ENCODED_KNEE = 0.04045;
  private static final double LINEAR_KNEE = 0.0031308;

  private Srgb() {}

  /** Encoded 0..1 to light 0..1. */
  public static double toLight(double encoded) {
    return encoded <= ENCODED_KNEE
        ? encoded / LINEAR_SLOPE
        : Math.pow((encoded + 0.055) / 1.055, 2.4);
  }

  /** Light 0..1 to encoded 0..1. */
  public static double toEncoded(double light) {
    return light <= LINEAR_KNEE ? light * LINEAR_SLOPE : 1.055 * Math.pow(light, 1 / 2.4) - 0.055;
  }

  /**
   * Light to encoded values by a table and a straight line between its entries: within a hundredth
   * of a 16-bit step of {@link #toEncoded}, and many times quicker. Made for whole pictures.
   */
  public static final class Curve {
    /** Bits of a float's fraction that choose an entry; the others lie between two. */
    private static final int KEPT_BITS = 10;

    private static final int SHIFT = 23 - KEPT_BITS;

    /** Light so faint that it is black: far below half a step. */
    private static final float FAINTEST = 0x1p-24f;

    private static final int FIRST = Float.floatToRawIntBits(FAINTEST) >> SHIFT;
    private static final int LAST = Float.floatToRawIntBits(1f) >> SHIFT;

    private final float[] table = new float[LAST - FIRST + 2];

    public Curve() {
      for (int i = 0; i < table.length; i++) {
        table[i] = (float) toEncoded(Float.intBitsToFloat(FIRST + i << SHIFT));
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
}
