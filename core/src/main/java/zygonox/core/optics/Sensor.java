package zygonox.core.optics;

import zygonox.core.quantity.Angle;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Seconds;
import zygonox.core.sky.SiderealTime;

/**
 * What a lens makes of a sensor.
 *
 * @param body the sensor's size and pixels
 * @param focalMm focal length in mm, 1 to 5000
 * @param aperture f-number, 0.5 to 64
 */
public record Sensor(Body body, double focalMm, double aperture) {
  /** Diagonal of 36 x 24 mm, to which crop factors refer, in mm. */
  private static final double FULL_FRAME_DIAGONAL_MM = Math.hypot(36, 24);

  /** Circle of confusion as a share of the diagonal; common practice, no source. */
  private static final double CONFUSION_SHARE = 1 / 1500.0;

  /** Arc seconds in a radian, a thousandth: micrometres over millimetres. */
  private static final double ARCSEC = 206.265;

  public Sensor {
    InvalidInput.check("value.focal-length-in-mm", focalMm, 1, 5000);
    InvalidInput.check("value.aperture", aperture, 0.5, 64);
  }

  public double diagonalMm() {
    return Math.hypot(body.sensorWidthMm(), body.sensorHeightMm());
  }

  public double cropFactor() {
    return FULL_FRAME_DIAGONAL_MM / diagonalMm();
  }

  /** Sky on one pixel at the frame's centre, in arcsec. */
  public double arcsecPerPixel() {
    return ARCSEC * body.pixelPitchUm() / focalMm;
  }

  /** Angle that a length on the sensor spans, in degrees. */
  public double fieldOfViewDeg(double sensorMm) {
    return 2 * Angle.atan2(sensorMm / 2, focalMm);
  }

  /**
   * The longest exposure by a rule of thumb, {@code number / (crop factor x focal length)}, in
   * seconds. Common practice, no source: 500, or 400 for the strict.
   */
  public double ruleSeconds(double number) {
    return number / (cropFactor() * focalMm);
  }

  /**
   * The longest exposure by the NPF rule of F. Michaud, in seconds (from memory): {@code (16.856 N
   * + 0.0997 f + 13.713 p) / (f cos dec)}.
   *
   * @param declinationDeg of the sky in the frame, -89.9 to 89.9
   */
  public double npfSeconds(double declinationDeg) {
    InvalidInput.check("value.declination-in-degrees", declinationDeg, -89.9, 89.9);
    return (16.856 * aperture + 0.0997 * focalMm + 13.713 * body.pixelPitchUm())
        / (focalMm * Angle.cos(declinationDeg));
  }

  /** How far a star moves during an exposure, in pixels, at the frame's centre. */
  public double driftPixels(double exposureSeconds, double declinationDeg) {
    Seconds.check("value.exposure", exposureSeconds, 0, 86_400);
    InvalidInput.check("value.declination-in-degrees", declinationDeg, -90, 90);
    return SiderealTime.RATE_ARCSEC_PER_SECOND
        * exposureSeconds
        * Angle.cos(declinationDeg)
        / arcsecPerPixel();
  }

  /** Focused there, everything from half of it to infinity is sharp; in metres. */
  public double hyperfocalMetres() {
    double confusionMm = diagonalMm() * CONFUSION_SHARE;
    return (focalMm * focalMm / (aperture * confusionMm) + focalMm) / 1000;
  }

  /**
   * The nearest that is sharp, in metres.
   *
   * @param focusMetres what the lens is focused on, above the focal length
   */
  public double nearMetres(double focusMetres) {
    double f = focusedFocal(focusMetres);
    double h = hyperfocalMetres();
    return focusMetres * (h - f) / (h + focusMetres - 2 * f);
  }

  /** The farthest that is sharp, in metres; infinite from the hyperfocal distance on. */
  public double farMetres(double focusMetres) {
    double f = focusedFocal(focusMetres);
    double h = hyperfocalMetres();
    return focusMetres >= h ? Double.POSITIVE_INFINITY : focusMetres * (h - f) / (h - focusMetres);
  }

  private double focusedFocal(double focusMetres) {
    InvalidInput.check("value.focus-in-metres", focusMetres, 1.1 * focalMm / 1000, 1e9);
    return focalMm / 1000;
  }
}
