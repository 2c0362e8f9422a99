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
}
