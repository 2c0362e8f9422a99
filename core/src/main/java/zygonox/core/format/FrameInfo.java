package zygonox.core.format;

import java.util.Optional;
import java.util.OptionalDouble;

/**
 * What a frame's file says of how it was taken. Empty where it does not say.
 *
 * @param capturedAt when the shutter opened
 * @param exposureSeconds shutter time in seconds
 * @param aperture f-number
 * @param iso ISO speed
 * @param focalMm focal length in mm
 * @param celsius how warm sensor or camera was
 * @param camera the body's name
 * @param serial what tells the body from others of its name
 * @param lens the lens's name
 * @param profile what its samples mean; empty for sRGB and where it says nothing
 * @param orientation EXIF orientation, 1 to 8: how the stored picture must be turned to stand
 *     upright
 * @param credits whose it is, where it was taken, how it was rated
 */
public record FrameInfo(
    Optional<CaptureTime> capturedAt,
    OptionalDouble exposureSeconds,
    OptionalDouble aperture,
    OptionalDouble iso,
    OptionalDouble focalMm,
    OptionalDouble celsius,
    Optional<String> camera,
    Optional<String> serial,
    Optional<String> lens,
    Optional<ColourProfile> profile,
    int orientation,
    Credits credits) {
  /** What a file without metadata says. */
  public static final FrameInfo UNKNOWN =
      new FrameInfo(
          Optional.empty(),
          OptionalDouble.empty(),
          OptionalDouble.empty(),
          OptionalDouble.empty(),
          OptionalDouble.empty(),
          OptionalDouble.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          1,
          Credits.NONE);

  /** The same frame in upright pixels, as every result is written. */
  public FrameInfo upright() {
    return new FrameInfo(
        capturedAt,
        exposureSeconds,
        aperture,
        iso,
        focalMm,
        celsius,
        camera,
        serial,
        lens,
        profile,
        1,
        credits);
  }

  /** The same frame, taken at another time: its camera's clock was wrong. */
  public FrameInfo withCapturedAt(CaptureTime time) {
    return new FrameInfo(
        Optional.of(time),
        exposureSeconds,
        aperture,
        iso,
        focalMm,
        celsius,
        camera,
        serial,
        lens,
        profile,
        orientation,
        credits);
  }

  /** The same frame, of which it is known how warm sensor or camera was. */
  public FrameInfo withCelsius(OptionalDouble warm) {
    return new FrameInfo(
        capturedAt,
        exposureSeconds,
        aperture,
        iso,
        focalMm,
        warm,
        camera,
        serial,
        lens,
        profile,
        orientation,
        credits);
  }

  /** What is known where nothing tells whose it is. */
  public FrameInfo(
      Optional<CaptureTime> capturedAt,
      OptionalDouble exposureSeconds,
      OptionalDouble aperture,
      OptionalDouble iso,
      OptionalDouble focalMm,
      Optional<String> camera,
      Optional<String> serial,
      Optional<String> lens,
      Optional<ColourProfile> profile,
      int orientation) {
    this(
        capturedAt,
        exposureSeconds,
        aperture,
        iso,
        focalMm,
        OptionalDouble.empty(),
        camera,
        serial,
        lens,
        profile,
        orientation,
        Credits.NONE);
  }

  /** Its colours: sRGB where the file says nothing. */
  public ColourProfile colours() {
    return profile.orElse(ColourProfile.srgb());
  }

  /** What is known where neither the body's own number nor a profile is. */
  public FrameInfo(
      Optional<CaptureTime> capturedAt,
      OptionalDouble exposureSeconds,
      OptionalDouble aperture,
      OptionalDouble iso,
      OptionalDouble focalMm,
      Optional<String> camera,
      Optional<String> lens,
      int orientation) {
    this(
        capturedAt,
        exposureSeconds,
        aperture,
        iso,
        focalMm,
        camera,
        Optional.empty(),
        lens,
        Optional.empty(),
        orientation);
  }
}
