package zygonox.core.rehearsal;

/** What can be wrong with the frames of a lesson. */
public enum Mistake {
  NOTHING,
  /** The shutter was open for too long: stars are dashes. */
  SHUTTER_TOO_LONG,
  FOCUS_MISSED,
  DEW,
  BUMP,
  CLOUD,
  /** The time from start to start was taken for the closed time. */
  TIMER_MISSET,
  /** Stabilisation was left on, on the tripod. */
  STABILISATION_ON,
  HIGHLIGHTS_CLIPPED,
  /** A lamp in the frame is mirrored by the lens's glass. */
  FLARE,
  /** The moon beside the frame drowns faint stars. */
  MOON_GLARE,
  /** Sharp in the middle by the pole, dashes in the corners. */
  CORNERS_TRAILING,
  /** The mount's axis does not point at the pole. */
  TRACKER_ASKEW
}
