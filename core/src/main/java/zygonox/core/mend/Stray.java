package zygonox.core.mend;

/** What stray light in a frame is. */
public enum Stray {
  /** What crosses the frame: an aeroplane, a satellite, a meteor. */
  LINE,
  /** What lights up a part of it: a torch, headlights, a flare in the lens. */
  LIGHT
}
