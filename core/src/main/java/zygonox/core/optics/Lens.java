package zygonox.core.optics;

import zygonox.core.quantity.InvalidInput;

/**
 * A lens of one focal length.
 *
 * @param name as it signs the files
 * @param focalMm focal length in mm
 * @param widestAperture its smallest f-number
 */
public record Lens(String name, double focalMm, double widestAperture) {
  public Lens {
    InvalidInput.check("The focal length in mm", focalMm, 1, 5000);
    InvalidInput.check("The widest aperture", widestAperture, 0.5, 64);
  }
}
