package zygonox.core.program;

import zygonox.core.optics.Body;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.InvalidInput;

/**
 * What card and battery hold.
 *
 * @param frameBytes size of one raw frame in bytes, 1 or more
 * @param card size of the card
 * @param batteryShots frames a full battery lasts for when shot in a row, 1 or more
 * @param batteryHours hours of open shutter a full battery lasts for, above 0
 */
public record Supplies(long frameBytes, ByteSize card, int batteryShots, double batteryHours) {
  /** Bytes a pixel of a raw file takes: 1.0 to 1.6 are met [common practice]. */
  private static final double RAW_BYTES_PER_PIXEL = 1.3;

  /** What is reckoned with when nothing is known of a camera [common practice]. */
  private static final ByteSize USUAL_CARD = new ByteSize(64L << 30);

  private static final int USUAL_SHOTS = 800;
  private static final double USUAL_HOURS = 3.5;

  public Supplies {
    InvalidInput.check("The bytes of one frame", (double) frameBytes, 1, 1e10);
    InvalidInput.check("The battery's shots", batteryShots, 1, 1_000_000);
    InvalidInput.check("The battery's hours", batteryHours, 0.01, 10_000);
  }

  /** What may be expected of a body of which only its pixels are known. */
  public static Supplies usual(Body body) {
    double pixels = (double) body.pixelsWide() * body.pixelsHigh();
    return new Supplies(
        Math.round(pixels * RAW_BYTES_PER_PIXEL), USUAL_CARD, USUAL_SHOTS, USUAL_HOURS);
  }

  /** Room that the frames of an interval take. */
  public ByteSize storage(Interval interval) {
    return new ByteSize(interval.count() * frameBytes);
  }

  /** Share of a full battery that an interval takes: by shots or by hours, whichever is more. */
  public double batteryShare(Interval interval) {
    double byShots = (double) interval.count() / batteryShots;
    double openHours = interval.count() * interval.exposureSeconds() / 3600;
    return Math.max(byShots, openHours / batteryHours);
  }
}
