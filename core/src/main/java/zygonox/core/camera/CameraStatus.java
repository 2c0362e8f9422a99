package zygonox.core.camera;

/**
 * How a camera is at a moment.
 *
 * @param batteryShare what is left in its battery, 0 to 1
 * @param framesLeft how many frames its card still takes
 * @param busy whether its shutter is open or a frame is being stored
 */
public record CameraStatus(double batteryShare, long framesLeft, boolean busy) {}
