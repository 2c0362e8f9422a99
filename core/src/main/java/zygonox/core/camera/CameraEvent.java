package zygonox.core.camera;

import java.nio.file.Path;
import java.time.Instant;
import java.util.Optional;

/**
 * Something that a camera tells.
 *
 * @param kind what
 * @param at when, by the clock of the port
 * @param file the frame, of {@link Kind#STORED}
 */
public record CameraEvent(Kind kind, Instant at, Optional<Path> file) {
  /** What a camera tells. */
  public enum Kind {
    OPENED,
    CLOSED,
    STORED,
    /** A frame was taken and could not be stored. */
    LOST
  }
}
