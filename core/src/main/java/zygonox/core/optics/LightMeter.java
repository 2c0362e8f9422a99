package zygonox.core.optics;

import zygonox.core.quantity.InvalidInput;

/**
 * How much light a sensor gathers, in electrons of its green channel. The constants are those of a
 * typical camera; a real one differs by a stop at the most, which a test frame tells.
 *
 * @param body the sensor
 * @param focalMm focal length in mm
 * @param aperture f-number
 */
public record LightMeter(Body body, double focalMm, double aperture) {
  /**
   * Electrons a second that a star of magnitude 0 gives each square centimetre of lens in the green
   * channel: 996 photons/s/cm2/Angstrom at V = 0 (M. Bessell, PASP 91, 589, 1979) over a green
   * filter of some 800 Angstrom, of which lens, filter and sensor turn a third into electrons.
   */
  private static final double ELECTRONS_AT_MAGNITUDE_0 = 996 * 800 / 3.0;

  /** Electrons that fill a pixel at ISO 100, a square micrometre of it [typical]. */
  private static final double FULL_WELL_PER_SQUARE_UM = 1400;

  private static final double READ_NOISE_BEFORE = 1.6;

  private static final double READ_NOISE_AFTER_AT_100 = 7;

  public LightMeter {
    InvalidInput.check("value.focal-length-in-mm", focalMm, 1, 5000);
    InvalidInput.check("value.aperture", aperture, 0.5, 64);
  }

  /** Electrons a second that a star of magnitude 0 gives. */
  public double zeroPoint() {
    double openingCm = focalMm / aperture / 10;
    return ELECTRONS_AT_MAGNITUDE_0 * Math.PI / 4 * openingCm * openingCm;
  }

  /**
   * Electrons that the sky gives one pixel.
   *
   * @param skyMagnitude its brightness in magnitudes a square arcsecond
   */
  public double skyElectrons(double skyMagnitude, double seconds) {
    double arcsec = new Sensor(body, focalMm, aperture).arcsecPerPixel();
    return zeroPoint() * Math.pow(10, -0.4 * skyMagnitude) * arcsec * arcsec * seconds;
  }

  /** Electrons that a pixel holds. */
  public double fullWell() {
    return FULL_WELL_PER_SQUARE_UM * body.pixelPitchUm() * body.pixelPitchUm();
  }

  /**
   * Read noise of a pixel in electrons: what comes before the amplifier, and what comes after it
   * and so counts less the more it amplifies [typical].
   */
  public double readNoise(double iso) {
    return Math.hypot(READ_NOISE_BEFORE, READ_NOISE_AFTER_AT_100 * 100 / iso);
  }

  /** Electrons that are white at an ISO speed: the full well at ISO 100. */
  public double white(double iso) {
    return fullWell() * 100 / iso;
  }

  /** How bright the sky comes out, as a share of white: 1 and above is clipped. */
  public double skyShare(double skyMagnitude, double seconds, double iso) {
    return skyElectrons(skyMagnitude, seconds) / white(iso);
  }
}
