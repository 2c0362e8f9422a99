package zygonox.core.camera;

import java.time.Duration;
import java.time.Instant;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.work.Cancellation;

/** The machine's clock, from any moment on and as fast as wanted. */
public final class ClockPace implements Pace {
  /** Long waits are cut up, so that a cancellation is heard soon. */
  private static final long LONGEST_SLEEP_MILLIS = 40;

  private static final double FASTEST = 100_000;

  private final Instant start;
  private final double times;
  private final long begun = System.nanoTime();

  /**
   * @param start what time it is now
   * @param times how many times as fast as the machine's clock it goes on: 1 for real time
   */
  public ClockPace(Instant start, double times) {
    InvalidInput.check("value.pace", times, 0.001, FASTEST);
    this.start = start;
    this.times = times;
  }

  @Override
  public Instant now() {
    return start.plusNanos((long) ((System.nanoTime() - begun) * times));
  }

  @Override
  public void await(Instant moment, Cancellation cancellation) {
    while (true) {
      cancellation.check();
      double millis = Duration.between(now(), moment).toNanos() / 1e6 / times;
      if (millis <= 0) {
        return;
      }
      cancellation.sleep((long) Math.min(LONGEST_SLEEP_MILLIS, Math.ceil(millis)));
    }
  }
}
