package zygonox.core.program;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.ToDoubleFunction;
import zygonox.core.gear.Kit;
import zygonox.core.site.Site;
import zygonox.core.sky.Crossings;
import zygonox.core.sky.Moon;
import zygonox.core.sky.Sun;
import zygonox.core.sky.Twilight;

/**
 * Something that ends a program.
 *
 * @param kind what
 * @param at when
 */
public record RunLimit(Kind kind, Instant at) {
  public enum Kind {
    /** The timer has counted to its end. */
    COUNT,
    /** The sky becomes light. */
    DAWN,
    MOONRISE,
    /** The target sinks behind the skyline, or into the thick of the air. */
    TARGET_LOW,
    CARD,
    BATTERY
  }

  private static final Duration HORIZON = Duration.ofHours(16);

  /**
   * Everything that would end a program that was let run, soonest first; the first is what does.
   * What has already happened at its start is not in it.
   */
  public static List<RunLimit> of(Program program, Conditions conditions) {
    Kit kit = conditions.kit();
    Site site = conditions.site();
    Instant start = program.firstOpening();
    Instant last = start.plus(HORIZON);
    List<RunLimit> limits = new ArrayList<>();
    limits.add(new RunLimit(Kind.COUNT, program.end(kit.camera().body())));
    if (program.job().light() == Job.Light.DARK) {
      double dark = Twilight.ASTRONOMICAL.lowestDeg();
      add(limits, Kind.DAWN, t -> Sun.altitudeDeg(site.place(), t) - dark, start, last, true);
      if (Moon.litInNight(start, site.zone()) > conditions.moonLimit()) {
        add(
            limits,
            Kind.MOONRISE,
            t -> Moon.from(site.place(), t).heightOfLimbDeg(),
            start,
            last,
            true);
      }
    }
    if (program.job().aimsAtTarget()) {
      conditions
          .target()
          .ifPresent(
              body ->
                  add(
                      limits,
                      Kind.TARGET_LOW,
                      SkyCheck.clearance(body, site, start),
                      start,
                      last,
                      false));
    }
    Interval interval = program.interval();
    long room = Math.max(0, kit.framesOnCard() - conditions.used().frames());
    limits.add(new RunLimit(Kind.CARD, after(program, room)));
    double oneFrame =
        kit.camera().battery().needed(1, interval.exposureSeconds(), conditions.celsius());
    double full = Math.max(0, kit.batteries() - conditions.used().batteries());
    limits.add(new RunLimit(Kind.BATTERY, after(program, (long) (full / oneFrame))));
    limits.sort(Comparator.comparing(RunLimit::at));
    return limits;
  }

  private static void add(
      List<RunLimit> limits,
      Kind kind,
      ToDoubleFunction<Instant> height,
      Instant from,
      Instant to,
      boolean rising) {
    if (height.applyAsDouble(from) > 0 == rising) {
      return;
    }
    Crossings.find(height, from, to).stream()
        .filter(c -> c.rising() == rising)
        .findFirst()
        .ifPresent(c -> limits.add(new RunLimit(kind, c.at())));
  }

  /** When so many frames have been taken; a panorama's turning is left out. */
  private static Instant after(Program program, long frames) {
    double seconds =
        program.interval().delaySeconds() + frames * program.interval().periodSeconds();
    return program.start().toInstant().plusSeconds((long) Math.min(1e9, seconds));
  }
}
