package zygonox.core.raster;

/**
 * Between light, where values add as photons do, and the encoded samples that files hold. Both run
 * from 0 to 1, and rise together.
 */
public interface ToneCurve {
  /** That of sRGB, and of Display P3. */
  ToneCurve SRGB =
      new ToneCurve() {
        @Override
        public double toLight(double encoded) {
          return Srgb.toLight(encoded);
        }

        @Override
        public double toEncoded(double light) {
          return Srgb.toEncoded(light);
        }
      };

  /** Samples that are light as they are. */
  ToneCurve LINEAR = power(1);

  /**
   * Light as a power of what is encoded.
   *
   * @param exponent above 0
   */
  static ToneCurve power(double exponent) {
    return new Power(exponent);
  }

  /** Light as a power of what is encoded. */
  record Power(double exponent) implements ToneCurve {
    @Override
    public double toLight(double encoded) {
      return Math.pow(encoded, exponent);
    }

    @Override
    public double toEncoded(double light) {
      return Math.pow(light, 1 / exponent);
    }
  }

  /** Encoded 0..1 to light 0..1. */
  double toLight(double encoded);

  /** Light 0..1 to encoded 0..1. */
  double toEncoded(double light);

  /**
   * The light of every sample value, in whole units.
   *
   * @param bits 8 or 16
   * @param unit the units that white gets, up to 2^32 - 1; entries are unsigned
   * @return 2^bits entries
   */
  default int[] lightUnits(int bits, long unit) {
    int white = (1 << bits) - 1;
    int[] table = new int[white + 1];
    for (int v = 0; v <= white; v++) {
      table[v] = (int) Math.round(toLight((double) v / white) * unit);
    }
    return table;
  }

  /**
   * The light of every sample value, 0 to 1.
   *
   * @param bits 8 or 16
   * @return 2^bits entries
   */
  default float[] light(int bits) {
    int white = (1 << bits) - 1;
    float[] table = new float[white + 1];
    for (int v = 0; v <= white; v++) {
      table[v] = (float) toLight((double) v / white);
    }
    return table;
  }
}
