package zygonox.core.program;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.quantity.Seconds;
import zygonox.core.sky.SiderealTime;

/**
 * What a remote timer is told.
 *
 * @param delaySeconds from its start to the first frame, 0 to a day
 * @param exposureSeconds shutter open, 1/10,000 s to an hour
 * @param gapSeconds shutter closed between two frames, 0 to a day
 * @param count frames, 1 to 100,000
 */
public record Interval(double delaySeconds, double exposureSeconds, double gapSeconds, int count) {
  private static final double DAY_SECONDS = 86_400;
  private static final int MOST_FRAMES = 100_000;

  public Interval {
    Seconds.check("value.delay", delaySeconds, 0, DAY_SECONDS);
    Seconds.check("value.exposure", exposureSeconds, 0.0001, 3600);
    Seconds.check("value.closed-time-between-frames", gapSeconds, 0, DAY_SECONDS);
    InvalidInput.check("value.count-of-frames", count, 1, MOST_FRAMES);
  }

  /**
   * The closed time that a start-to-start time leaves.
   *
   * @throws InvalidInput when the exposure does not fit into the period
   */
  public static double gapOfPeriod(double exposureSeconds, double periodSeconds) {
    Seconds.check("value.time-from-start-to-start", periodSeconds, 0, DAY_SECONDS);
    if (periodSeconds < exposureSeconds) {
      throw new InvalidInput(
          Phrasebook.say(
              "refused.a-period-of-is-shorter",
              Seconds.text(periodSeconds),
              Seconds.text(exposureSeconds)));
    }
    return periodSeconds - exposureSeconds;
  }

  /**
   * The frames that fit into a time, counted from the first opening to the last closing.
   *
   * @throws InvalidInput when not even one fits
   */
  public static int countWithin(double exposureSeconds, double gapSeconds, double durationSeconds) {
    Seconds.check("value.duration", durationSeconds, 0, 14 * DAY_SECONDS);
    // A millionth of a frame forgives 0.1 + 0.2 and its like.
    double frames =
        Math.floor((durationSeconds + gapSeconds) / (exposureSeconds + gapSeconds) + 1e-6);
    if (frames < 1) {
      throw new InvalidInput(
          Phrasebook.say(
              "refused.a-duration-of-has-no",
              Seconds.text(durationSeconds),
              Seconds.text(exposureSeconds)));
    }
    return InvalidInput.check("value.count-of-frames", (int) Math.min(frames, 1e9), 1, MOST_FRAMES);
  }

  /** From start to start, in seconds. */
  public double periodSeconds() {
    return exposureSeconds + gapSeconds;
  }

  /** From the first opening to the last closing, in seconds. */
  public double runSeconds() {
    return count * exposureSeconds + (count - 1) * gapSeconds;
  }

  /** From the timer's start to the last closing, in seconds. */
  public double totalSeconds() {
    return delaySeconds + runSeconds();
  }

  /** Share of the run with the shutter open, above 0 to 1. */
  public double openFraction() {
    return count * exposureSeconds / runSeconds();
  }

  /** How far the sky turns during the run, in degrees. */
  public double trailDegrees() {
    return runSeconds() * SiderealTime.RATE_ARCSEC_PER_SECOND / 3600;
  }

  /** The shots, with the timer started at {@code start}. */
  public List<Shot> shots(Instant start) {
    List<Shot> shots = new ArrayList<>(count);
    for (int i = 0; i < count; i++) {
      double after = delaySeconds + i * periodSeconds();
      shots.add(new Shot(i, start.plus(duration(after)), exposureSeconds));
    }
    return shots;
  }

  /** Seconds as a duration, to the nanosecond. */
  public static Duration duration(double seconds) {
    return Duration.ofNanos(Math.round(seconds * 1e9));
  }

  public Interval withExposure(double seconds) {
    return new Interval(delaySeconds, seconds, gapSeconds, count);
  }

  public Interval withGap(double seconds) {
    return new Interval(delaySeconds, exposureSeconds, seconds, count);
  }

  public Interval withCount(int frames) {
    return new Interval(delaySeconds, exposureSeconds, gapSeconds, frames);
  }
}
