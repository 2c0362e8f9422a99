package zygonox.core.program;

import java.time.Instant;

/**
 * One frame of a program.
 *
 * @param index counting from 0
 * @param opensAt when the shutter opens
 * @param exposureSeconds how long it stays open
 */
public record Shot(int index, Instant opensAt, double exposureSeconds) {
  public Instant closesAt() {
    return opensAt.plus(Interval.duration(exposureSeconds));
  }
}
