package zygonox.core.optics;

import zygonox.core.sky.DeepSky;

/** How large a target comes out in a frame. */
public enum TargetFit {
  /** A mere place, or not listed with a size. */
  NO_SIZE,
  /** Fewer pixels than show anything of it. */
  DOT,
  /** There, but lost in the frame. */
  SMALL,
  FITS,
  /** Reaches beyond the frame. */
  TOO_LARGE;

  /** Shares of the frame's sides, and pixels, at which one becomes the next [common practice]. */
  private static final double DOT_PIXELS = 12;

  private static final double SMALL_SHARE = 0.07;
  private static final double LARGE_SHARE = 0.95;

  /**
   * @param sensor body, focal length and aperture
   */
  public static TargetFit of(DeepSky.Target target, Sensor sensor) {
    if (target.longArcmin() <= 0) {
      return NO_SIZE;
    }
    Body body = sensor.body();
    double longSide =
        60 * sensor.fieldOfViewDeg(Math.max(body.sensorWidthMm(), body.sensorHeightMm()));
    double shortSide =
        60 * sensor.fieldOfViewDeg(Math.min(body.sensorWidthMm(), body.sensorHeightMm()));
    if (target.longArcmin() > LARGE_SHARE * longSide
        || target.shortArcmin() > LARGE_SHARE * shortSide) {
      return TOO_LARGE;
    }
    double pixels = 60 * target.longArcmin() / sensor.arcsecPerPixel();
    if (pixels < DOT_PIXELS) {
      return DOT;
    }
    return target.longArcmin() < SMALL_SHARE * shortSide ? SMALL : FITS;
  }
}
