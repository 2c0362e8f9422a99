package zygonox.core.motion;

import java.util.Optional;

/**
 * Which part of the frames a clip shows.
 *
 * @param steady whether the scene is held still
 * @param move a pan or zoom; empty: all that fits
 */
public record View(boolean steady, Optional<Move> move) {
  /** All that fits, as it was shot. */
  public static final View WHOLE = new View(false, Optional.empty());

  public View withSteady(boolean other) {
    return new View(other, move);
  }

  public View withMove(Optional<Move> other) {
    return new View(steady, other);
  }
}
