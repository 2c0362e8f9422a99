package zygonox.core.camera;

import java.time.Instant;
import zygonox.core.work.Cancellation;

/** How time goes by for a timer and its camera. */
public interface Pace {
  Instant now();

  /**
   * Returns when a moment has come, at once when it is past.
   *
   * @throws zygonox.core.work.Cancelled when the work was ended meanwhile
   */
  void await(Instant moment, Cancellation cancellation);
}
