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
   * Turns light into whole sample values of one depth, rounding to the nearest in encoded space.
   * Immutable after it is made; the lookups make it about as fast as a division.
   */
  public static final class Encoder {
    /** Steps of the first guess; taken along the square root of light, which is near the curve. */
    private static final int GUESSES = 1 << 14;

    private final int white;
    // upper[v] is the light at which sample v ends and v + 1 begins.
    private final double[] upper;
    private final int[] guess = new int[GUESSES + 1];

    /**
     * @param bits 8 or 16
     */
    public Encoder(int bits) {
      white = (1 << bits) - 1;
      upper = new double[white + 1];
      for (int v = 0; v < white; v++) {
        upper[v] = toLight((v + 0.5) / white);
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

  /**
   * The light of every sample value, in whole units.
   *
   * @param bits 8 or 16
   * @param unit the units that white gets, up to 2^32 - 1; entries are unsigned
   * @return 2^bits entries
   */
  public static int[] lightUnits(int bits, long unit) {
    int white = (1 << bits) - 1;
    int[] table = new int[white + 1];
    for (int v = 0; v <= white; v++) {
      table[v] = (int) Math.round(toLight((double) v / white) * unit);
    }
    return table;
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
