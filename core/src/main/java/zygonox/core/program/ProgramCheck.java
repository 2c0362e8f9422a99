package zygonox.core.program;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import zygonox.core.gear.Kit;
import zygonox.core.optics.LightMeter;
import zygonox.core.optics.PointStarRule;
import zygonox.core.program.ProgramFinding.Code;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.Place;
import zygonox.core.site.Site;
import zygonox.core.sky.SkyBody;
import zygonox.core.sky.SkyGlow;
import zygonox.core.sky.Sun;
import zygonox.core.sky.Twilight;
import zygonox.core.sky.Vector;

/** Holds a program against what usually goes wrong. Each finding is one thing, worst first. */
public final class ProgramCheck {
  /** Shortest closed time cameras manage between stored frames, in s [common practice]. */
  private static final double SHORTEST_GAP_SECONDS = 0.5;

  /** Longest exposure cameras time themselves, in s [common practice]. */
  private static final double LONGEST_TIMED_SECONDS = 30;

  /** File numbers go from 0001 to 9999 [common practice]. */
  private static final int FILE_NUMBERS = 9999;

  /**
   * Share of white at which a dark sky's peak comes to lie at a fifth and at 0.85 of the encoded
   * scale; a quarter to a half is right [common practice].
   */
  private static final double SKY_DARK_SHARE = 0.012;

  private static final double SKY_CLIPPED_SHARE = 0.7;

  /** The sky's peak at a third of the encoded scale: what a mend aims for. */
  public static final double SKY_RIGHT_SHARE = 0.09;

  /** A star may move by its own width and a little more before it is called a line. */
  private static final double RULE_TOLERANCE = 1.05;

  /** Rows of a panorama that differ by more than this do not join [common practice]. */
  private static final double SKY_MOVES_DEGREES = 2.5;

  private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm");

  private ProgramCheck() {}

  /** What a program is held against, besides its own numbers. */
  public record Conditions(
      Kit kit,
      Site site,
      PointStarRule rule,
      Optional<SkyBody> target,
      double celsius,
      boolean darkSubtraction) {}

  /** Everything that can be said of one program. */
  public static List<ProgramFinding> of(Program program, Conditions conditions) {
    List<ProgramFinding> findings = new ArrayList<>();
    Kit kit = conditions.kit();
    Site site = conditions.site();
    if (program.job().light() == Job.Light.DARK) {
      findings.addAll(
          ofLight(
              program.start().toInstant(),
              program.interval().delaySeconds(),
              program.end(kit.camera().body()),
              site.place(),
              site.zone()));
    }
    findings.addAll(ofKit(program, conditions));
    findings.addAll(ofSky(program, conditions));
    findings.addAll(ofSupplies(kit, program, conditions.celsius()));
    findings.sort(Comparator.comparing(ProgramFinding::code));
    return findings;
  }

  /** What can be said of the interval alone. */
  public static List<ProgramFinding> ofInterval(Interval interval) {
    List<ProgramFinding> findings = new ArrayList<>();
    if (interval.count() > 1 && interval.gapSeconds() < SHORTEST_GAP_SECONDS) {
      findings.add(ProgramFinding.of(Code.PERIOD_TOO_SHORT, plain(interval.gapSeconds())));
    }
    if (interval.exposureSeconds() > LONGEST_TIMED_SECONDS) {
      findings.add(
          ProgramFinding.of(
              Code.NO_BULB, plain(interval.exposureSeconds()), plain(LONGEST_TIMED_SECONDS)));
    }
    if (interval.count() > FILE_NUMBERS) {
      findings.add(ProgramFinding.of(Code.MANY_FRAMES, interval.count()));
    }
    return findings;
  }

  private static List<ProgramFinding> ofKit(Program program, Conditions conditions) {
    List<ProgramFinding> findings = new ArrayList<>();
    Kit kit = conditions.kit();
    Interval i = program.interval();
    boolean repeats = i.count() > 1;
    // A burst goes into the camera's buffer; only a timer's frames are stored one by one.
    boolean timed = i.periodSeconds() >= 1;
    if (repeats && timed && i.gapSeconds() < kit.camera().writeSeconds()) {
      findings.add(
          ProgramFinding.of(
              Code.STORING_TOO_SLOW, plain(i.gapSeconds()), plain(kit.camera().writeSeconds())));
    } else if (repeats && timed && i.gapSeconds() < kit.timer().shortestGapSeconds()) {
      findings.add(
          ProgramFinding.of(
              Code.TIMER_GAP, plain(i.gapSeconds()), plain(kit.timer().shortestGapSeconds())));
    }
    if (repeats && conditions.darkSubtraction() && i.gapSeconds() < i.exposureSeconds()) {
      findings.add(
          ProgramFinding.of(
              Code.DARK_SUBTRACTION, plain(i.exposureSeconds()), plain(i.gapSeconds())));
    }
    if (i.exposureSeconds() > kit.camera().longestTimedSeconds()) {
      findings.add(
          ProgramFinding.of(
              kit.camera().bulb() ? Code.NO_BULB : Code.NO_BULB_AT_ALL,
              plain(i.exposureSeconds()),
              plain(kit.camera().longestTimedSeconds())));
    }
    if (i.count() > FILE_NUMBERS) {
      findings.add(ProgramFinding.of(Code.MANY_FRAMES, i.count()));
    }
    if (!kit.lens().reaches(program.focalMm())) {
      findings.add(ProgramFinding.of(Code.LENS_REACH, plain(program.focalMm()), kit.lens().name()));
    }
    if (program.aperture() < kit.lens().widestAperture() - 0.01) {
      findings.add(
          ProgramFinding.of(
              Code.LENS_APERTURE, plain(program.aperture()), plain(kit.lens().widestAperture())));
    }
    if (program.iso() > kit.camera().highestIso()) {
      findings.add(ProgramFinding.of(Code.ISO_HIGH, program.iso(), kit.camera().highestIso()));
    }
    return findings;
  }

  private static List<ProgramFinding> ofSky(Program program, Conditions conditions) {
    List<ProgramFinding> findings = new ArrayList<>();
    Kit kit = conditions.kit();
    Site site = conditions.site();
    Job.Stars stars = program.job().stars();
    if (stars == Job.Stars.TRAILS) {
      Yield yield = Yield.of(program, kit, site.place(), conditions.celsius());
      if (yield.hasBreaks()) {
        findings.add(
            ProgramFinding.of(
                Code.BREAKS_VISIBLE,
                plain(program.interval().gapSeconds()),
                plain(yield.breakPixels()),
                plain(yield.starPixels()),
                plain(yield.breaklessGapSeconds())));
      }
    } else if (stars == Job.Stars.POINTS) {
      PointStarRule.Framed framed = Yield.framed(program, kit, site.place());
      double limit = conditions.rule().seconds(framed);
      double exposure = program.interval().exposureSeconds();
      if (exposure > limit * RULE_TOLERANCE) {
        findings.add(
            ProgramFinding.of(
                Code.STARS_TRAIL,
                plain(exposure),
                plain(limit),
                plain(framed.fastestWidths(exposure))));
      }
    }
    if (program.job().light() == Job.Light.DARK) {
      findings.addAll(ofExposure(program, conditions));
      addLimits(findings, program, conditions);
    }
    program
        .panorama()
        .ifPresent(
            p -> {
              Panorama.Layout layout =
                  p.layout(program.sensor(kit.camera().body()), program.facing());
              double moved = layout.skyTurnDegrees(program.interval());
              if (moved > SKY_MOVES_DEGREES) {
                findings.add(ProgramFinding.of(Code.SKY_MOVES_ON, plain(moved)));
              }
            });
    if (program.job() == Job.DAY_INTO_NIGHT
        && Ramp.of(program, kit, site.place(), Ramp.KEEP_HIGHLIGHTS_STOPS).shortOfLight()) {
      findings.add(ProgramFinding.of(Code.RAMP_TOO_SHORT));
    }
    return findings;
  }

  private static void addLimits(
      List<ProgramFinding> findings, Program program, Conditions conditions) {
    Instant end = program.end(conditions.kit().camera().body());
    for (RunLimit limit :
        RunLimit.of(
            program,
            conditions.kit(),
            conditions.site(),
            conditions.target(),
            conditions.celsius())) {
      Code code =
          switch (limit.kind()) {
            case MOONRISE -> Code.MOON_RISES;
            case TARGET_LOW -> Code.TARGET_SETS;
            default -> null;
          };
      if (code != null && limit.at().isBefore(end)) {
        findings.add(
            ProgramFinding.of(code, CLOCK.format(limit.at().atZone(conditions.site().zone()))));
      }
    }
  }

  /** Whether the sky comes out too bright or too dark to be lifted. */
  private static List<ProgramFinding> ofExposure(Program program, Conditions conditions) {
    double share = skyShare(program, conditions.kit(), conditions.site());
    if (share > SKY_CLIPPED_SHARE) {
      return List.of(ProgramFinding.of(Code.SKY_CLIPS, program.iso()));
    }
    return share < SKY_DARK_SHARE
        ? List.of(ProgramFinding.of(Code.SKY_DARK, program.iso()))
        : List.of();
  }

  /** How bright the sky in the middle of a program's frame comes out, as a share of white. */
  public static double skyShare(Program program, Kit kit, Site site) {
    LightMeter meter = new LightMeter(kit.camera().body(), program.focalMm(), program.aperture());
    SkyGlow glow =
        new SkyGlow(site.brightness(), site.place(), program.middle(kit.camera().body()));
    return meter.skyShare(
        glow.magnitude(Vector.of(program.facing())),
        program.interval().exposureSeconds(),
        program.iso());
  }

  /** What the sun does to it. */
  public static List<ProgramFinding> ofLight(
      Interval interval, Instant start, Place place, ZoneId zone) {
    Instant end = start.plus(Interval.duration(interval.totalSeconds()));
    return ofLight(start, interval.delaySeconds(), end, place, zone);
  }

  private static List<ProgramFinding> ofLight(
      Instant start, double delaySeconds, Instant last, Place place, ZoneId zone) {
    List<ProgramFinding> findings = new ArrayList<>();
    Instant first = start.plus(Interval.duration(delaySeconds));
    double sunFirst = Sun.altitudeDeg(place, first);
    double sunLast = Sun.altitudeDeg(place, last);
    double dark = Twilight.ASTRONOMICAL.lowestDeg();
    if (Math.max(sunFirst, sunLast) > Twilight.DAY.lowestDeg()) {
      findings.add(ProgramFinding.of(Code.SUN_UP));
      return findings;
    }
    if (sunFirst > dark) {
      findings.add(
          ProgramFinding.of(
              Code.STARTS_BEFORE_DARK, CLOCK.format(first.atZone(zone)), plain(-sunFirst)));
    }
    if (sunLast > dark) {
      findings.add(
          ProgramFinding.of(
              Code.ENDS_AFTER_DAWN, CLOCK.format(last.atZone(zone)), plain(-sunLast)));
    }
    return findings;
  }

  /** Whether card and batteries will do for one program. */
  public static List<ProgramFinding> ofSupplies(Kit kit, Program program, double celsius) {
    int frames = program.frames(kit.camera().body());
    double open = frames * program.interval().exposureSeconds();
    return ofSupplies(kit, frames, open, celsius);
  }

  /**
   * Whether card and batteries will do.
   *
   * @param openSeconds open shutter of all the frames together
   */
  public static List<ProgramFinding> ofSupplies(
      Kit kit, int frames, double openSeconds, double celsius) {
    List<ProgramFinding> findings = new ArrayList<>();
    if (frames > kit.framesOnCard()) {
      findings.add(
          ProgramFinding.of(
              Code.CARD_FULL,
              new ByteSize(frames * kit.camera().rawBytes()),
              kit.card(),
              kit.framesOnCard()));
    }
    double batteries = kit.camera().battery().needed(frames, openSeconds, celsius);
    if (batteries > kit.batteries()) {
      findings.add(
          ProgramFinding.of(Code.BATTERY_EMPTY, plain(batteries), kit.batteries(), plain(celsius)));
    }
    return findings;
  }

  static String plain(double value) {
    return String.format(Locale.ROOT, "%.1f", value).replaceAll("\\.0$", "");
  }
}
