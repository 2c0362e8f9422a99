package zygonox.core.optics;

/** How large a still star comes out. */
public final class StarImage {
  /** Spread of a good lens's image of a star, sigma in micrometres [typical]. */
  private static final double SIGMA_UM = 4.5;

  /** Pixels smear it at least this much. */
  private static final double LEAST_SIGMA_PIXELS = 0.6;

  /** Full width at half maximum of a normal distribution: 2 sqrt(2 ln 2) sigma. */
  private static final double FWHM_OF_SIGMA = 2 * Math.sqrt(2 * Math.log(2));

  private StarImage() {}

  /** Its spread, sigma in pixels. */
  public static double sigmaPixels(Body body) {
    return Math.max(LEAST_SIGMA_PIXELS, SIGMA_UM / body.pixelPitchUm());
  }

  /** Its full width at half maximum, in pixels. */
  public static double fwhmPixels(Body body) {
    return FWHM_OF_SIGMA * sigmaPixels(body);
  }
}
