package zygonox.core.frame;

/** Why a run seems to be of a kind. */
public enum KindReason {
  /** A person said so. */
  SAID,
  /** The files or their folder are called so. */
  NAMED,
  /** A look at one of the frames: nothing but noise. */
  BLACK,
  /** A look at one of the frames: evenly bright. */
  EVEN,
  /** Seconds on end, many times over. */
  MANY_LONG,
  /** A few frames, exposed longer than the sky's. */
  LONGER_THAN_SKY,
  /** A few frames before a run. */
  BEFORE_A_RUN,
  /** Many short frames, one right after the other. */
  RAPID,
  /** A single frame. */
  ALONE,
  /** Nothing of it. */
  NOTHING_TELLS
}
