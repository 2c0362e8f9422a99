package zygonox.core.program;

import java.time.Duration;
import java.time.Instant;
import zygonox.core.optics.Body;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.sky.SiderealTime;

/** What a program is to come to, solved for one of its settings while the others stay. */
public final class Goal {
  private Goal() {}

  /** The setting that gives way. */
  public enum Give {
    COUNT,
    EXPOSURE,
    GAP,
    START
  }

  /**
   * Ends a program at a time.
   *
   * @throws InvalidInput when that cannot be: too early, or the setting would leave its range
   */
  public static Program end(Program program, Instant end, Give give, Body body) {
    if (give == Give.START) {
      Duration by = Duration.between(program.end(body), end);
      return program.withStart(program.start().plus(by));
    }
    double seconds = Duration.between(program.start().toInstant(), end).toNanos() / 1e9;
    double run = seconds - program.interval().delaySeconds();
    if (run <= 0) {
      throw new InvalidInput(Phrasebook.say("refused.the-end-lies-before-the"));
    }
    return run(program, run, give);
  }

  /** Makes the arcs so long, in degrees; start and count give way alike: by the count. */
  public static Program arc(Program program, double degrees, Give give) {
    InvalidInput.check("value.arc-in-degrees", degrees, 0.001, 360);
    double seconds = degrees * 3600 / SiderealTime.RATE_ARCSEC_PER_SECOND;
    return run(program, seconds, give == Give.START ? Give.COUNT : give);
  }

  /**
   * Makes a clip so long. With the count it grows; with exposure or gap the event's length stays
   * and more frames are put into it.
   */
  public static Program clip(Program program, double clipSeconds, double fps, Give give) {
    InvalidInput.check("value.length-of-the-clip-in", clipSeconds, 0.01, 36_000);
    InvalidInput.check("value.frames-a-second", fps, 0.1, 1000);
    Interval old = program.interval();
    Interval more = old.withCount((int) Math.max(1, Math.round(clipSeconds * fps)));
    return switch (give) {
      case COUNT, START -> program.withInterval(more);
      case EXPOSURE, GAP -> run(program.withInterval(more), old.runSeconds(), give);
    };
  }

  /**
   * Makes the run, from the first opening to the last closing, so long; by the count at most so
   * long.
   */
  public static Program run(Program program, double seconds, Give give) {
    Interval i = program.interval();
    return program.withInterval(
        switch (give) {
          case COUNT, START ->
              i.withCount(Interval.countWithin(i.exposureSeconds(), i.gapSeconds(), seconds));
          case EXPOSURE -> i.withExposure((seconds - (i.count() - 1) * i.gapSeconds()) / i.count());
          case GAP -> {
            if (i.count() == 1) {
              throw new InvalidInput(Phrasebook.say("refused.a-single-frame-has-no"));
            }
            yield i.withGap((seconds - i.count() * i.exposureSeconds()) / (i.count() - 1));
          }
        });
  }
}
