package zygonox.core.camera;

/** A camera did not do what it was told. */
public final class CameraFault extends Exception {
  private static final long serialVersionUID = 1;

  private final Kind kind;

  /** Why not. */
  public enum Kind {
    /** The shutter is open, or a frame is being stored: the next try may do. */
    BUSY,
    /** The cable is out or the camera asleep: the next try may do. */
    NO_ANSWER,
    CARD_FULL,
    BATTERY_EMPTY,
    /** It cannot be set so. */
    REFUSED;

    /** Whether it is of use to try the next frame. */
    public boolean mayPass() {
      return this == BUSY || this == NO_ANSWER;
    }
  }

  public CameraFault(Kind kind) {
    super(kind.name());
    this.kind = kind;
  }

  public Kind kind() {
    return kind;
  }
}
