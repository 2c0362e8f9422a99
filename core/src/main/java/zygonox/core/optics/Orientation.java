package zygonox.core.optics;

/** How the camera is held. */
public enum Orientation {
  LANDSCAPE,
  PORTRAIT;

  /** The body as it is held: its width is the frame's. */
  public Body held(Body body) {
    return this == LANDSCAPE ? body : body.turned();
  }
}
