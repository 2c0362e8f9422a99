package zygonox.core.rehearsal;

import java.time.Instant;
import zygonox.core.program.Interval;
import zygonox.core.program.Shot;

/** The time one frame gathers light. */
record Exposure(Instant opensAt, double seconds) {
  static Exposure of(Shot shot) {
    return new Exposure(shot.opensAt(), shot.exposureSeconds());
  }

  Instant middle() {
    return opensAt.plus(Interval.duration(seconds / 2));
  }

  Instant closesAt() {
    return opensAt.plus(Interval.duration(seconds));
  }
}
