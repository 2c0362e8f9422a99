package zygonox.core.gear;

import zygonox.core.quantity.InvalidInput;

/**
 * What releases the shutter.
 *
 * @param name what it is called
 * @param shortestGapSeconds the shortest time it leaves the shutter closed, in s
 * @param intervalMeans what it calls the interval
 */
public record RemoteTimer(String name, double shortestGapSeconds, IntervalMeans intervalMeans) {
  /** The two meanings that are in use [common practice]. */
  public enum IntervalMeans {
    /** The time with the shutter closed. */
    CLOSED_TIME,
    /** The time from one start to the next. */
    START_TO_START
  }

  public RemoteTimer {
    InvalidInput.check("value.timer-s-shortest-closed-time", shortestGapSeconds, 0, 60);
  }

  /** The number to set as the interval on it, in s. */
  public double interval(double exposureSeconds, double gapSeconds) {
    return intervalMeans == IntervalMeans.CLOSED_TIME ? gapSeconds : exposureSeconds + gapSeconds;
  }

  public RemoteTimer withShortestGap(double seconds) {
    return new RemoteTimer(name, seconds, intervalMeans);
  }

  public RemoteTimer withMeaning(IntervalMeans other) {
    return new RemoteTimer(name, shortestGapSeconds, other);
  }
}
