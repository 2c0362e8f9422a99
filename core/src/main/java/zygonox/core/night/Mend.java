package zygonox.core.night;

import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Optional;
import zygonox.core.optics.Body;
import zygonox.core.optics.Dial;
import zygonox.core.optics.PointStarRule;
import zygonox.core.program.Goal;
import zygonox.core.program.Interval;
import zygonox.core.program.Program;
import zygonox.core.program.ProgramCheck;
import zygonox.core.program.ProgramFinding.Code;
import zygonox.core.program.RunLimit;
import zygonox.core.program.Yield;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.site.ZoneMap;
import zygonox.core.sky.Almanac;

/** The usual mend of each thing that can be found wrong with a plan. */
final class Mend {
  private Mend() {}

  /** The night with it mended; empty where that is for the photographer to decide. */
  static Optional<Night> of(Night night, int index, Code code) {
    Program p = night.programs().get(index);
    try {
      return switch (code) {
        case OVERLAP, NO_TIME_TO_TURN ->
            NightCheck.freeStart(night, index).map(t -> put(night, index, startAt(night, p, t)));
        case WRITE_TOO_SLOW, TIMER_GAP ->
            Optional.of(
                put(
                    night,
                    index,
                    p.withInterval(
                        p.interval().withGap(Math.max(1, night.kit().shortestGapSeconds())))));
        case DARK_SUBTRACTION ->
            Optional.of(night.withAssumptions(night.assumptions().withDarkSubtraction(false)));
        case NO_BULB -> Optional.of(put(night, index, shortened(night, p)));
        case STARTS_IN_DUSK, STARTS_AFTER_DAWN, SUN_UP -> atDusk(night, index, p);
        case ENDS_AFTER_DAWN, DAWN_AND_DUSK_INSIDE -> until(night, index, p, RunLimit.Kind.DAWN);
        case MOON_RISES -> until(night, index, p, RunLimit.Kind.MOONRISE);
        case TARGET_SETS -> until(night, index, p, RunLimit.Kind.TARGET_LOW);
        case SKY_CLIPS, SKY_DARK -> rightIso(night, index, p);
        case STARS_TRAIL -> Optional.of(put(night, index, pointed(night, p, rule(night))));
        case STARS_DRAW_LINES ->
            Optional.of(put(night, index, pointed(night, p, PointStarRule.OWN_WIDTH)));
        case BREAKS_VISIBLE -> smallestGap(night, index, p);
        case CARD_FULL -> fewerFrames(night, index, p);
        case LENS_REACH ->
            Optional.of(put(night, index, p.withFocal(night.lens().nearest(p.focalMm()))));
        case LENS_APERTURE ->
            Optional.of(put(night, index, p.withAperture(night.lens().widestAperture())));
        case ISO_HIGH ->
            Optional.of(put(night, index, p.withIso(night.kit().camera().highestIso())));
        case BATTERY_EMPTY,
            MOON_UP,
            TARGET_LOW,
            SKYLINE_HIDES,
            RAMP_GAP,
            RAMP_TOO_DARK,
            RAMP_TOO_BRIGHT,
            NEEDS_BULB,
            MANY_FRAMES,
            SKY_MOVES_ON ->
            Optional.empty();
        case ODD_CLOCK ->
            Optional.of(night.withSite(night.site().withZone(ZoneMap.at(night.place()))));
      };
    } catch (InvalidInput e) {
      // The mend would leave what is possible: then there is none.
      return Optional.empty();
    }
  }

  private static PointStarRule rule(Night night) {
    return night.assumptions().rule();
  }

  /** The longest exposure on the dial that keeps a rule. */
  private static Program pointed(Night night, Program p, PointStarRule rule) {
    double limit = rule.seconds(Yield.framed(p, night.kit(), night.place()));
    return p.withInterval(p.interval().withExposure(Dial.SHUTTER.notAbove(limit)));
  }

  private static Night put(Night night, int index, Program changed) {
    return night.withProgram(index, changed);
  }

  private static Program startAt(Night night, Program p, Instant time) {
    Instant minute = time.truncatedTo(ChronoUnit.MINUTES);
    Instant start = minute.isBefore(time) ? minute.plusSeconds(60) : minute;
    return p.withStart(start.atZone(night.zone()).toOffsetDateTime());
  }

  /** The same light in frames that the camera can time itself. */
  private static Program shortened(Night night, Program p) {
    double longest = night.kit().camera().longestTimedSeconds();
    Interval i = p.interval();
    double iso = p.iso() * i.exposureSeconds() / longest;
    int frames = Interval.countWithin(longest, i.gapSeconds(), i.runSeconds());
    return p.withInterval(i.withExposure(longest).withCount(frames))
        .withIso((int) Math.min(night.kit().camera().highestIso(), Dial.ISO.nearest(iso)));
  }

  private static Optional<Night> atDusk(Night night, int index, Program p) {
    Almanac almanac = new Almanac(night.place(), night.date(), night.zone());
    return almanac
        .event(Almanac.Event.ASTRONOMICAL_DUSK)
        .map(t -> put(night, index, startAt(night, p, t)));
  }

  /** Fewer frames, so that it ends in time. */
  private static Optional<Night> until(Night night, int index, Program p, RunLimit.Kind kind) {
    Body body = night.body();
    return RunLimit.of(p, night.conditions(index)).stream()
        .filter(l -> l.kind() == kind)
        .findFirst()
        .filter(l -> Duration.between(p.start().toInstant(), l.at()).toMinutes() >= 1)
        .filter(l -> p.panorama().isEmpty())
        .map(l -> put(night, index, Goal.end(p, l.at(), Goal.Give.COUNT, body)));
  }

  private static Optional<Night> rightIso(Night night, int index, Program p) {
    double share = ProgramCheck.skyShare(p, night.kit(), night.site());
    double wanted = p.iso() * ProgramCheck.SKY_RIGHT_SHARE / share;
    double held =
        Math.max(
            night.kit().camera().baseIso(),
            Math.min(night.kit().camera().highestIso(), Dial.ISO.nearest(Math.max(1, wanted))));
    return held == p.iso()
        ? Optional.empty()
        : Optional.of(put(night, index, p.withIso((int) held)));
  }

  private static Optional<Night> smallestGap(Night night, int index, Program p) {
    double least = night.kit().shortestGapSeconds();
    return least < p.interval().gapSeconds()
        ? Optional.of(put(night, index, p.withInterval(p.interval().withGap(least))))
        : Optional.empty();
  }

  private static Optional<Night> fewerFrames(Night night, int index, Program p) {
    long others = 0;
    for (int i = 0; i < night.programs().size(); i++) {
      others += i == index ? 0 : night.programs().get(i).frames(night.body());
    }
    long left = night.kit().framesOnCard() - others;
    int positions = p.frames(night.body()) / p.interval().count();
    return left < positions
        ? Optional.empty()
        : Optional.of(
            put(night, index, p.withInterval(p.interval().withCount((int) (left / positions)))));
  }
}
