package zygonox.core.program;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import zygonox.core.gear.Kit;
import zygonox.core.optics.LightMeter;
import zygonox.core.optics.PointStarRule;
import zygonox.core.program.ProgramFinding.Code;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.Seconds;
import zygonox.core.site.Site;
import zygonox.core.sky.SkyGlow;
import zygonox.core.sky.Vector;

/** Holds a program against what usually goes wrong. Each finding is one thing, worst first. */
public final class ProgramCheck {
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

  /** A rule's limit is rounded to what a dial has: a little more is no breach of it. */
  private static final double RULE_TOLERANCE = 1.05;

  /** A star that moves by more widths than this is a line at 100 % [common practice]. */
  public static final double LINE_WIDTHS = 2;

  /** Rows of a panorama that differ by more than this do not join [common practice]. */
  private static final double SKY_MOVES_DEGREES = 2.5;

  private ProgramCheck() {}

  /** Everything that can be said of one program. */
  public static List<ProgramFinding> of(Program program, Conditions conditions) {
    List<ProgramFinding> findings = new ArrayList<>();
    findings.addAll(ofKit(program.interval(), conditions.kit(), conditions.darkSubtraction()));
    findings.addAll(ofLens(program, conditions.kit()));
    findings.addAll(ofSky(program, conditions));
    findings.addAll(ofStars(program, conditions));
    findings.addAll(ofHead(program, conditions.kit()));
    findings.addAll(ofRamp(program, conditions));
    findings.addAll(ofSupplies(program, conditions));
    findings.sort(Comparator.comparing(ProgramFinding::code));
    return findings;
  }

  /** Whether camera and timer can do it. */
  public static List<ProgramFinding> ofKit(Interval i, Kit kit, boolean darkSubtraction) {
    List<ProgramFinding> findings = new ArrayList<>();
    boolean repeats = i.count() > 1;
    // A burst goes into the camera's buffer; only a timer's frames are stored one by one.
    boolean timed = i.periodSeconds() >= 1;
    if (repeats && timed && i.gapSeconds() < kit.camera().writeSeconds()) {
      findings.add(
          ProgramFinding.of(
              Code.WRITE_TOO_SLOW,
              Seconds.text(i.gapSeconds()),
              Seconds.text(kit.camera().writeSeconds())));
    }
    if (repeats && timed && i.gapSeconds() < kit.timer().shortestGapSeconds()) {
      findings.add(
          ProgramFinding.of(
              Code.TIMER_GAP,
              Seconds.text(i.gapSeconds()),
              Seconds.text(kit.timer().shortestGapSeconds())));
    }
    if (repeats && darkSubtraction && i.gapSeconds() < i.exposureSeconds()) {
      findings.add(
          ProgramFinding.of(
              Code.DARK_SUBTRACTION,
              Seconds.text(i.exposureSeconds()),
              Seconds.text(i.gapSeconds())));
    }
    if (i.exposureSeconds() > kit.camera().longestTimedSeconds()) {
      findings.add(
          ProgramFinding.of(
              kit.camera().bulb() ? Code.NEEDS_BULB : Code.NO_BULB,
              Seconds.text(i.exposureSeconds()),
              Seconds.text(kit.camera().longestTimedSeconds())));
    }
    if (i.count() > FILE_NUMBERS) {
      findings.add(ProgramFinding.of(Code.MANY_FRAMES, i.count()));
    }
    return findings;
  }

  private static List<ProgramFinding> ofLens(Program program, Kit kit) {
    List<ProgramFinding> findings = new ArrayList<>();
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

  /** Sun, moon, target and skyline, all through the run. */
  private static List<ProgramFinding> ofSky(Program program, Conditions conditions) {
    List<ProgramFinding> findings = new ArrayList<>();
    Site site = conditions.site();
    SkyCheck sky =
        new SkyCheck(
            program.firstOpening(),
            program.end(conditions.kit().camera().body()),
            site.place(),
            site.zone());
    if (program.job().light() == Job.Light.DARK) {
      findings.addAll(sky.light());
      findings.addAll(sky.moon(conditions.moonLimit()));
      findings.addAll(
          sky.skyline(
              program.sensor(conditions.kit().camera().body()),
              program.facing(),
              program.job().stars() == Job.Stars.FOLLOWED,
              site));
    }
    if (program.job().aimsAtTarget()) {
      conditions.target().ifPresent(body -> findings.addAll(sky.target(body, site)));
    }
    return findings;
  }

  /** What stars and sky come out like. */
  private static List<ProgramFinding> ofStars(Program program, Conditions conditions) {
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
                Seconds.text(program.interval().gapSeconds()),
                plain(yield.breakPixels()),
                plain(yield.starPixels()),
                Seconds.about(yield.breaklessGapSeconds())));
      }
    } else if (stars == Job.Stars.POINTS) {
      PointStarRule.Framed framed = Yield.framed(program, kit, site.place());
      double limit = conditions.rule().seconds(framed);
      double exposure = program.interval().exposureSeconds();
      double widths = framed.fastestWidths(exposure);
      if (exposure > limit * RULE_TOLERANCE) {
        findings.add(
            ProgramFinding.of(
                Code.STARS_TRAIL, Seconds.text(exposure), Seconds.about(limit), plain(widths)));
      } else if (widths > LINE_WIDTHS) {
        findings.add(
            ProgramFinding.of(
                Code.STARS_DRAW_LINES,
                Seconds.text(exposure),
                plain(widths),
                Seconds.about(PointStarRule.OWN_WIDTH.seconds(framed))));
      }
    }
    if (program.job().light() == Job.Light.DARK) {
      findings.addAll(ofExposure(program, conditions));
    }
    return findings;
  }

  private static List<ProgramFinding> ofHead(Program program, Kit kit) {
    return program
        .panorama()
        .map(p -> p.layout(program.sensor(kit.camera().body()), program.facing()))
        .map(layout -> ofHead(layout, program.interval()))
        .orElse(List.of());
  }

  /** Whether the sky turns too far while a row of a panorama is shot. */
  public static List<ProgramFinding> ofHead(Panorama.Layout layout, Interval interval) {
    double moved = layout.skyTurnDegrees(interval);
    return moved > SKY_MOVES_DEGREES
        ? List.of(ProgramFinding.of(Code.SKY_MOVES_ON, plain(moved)))
        : List.of();
  }

  private static List<ProgramFinding> ofRamp(Program program, Conditions conditions) {
    if (program.job() != Job.DAY_INTO_NIGHT) {
      return List.of();
    }
    Kit kit = conditions.kit();
    if (!Ramp.hasRoom(program.interval().periodSeconds(), kit)) {
      return List.of(
          ProgramFinding.of(
              Code.RAMP_GAP,
              Seconds.text(program.interval().periodSeconds()),
              Seconds.text(kit.shortestGapSeconds())));
    }
    return Ramp.of(program, kit, conditions.site().place(), Ramp.Manner.of(conditions, kit))
        .findings();
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

  /** Whether card and batteries will do, with what was used before. */
  private static List<ProgramFinding> ofSupplies(Program program, Conditions conditions) {
    return ofSupplies(conditions.kit(), conditions.after(program), conditions.celsius());
  }

  /** Whether card and batteries will do. */
  public static List<ProgramFinding> ofSupplies(Kit kit, Conditions.Used used, double celsius) {
    List<ProgramFinding> findings = new ArrayList<>();
    if (used.frames() > kit.framesOnCard()) {
      findings.add(
          ProgramFinding.of(
              Code.CARD_FULL,
              new ByteSize(used.frames() * kit.camera().rawBytes()),
              kit.card(),
              kit.framesOnCard()));
    }
    if (used.batteries() > kit.batteries()) {
      findings.add(
          ProgramFinding.of(
              Code.BATTERY_EMPTY, plain(used.batteries()), kit.batteries(), plain(celsius)));
    }
    return findings;
  }

  static String plain(double value) {
    return String.format(Locale.ROOT, "%.1f", value).replaceAll("\\.0$", "");
  }
}
