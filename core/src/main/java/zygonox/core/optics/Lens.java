package zygonox.core.optics;

import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/**
 * A lens.
 *
 * @param name as it signs the files
 * @param shortestMm its shortest focal length in mm
 * @param longestMm its longest; the same for one of a single focal length
 * @param widestAperture its smallest f-number
 * @param bestAperture the f-number from which its corners are good
 * @param distortion by which share of its distance from the middle a corner is drawn farther out
 *     than straight lines want it, -0.2 to 0.2: below 0 barrel, above 0 pincushion
 */
public record Lens(
    String name,
    double shortestMm,
    double longestMm,
    double widestAperture,
    double bestAperture,
    double distortion) {
  public Lens {
    InvalidInput.check("value.focal-length-in-mm", shortestMm, 1, 5000);
    InvalidInput.check("value.longest-focal-length-in-mm", longestMm, shortestMm, 5000);
    InvalidInput.check("value.widest-aperture", widestAperture, 0.5, 64);
    InvalidInput.check("value.aperture-for-good-corners", bestAperture, widestAperture, 64);
    InvalidInput.check("value.distortion", distortion, -0.2, 0.2);
  }

  /** A lens of one focal length, whose corners are good a stop down [common practice]. */
  public Lens(String name, double focalMm, double widestAperture) {
    this(
        name,
        focalMm,
        focalMm,
        widestAperture,
        Math.min(64, Math.round(widestAperture * Math.sqrt(2) * 10) / 10.0),
        0);
  }

  public Lens withDistortion(double share) {
    return new Lens(name, shortestMm, longestMm, widestAperture, bestAperture, share);
  }

  /** Whether it can be set to a focal length. */
  public boolean reaches(double focalMm) {
    return focalMm >= shortestMm - 0.05 && focalMm <= longestMm + 0.05;
  }

  /**
   * A focal length that it has.
   *
   * @throws InvalidInput when it cannot be set to it
   */
  public double checked(double focalMm) {
    if (!reaches(focalMm)) {
      throw new InvalidInput(
          shortestMm == longestMm
              ? Phrasebook.say("refused.the-lens-has-mm-alone", name, plain(shortestMm))
              : Phrasebook.say(
                  "refused.the-lens-reaches-from-to", name, plain(shortestMm), plain(longestMm)));
    }
    return focalMm;
  }

  private static String plain(double mm) {
    return mm == Math.rint(mm) ? Long.toString((long) mm) : Double.toString(mm);
  }

  /** The nearest focal length it can be set to. */
  public double nearest(double focalMm) {
    return Math.max(shortestMm, Math.min(longestMm, focalMm));
  }
}
