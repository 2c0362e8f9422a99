package zygonox.core.optics;

import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Notation;
import zygonox.core.quantity.Phrasebook;

/**
 * A camera body.
 *
 * @param name as it signs its files
 * @param sensorWidthMm width of the sensor in mm
 * @param sensorHeightMm height of the sensor in mm
 * @param pixelsWide pixels in a row
 * @param pixelsHigh rows
 */
public record Body(
    String name, double sensorWidthMm, double sensorHeightMm, int pixelsWide, int pixelsHigh) {
  /** Makers round the millimetres; pixels are square. */
  private static final double SAME_SHAPE = 0.035;

  public Body {
    InvalidInput.check("value.sensor-s-width-in-mm", sensorWidthMm, 1, 200);
    InvalidInput.check("value.sensor-s-height-in-mm", sensorHeightMm, 1, 200);
    InvalidInput.check("value.pixels-in-a-row", pixelsWide, 16, 65_500);
    InvalidInput.check("value.rows-of-pixels", pixelsHigh, 16, 65_500);
    double shapes = sensorWidthMm / sensorHeightMm / ((double) pixelsWide / pixelsHigh);
    if (Math.abs(shapes - 1) > SAME_SHAPE) {
      throw new InvalidInput(
          Phrasebook.say(
              "refused.a-sensor-of-x-mm",
              Notation.text(sensorWidthMm),
              Notation.text(sensorHeightMm),
              pixelsWide,
              pixelsHigh));
    }
  }

  /** Distance from pixel to pixel in micrometres. */
  public double pixelPitchUm() {
    return 1000 * sensorWidthMm / pixelsWide;
  }

  /** The same sensor with fewer or more pixels; its height follows the pixels' shape. */
  public Body withPixels(int wide, int high) {
    return new Body(name, sensorWidthMm, sensorWidthMm * high / wide, wide, high);
  }

  /** The same sensor turned by a quarter. */
  public Body turned() {
    return new Body(name, sensorHeightMm, sensorWidthMm, pixelsHigh, pixelsWide);
  }

  public double megapixels() {
    return (double) pixelsWide * pixelsHigh / 1e6;
  }
}
