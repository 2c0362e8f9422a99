package zygonox.core.camera;

import java.util.OptionalDouble;
import zygonox.core.gear.CameraModel;
import zygonox.core.program.Take;

/**
 * What a camera is set to.
 *
 * @param shutterSeconds the time it times itself; empty for bulb
 * @param aperture f-number
 * @param iso ISO speed
 */
public record CameraSettings(OptionalDouble shutterSeconds, double aperture, int iso) {
  /** Those of a take: bulb where the camera does not time so long itself. */
  public static CameraSettings of(Take take, CameraModel camera) {
    double seconds = take.shot().exposureSeconds();
    return new CameraSettings(
        seconds > camera.longestTimedSeconds()
            ? OptionalDouble.empty()
            : OptionalDouble.of(seconds),
        take.settings().aperture(),
        take.settings().iso());
  }
}
