package zygonox.core.words;

import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import zygonox.core.gear.RemoteTimer;
import zygonox.core.night.Night;
import zygonox.core.night.NightFinding;
import zygonox.core.program.Interval;
import zygonox.core.program.Job;
import zygonox.core.program.Panorama;
import zygonox.core.program.Program;
import zygonox.core.program.RunLimit;
import zygonox.core.program.Yield;

/** A program in plain words. */
public final class ProgramWords {
  private ProgramWords() {}

  /** The whole of it in one sentence, as it is spoken to a companion. */
  public static String sentence(Night night, Program p) {
    Interval i = p.interval();
    return "From %s shoot %s of %s with %s closed between (%s from start to start), %s mm at f/%s, ISO %d, facing %s %s° and %s° up."
        .formatted(
            Words.clock(p.start().toInstant(), night.zone()),
            Words.frames(i.count()),
            Words.shutter(i.exposureSeconds()),
            Words.duration(i.gapSeconds()),
            Words.duration(i.periodSeconds()),
            Words.number(p.focalMm()),
            Words.number(p.aperture()),
            p.iso(),
            Words.compass(p.facing().azimuthDeg()),
            Words.number(p.facing().azimuthDeg()),
            Words.number(p.facing().altitudeDeg()));
  }

  /** What a program takes and gives, one thing a line. */
  public static List<String> yields(Night night, Program p) {
    Yield comes = Yield.of(p, night.kit(), night.place(), night.assumptions().celsius());
    ZoneId zone = night.zone();
    List<String> lines = new ArrayList<>();
    lines.add(
        line("%s, until %s", Words.duration(comes.totalSeconds()), Words.clock(comes.end(), zone)));
    if (p.job().stars() == Job.Stars.TRAILS || p.job().stars() == Job.Stars.ANY) {
      lines.add(line("arcs of %.1f°, up to %.0f px long", comes.arcDegrees(), comes.arcPixels()));
    }
    if (p.job().stars() == Job.Stars.TRAILS && p.interval().count() > 1) {
      lines.add(
          line(
              "breaks of %.1f px, a star is %.1f px wide: %s; a gap of %.1f s would not show",
              comes.breakPixels(),
              comes.starPixels(),
              comes.hasBreaks() ? "they show" : "they do not show",
              comes.breaklessGapSeconds()));
    }
    if (p.job().stars() == Job.Stars.POINTS) {
      lines.add(
          line(
              "stars move up to %.1f px, %.1f times their width",
              comes.driftPixels(), comes.driftPixels() / comes.starPixels()));
    }
    lines.add(line("the shutter is open %.0f %% of the time", 100 * p.interval().openFraction()));
    if (p.interval().count() > 1 && p.interval().periodSeconds() >= 1) {
      lines.add(timer(night.kit().timer(), p.interval()));
    }
    p.panorama().ifPresent(head -> lines.add(head(night, p, head)));
    lines.add(line("%s on a card of %s", comes.storage(), night.kit().card()));
    lines.add(line("%.1f batteries at %.0f °C", comes.batteries(), night.assumptions().celsius()));
    if (p.job().isClip()) {
      double fps = night.assumptions().clipFps();
      lines.add(
          line(
              "a clip of %s at %s a second",
              Words.duration(p.interval().count() / fps), Words.number(fps)));
    }
    lines.add(ends(night, p));
    return lines;
  }

  /** What the timer is told: it may mean either thing by its interval. */
  private static String timer(RemoteTimer timer, Interval i) {
    return Words.say(
        "yields.timer",
        Words.duration(timer.interval(i.exposureSeconds(), i.gapSeconds())),
        Words.say("interval." + timer.intervalMeans()));
  }

  /** What ends it first, and what would come next. */
  private static String ends(Night night, Program p) {
    List<RunLimit> limits =
        RunLimit.of(p, night.kit(), night.site(), night.target(), night.assumptions().celsius());
    RunLimit first = limits.get(0);
    String said =
        line(
            "ended by %s at %s",
            Words.say("ends." + first.kind()), Words.clock(first.at(), night.zone()));
    RunLimit next = limits.size() > 1 ? limits.get(1) : first;
    return first.kind() == RunLimit.Kind.COUNT && next != first
        ? said
            + line(
                "; it could run until %s (%s)",
                Words.clock(next.at(), night.zone()), Words.say("ends." + next.kind()))
        : said;
  }

  private static String head(Night night, Program p, Panorama head) {
    Panorama.Layout layout = head.layout(p.sensor(night.body()), p.facing());
    return line(
        "%d by %d positions, %.0f megapixels; %s a row, the sky turns %.1f° meanwhile",
        layout.columns(),
        layout.rows(),
        layout.megapixels(),
        Words.duration(layout.rowSeconds(p.interval())),
        layout.skyTurnDegrees(p.interval()));
  }

  /** A finding about a night's plan. */
  public static String finding(NightFinding found) {
    return Words.finding(found.finding());
  }

  /** What its mend does, in a few words. */
  public static String mend(NightFinding found) {
    return Words.say("mend." + found.finding().code());
  }

  private static String line(String format, Object... values) {
    return String.format(Locale.ROOT, format, values);
  }
}
