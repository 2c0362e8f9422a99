package zygonox.core.camera;

import java.time.Instant;

/**
 * One line of a timer's log.
 *
 * @param at when
 * @param kind what
 * @param shot number of the frame, counting from 1; 0 where none is meant
 * @param of how many frames were asked for
 * @param fault what the camera said; null where it said nothing
 */
public record TimerLine(Instant at, Kind kind, int shot, int of, CameraFault.Kind fault) {
  /** What the timer did. */
  public enum Kind {
    STARTED,
    TOOK,
    /** A frame was left out, the run goes on. */
    MISSED,
    PAUSED,
    RESUMED,
    /** A person ended it. */
    STOPPED,
    /** The camera can take no more. */
    GAVE_UP,
    DONE
  }
}
