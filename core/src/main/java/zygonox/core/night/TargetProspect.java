package zygonox.core.night;

import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import zygonox.core.optics.Sensor;
import zygonox.core.optics.TargetFit;
import zygonox.core.program.Program;
import zygonox.core.sky.Almanac;
import zygonox.core.sky.DeepSky;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Workers;

/**
 * How a target fares in a night, and in a lens.
 *
 * @param target what it is
 * @param fit how large it comes out
 * @param almanac its rise, transit, set and best window above the site's skyline
 * @param bestHour when it is highest in its best window; without one, when it is highest at all
 * @param highestDeg how high it is then
 */
public record TargetProspect(
    DeepSky.Target target,
    TargetFit fit,
    Almanac.Target almanac,
    Instant bestHour,
    double highestDeg) {
  /** The order in which sizes are wished for. */
  private static final List<TargetFit> WISHED =
      List.of(
          TargetFit.FITS, TargetFit.TOO_LARGE, TargetFit.SMALL, TargetFit.NO_SIZE, TargetFit.DOT);

  /** How long it is dark, moonless and the target well up, at a stretch. */
  public Duration best() {
    return almanac.bestWindow().map(Almanac.Window::length).orElse(Duration.ZERO);
  }

  /**
   * All the targets there are, through the lens of a program: what fits it first, of those the
   * longest windows, of those the highest.
   */
  public static List<TargetProspect> of(Night night, Program program, Cancellation cancellation) {
    Almanac almanac = new Almanac(night.place(), night.date(), night.zone());
    Sensor sensor = program.sensor(night.body());
    List<DeepSky.Target> targets = DeepSky.targets();
    TargetProspect[] prospects = new TargetProspect[targets.size()];
    try (Workers workers = Workers.perCore()) {
      workers.forEach(
          prospects.length,
          (i, worker) -> {
            cancellation.check();
            DeepSky.Target target = targets.get(i);
            Almanac.Target fares = almanac.target(target.body(), night.site().skyline());
            Instant hour = bestHour(fares);
            prospects[i] =
                new TargetProspect(
                    target,
                    TargetFit.of(target, sensor),
                    fares,
                    hour,
                    target.body().at(night.place(), hour).direction().altitudeDeg());
          });
    }
    return Arrays.stream(prospects)
        .sorted(
            Comparator.comparing((TargetProspect p) -> WISHED.indexOf(p.fit))
                .thenComparing(Comparator.comparing(TargetProspect::best).reversed())
                .thenComparing(p -> -p.highestDeg))
        .toList();
  }

  private static Instant bestHour(Almanac.Target fares) {
    Instant transit = fares.transit();
    return fares
        .bestWindow()
        .map(
            w -> transit.isBefore(w.from()) ? w.from() : transit.isAfter(w.to()) ? w.to() : transit)
        .orElse(transit);
  }
}
