package zygonox.core.program;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import zygonox.core.optics.Sensor;
import zygonox.core.program.ProgramFinding.Code;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.Moments;
import zygonox.core.quantity.Place;
import zygonox.core.site.Site;
import zygonox.core.sky.Almanac;
import zygonox.core.sky.Crossings;
import zygonox.core.sky.Crossings.Crossing;
import zygonox.core.sky.LocalSky;
import zygonox.core.sky.Moon;
import zygonox.core.sky.SkyBody;
import zygonox.core.sky.Sun;
import zygonox.core.sky.Twilight;
import zygonox.core.sky.Vector;

/** What sun, moon, target and skyline do to a run, looked at all through it. */
public final class SkyCheck {
  /** What happens after two days happens before as well, and would cost hours to look for. */
  private static final Duration LONGEST_LOOK = Duration.ofDays(2);

  private static final long MINUTE_SECONDS = 60;

  private final Instant first;
  private final Instant last;
  private final Instant lookedTo;
  private final Place place;
  private final ZoneId zone;

  /**
   * @param first when the first frame opens
   * @param last when the last one closes
   * @param zone whose clock is told
   */
  public SkyCheck(Instant first, Instant last, Place place, ZoneId zone) {
    this.first = first;
    this.last = last;
    Instant most = first.plus(LONGEST_LOOK);
    this.lookedTo = last.isBefore(most) ? last : most;
    this.place = place;
    this.zone = zone;
  }

  private String clock(Instant time) {
    return Moments.clock(time, zone);
  }

  private double sun(Instant time) {
    return Sun.altitudeDeg(place, time);
  }

  private boolean isRising(Instant time) {
    return sun(time.plusSeconds(MINUTE_SECONDS)) > sun(time);
  }

  private static Optional<Instant> first(List<Crossing> crossings, boolean rising) {
    return crossings.stream().filter(c -> c.rising() == rising).map(Crossing::at).findFirst();
  }

  /** Whether the sun or its twilight spoils it: for programs that want a dark sky. */
  public List<ProgramFinding> light() {
    List<ProgramFinding> findings = new ArrayList<>();
    double day = Twilight.DAY.lowestDeg();
    double dark = Twilight.ASTRONOMICAL.lowestDeg();
    boolean dayAtFirst = sun(first) > day;
    List<Crossing> days = Crossings.find(t -> sun(t) - day, first, lookedTo);
    Optional<Instant> rises = dayAtFirst ? Optional.of(first) : first(days, true);
    rises.ifPresent(
        from -> {
          Instant to =
              days.stream()
                  .filter(c -> !c.rising() && c.at().isAfter(from))
                  .map(Crossing::at)
                  .findFirst()
                  .orElse(last);
          findings.add(ProgramFinding.of(Code.SUN_UP, clock(from), clock(to)));
        });
    List<Crossing> nights = Crossings.find(t -> sun(t) - dark, first, lookedTo);
    boolean lightAtFirst = sun(first) > dark;
    if (lightAtFirst && !dayAtFirst) {
      findings.add(
          ProgramFinding.of(
              isRising(first) ? Code.STARTS_AFTER_DAWN : Code.STARTS_IN_DUSK,
              clock(first),
              ProgramCheck.plain(-sun(first))));
    }
    Optional<Instant> dawn = first(nights, true);
    if (sun(last) > dark && dawn.isPresent()) {
      findings.add(ProgramFinding.of(Code.ENDS_AFTER_DAWN, clock(dawn.get()), clock(last)));
    } else if (dawn.isPresent() && rises.isEmpty() && !lightAtFirst) {
      Instant again = first(nights, false).orElse(last);
      findings.add(ProgramFinding.of(Code.DAWN_AND_DUSK_INSIDE, clock(dawn.get()), clock(again)));
    }
    return findings;
  }

  /**
   * Whether the moon lights the sky.
   *
   * @param limit share of it lit up to which it does not matter
   */
  public List<ProgramFinding> moon(double limit) {
    double lit = Moon.litInNight(first, zone);
    if (lit <= limit) {
      return List.of();
    }
    String share = Long.toString(Math.round(100 * lit));
    ToDoubleFunction<Instant> height = t -> Moon.from(place, t).heightOfLimbDeg();
    List<Crossing> crossings = Crossings.find(height, first, lookedTo);
    if (height.applyAsDouble(first) > 0) {
      Instant until = first(crossings, false).orElse(last);
      return List.of(ProgramFinding.of(Code.MOON_UP, share, clock(first), clock(until)));
    }
    return first(crossings, true)
        .map(t -> List.of(ProgramFinding.of(Code.MOON_RISES, share, clock(t))))
        .orElse(List.of());
  }

  /** Whether a target is well up and clear of the skyline, all the while. */
  List<ProgramFinding> target(SkyBody target, Site site) {
    ToDoubleFunction<Instant> clearance = clearance(target, site, first);
    List<Crossing> crossings = Crossings.find(clearance, first, lookedTo);
    if (clearance.applyAsDouble(first) > 0) {
      return first(crossings, false)
          .map(t -> List.of(ProgramFinding.of(Code.TARGET_SETS, clock(t))))
          .orElse(List.of());
    }
    return List.of(
        ProgramFinding.of(
            Code.TARGET_LOW, first(crossings, true).map(this::clock).orElse(clock(last))));
  }

  /** By how many degrees a target stands clear of what it has to be clear of. */
  static ToDoubleFunction<Instant> clearance(SkyBody target, Site site, Instant about) {
    double wellUp = Almanac.wellUpDeg(target, site.place(), about);
    return t -> {
      Direction d = target.at(site.place(), t).direction();
      return d.altitudeDeg() - Math.max(wellUp, site.skyline().altitudeDeg(d.azimuthDeg()));
    };
  }

  /**
   * Whether the skyline hides all the sky that a frame's middle column sees.
   *
   * @param follows whether the camera follows the stars
   */
  List<ProgramFinding> skyline(Sensor sensor, Direction facing, boolean follows, Site site) {
    double half = sensor.fieldOfViewDeg(sensor.body().sensorHeightMm()) / 2;
    Vector j2000 = new LocalSky(place, first).j2000Of(Vector.of(facing));
    ToDoubleFunction<Instant> seen =
        t -> {
          Direction d = follows ? new LocalSky(place, t).towards(j2000).direction() : facing;
          return d.altitudeDeg() + half - site.skyline().altitudeDeg(d.azimuthDeg());
        };
    Optional<Instant> hidden =
        seen.applyAsDouble(first) <= 0
            ? Optional.of(first)
            : follows ? first(Crossings.find(seen, first, lookedTo), false) : Optional.empty();
    return hidden
        .map(t -> List.of(ProgramFinding.of(Code.SKYLINE_HIDES, clock(t))))
        .orElse(List.of());
  }
}
