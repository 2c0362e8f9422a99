package zygonox.core.camera;

import java.util.function.Consumer;

/**
 * A camera on the end of a cable: what a remote timer needs of it. A tether to a real camera
 * implements it as well as the stand-in does. Used by one thread at a time; events come from any.
 */
public interface CameraPort extends AutoCloseable {
  /** How the camera is at this moment. */
  CameraStatus status() throws CameraFault;

  /** Sets shutter, aperture and ISO speed for the frames to come. */
  void set(CameraSettings settings) throws CameraFault;

  /** Takes one frame of the shutter time that was set; returns at once. */
  void release() throws CameraFault;

  /** Opens the shutter until {@link #closeBulb}. The shutter has to be set to bulb. */
  void openBulb() throws CameraFault;

  void closeBulb() throws CameraFault;

  /** Tells who is to hear of what the camera does from now on. */
  void listen(Consumer<CameraEvent> listener);

  /** Lets go of the camera, once all frames taken are stored. */
  @Override
  void close();
}
