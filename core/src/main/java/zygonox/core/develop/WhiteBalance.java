package zygonox.core.develop;

/**
 * The light a picture is balanced for.
 *
 * @param kelvin its correlated colour temperature, 2000 to 25000; higher makes pictures warmer
 * @param tint -150 to 150; positive makes them more magenta
 */
public record WhiteBalance(double kelvin, double tint) {
  /** Daylight, which changes nothing. */
  public static final double NEUTRAL_KELVIN = 6504;

  /** A tint of so much doubles red and blue against green; own scale. */
  private static final double TINT_OF_A_STOP = 150;

  /** What red, green and blue are multiplied by; green stays. */
  public float[] gains() {
    double[] here = colour(kelvin);
    double[] plain = colour(NEUTRAL_KELVIN);
    double magenta = Math.pow(2, tint / TINT_OF_A_STOP);
    double green = plain[1] / here[1];
    return new float[] {
      (float) (plain[0] / here[0] / green * magenta),
      1,
      (float) (plain[2] / here[2] / green * magenta)
    };
  }

  /**
   * Light of sRGB of a temperature: CIE daylight from 4000 K on (CIE 15:2004, 3.1), black bodies
   * below (Kim et al., US patent 7024034, the cubic fit to the locus; from memory).
   */
  private static double[] colour(double kelvin) {
    double t = 1000 / kelvin;
    double x;
    double y;
    if (kelvin >= 4000) {
      x =
          kelvin <= 7000
              ? 0.244063 + 0.09911 * t + 2.9678 * t * t - 4.6070 * t * t * t
              : 0.237040 + 0.24748 * t + 1.9018 * t * t - 2.0064 * t * t * t;
      y = -3 * x * x + 2.870 * x - 0.275;
    } else {
      x = -0.2661239 * t * t * t - 0.2343589 * t * t + 0.8776956 * t + 0.179910;
      y =
          kelvin < 2222
              ? -1.1063814 * x * x * x - 1.34811020 * x * x + 2.18555832 * x - 0.20219683
              : -0.9549476 * x * x * x - 1.37418593 * x * x + 2.09137015 * x - 0.16748867;
    }
    double bigX = x / y;
    double bigZ = (1 - x - y) / y;
    return new double[] {
      3.2404542 * bigX - 1.5371385 - 0.4985314 * bigZ,
      -0.9692660 * bigX + 1.8760108 + 0.0415560 * bigZ,
      Math.max(0.02, 0.0556434 * bigX - 0.2040259 + 1.0572252 * bigZ)
    };
  }
}
