package zygonox.core.gear;

import zygonox.core.optics.Body;
import zygonox.core.quantity.InvalidInput;

/**
 * A camera as it works in the field.
 *
 * @param body its sensor
 * @param longestTimedSeconds the longest exposure it times itself, in s
 * @param bulb whether a remote timer can hold its shutter open for longer
 * @param baseIso its base ISO speed
 * @param highestIso the highest ISO speed that is still worth using
 * @param rawBytes size of one raw file, in bytes
 * @param writeSeconds how long it takes to store one, in s
 * @param battery its battery
 */
public record CameraModel(
    Body body,
    double longestTimedSeconds,
    boolean bulb,
    int baseIso,
    int highestIso,
    long rawBytes,
    double writeSeconds,
    Battery battery) {
  /** Bytes a pixel of a raw file takes: 1.0 to 1.6 are met [common practice]. */
  private static final double RAW_BYTES_PER_PIXEL = 1.3;

  /** What is reckoned with when nothing is known [common practice]. */
  private static final Battery USUAL_BATTERY = new Battery(800, 3.5, 0.6);

  private static final double USUAL_LONGEST_SECONDS = 30;
  private static final double USUAL_WRITE_SECONDS = 0.5;
  private static final int USUAL_HIGHEST_ISO = 25_600;

  public CameraModel {
    InvalidInput.check("value.longest-timed-shutter-in-seconds", longestTimedSeconds, 0.1, 3600);
    InvalidInput.check("value.base-iso-speed", baseIso, 25, 100_000);
    InvalidInput.check("value.highest-iso-speed", highestIso, baseIso, 1_000_000);
    InvalidInput.check("value.bytes-of-one-frame", (double) rawBytes, 1, 1e10);
    InvalidInput.check("value.time-to-store-a-frame-in-seconds", writeSeconds, 0, 600);
  }

  /** What may be expected of a camera of which only its sensor is known. */
  public static CameraModel usual(Body body) {
    double pixels = (double) body.pixelsWide() * body.pixelsHigh();
    return new CameraModel(
        body,
        USUAL_LONGEST_SECONDS,
        true,
        100,
        USUAL_HIGHEST_ISO,
        Math.round(pixels * RAW_BYTES_PER_PIXEL),
        USUAL_WRITE_SECONDS,
        USUAL_BATTERY);
  }

  public CameraModel withBody(Body other) {
    return new CameraModel(
        other, longestTimedSeconds, bulb, baseIso, highestIso, rawBytes, writeSeconds, battery);
  }

  public CameraModel withLongestTimed(double seconds) {
    return new CameraModel(
        body, seconds, bulb, baseIso, highestIso, rawBytes, writeSeconds, battery);
  }

  public CameraModel withBulb(boolean has) {
    return new CameraModel(
        body, longestTimedSeconds, has, baseIso, highestIso, rawBytes, writeSeconds, battery);
  }

  public CameraModel withIso(int base, int highest) {
    return new CameraModel(
        body, longestTimedSeconds, bulb, base, highest, rawBytes, writeSeconds, battery);
  }

  public CameraModel withRawBytes(long bytes) {
    return new CameraModel(
        body, longestTimedSeconds, bulb, baseIso, highestIso, bytes, writeSeconds, battery);
  }

  public CameraModel withWriteSeconds(double seconds) {
    return new CameraModel(
        body, longestTimedSeconds, bulb, baseIso, highestIso, rawBytes, seconds, battery);
  }

  public CameraModel withBattery(Battery other) {
    return new CameraModel(
        body, longestTimedSeconds, bulb, baseIso, highestIso, rawBytes, writeSeconds, other);
  }
}
