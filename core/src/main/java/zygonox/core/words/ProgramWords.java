package zygonox.core.words;

import java.time.Instant;
import java.time.ZoneId;
import java.time.zone.ZoneOffsetTransition;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zygonox.core.gear.RemoteTimer;
import zygonox.core.night.Night;
import zygonox.core.night.NightFinding;
import zygonox.core.optics.Exposure;
import zygonox.core.optics.LensFilter;
import zygonox.core.program.Interval;
import zygonox.core.program.Job;
import zygonox.core.program.Panorama;
import zygonox.core.program.Program;
import zygonox.core.program.Ramp;
import zygonox.core.program.RunLimit;
import zygonox.core.program.Yield;
import zygonox.core.quantity.Compass;
import zygonox.core.quantity.Moments;
import zygonox.core.quantity.Seconds;
import zygonox.core.sky.Crossings;
import zygonox.core.sky.Crossings.Crossing;
import zygonox.core.sky.Moon;

/** A program in plain words. */
public final class ProgramWords {
  private ProgramWords() {}

  /** The whole of it in one sentence, as it is spoken to a companion. */
  public static String sentence(Night night, int index) {
    Program p = night.programs().get(index);
    Interval i = p.interval();
    String start = Moments.exactClock(p.start().toInstant(), night.zone());
    String aim = aim(p);
    String lens = Words.number(p.focalMm());
    String aperture = Words.number(p.aperture());
    Optional<Ramp> ramped = night.ramp(index);
    if (ramped.isPresent()) {
      Ramp ramp = ramped.get();
      return Words.say(
          "sentence.ramp",
          start,
          count(night, p),
          Seconds.text(i.periodSeconds()),
          shutterRange(ramp),
          isoRange(ramp),
          lens,
          aperture,
          aim);
    }
    return Words.say(
        i.count() == 1 && p.panorama().isEmpty() ? "sentence.single" : "sentence.program",
        start,
        count(night, p),
        Seconds.text(i.exposureSeconds()),
        Seconds.text(i.gapSeconds()),
        Seconds.text(i.periodSeconds()),
        lens,
        aperture,
        Integer.toString(p.iso()),
        aim);
  }

  private static String aim(Program p) {
    return Compass.azimuthText(p.facing().azimuthDeg())
        + " "
        + Words.say("and")
        + " "
        + Compass.altitudeText(p.facing().altitudeDeg())
        + (p.filter() == LensFilter.NONE
            ? ""
            : ", " + Words.say("through", Words.say("filter." + p.filter())));
  }

  /** {@code 120 frames}; of a panorama those at each position and all together. */
  public static String count(Night night, Program p) {
    int each = p.interval().count();
    return p.panorama().isEmpty()
        ? Words.frames(each)
        : Words.say(
            "count.panorama",
            Words.frames(each),
            Integer.toString(p.frames(night.body()) / each),
            Integer.toString(p.frames(night.body())));
  }

  /** From the shortest shutter of a ramp to the longest. */
  public static String shutterRange(Ramp ramp) {
    double[] range = ramp.shutterRange();
    return range(Seconds.text(range[0]), Seconds.text(range[1]));
  }

  /** From the lowest ISO speed of a ramp to the highest. */
  public static String isoRange(Ramp ramp) {
    double[] range = ramp.isoRange();
    return range(Words.number(range[0]), Words.number(range[1]));
  }

  private static String range(String from, String to) {
    return from.equals(to) ? from : Words.say("range", from, to);
  }

  /** Shutter and ISO: {@code 1/250 s, ISO 100}. */
  public static String exposure(Exposure e) {
    return Seconds.text(e.shutterSeconds()) + ", ISO " + Words.number(e.iso());
  }

  /** Whose clock is told, and how far it is from UTC: {@code Europe/London (UTC+01:00)}. */
  public static String clockOf(ZoneId zone, Instant time) {
    String offset = zone.getRules().getOffset(time).getId();
    String utc = "UTC" + (offset.equals("Z") ? "" : offset);
    String name = zone.getId().startsWith("Etc/GMT") ? Words.say("zone.sea") : zone.getId();
    return name.equals(offset) ? utc : name + " (" + utc + ")";
  }

  /** When clocks are changed in a span of time, if they are. */
  public static Optional<Instant> clockChange(ZoneId zone, Instant from, Instant to) {
    return Optional.ofNullable(zone.getRules().nextTransition(from))
        .map(ZoneOffsetTransition::getInstant)
        .filter(t -> t.isBefore(to));
  }

  /** What the moon does during a program. */
  public static String moon(Night night, Program p) {
    Instant first = p.firstOpening();
    Instant last = p.end(night.body());
    long lit = Math.round(100 * Moon.litInNight(first, night.zone()));
    ZoneId zone = night.zone();
    List<Crossing> crossings =
        Crossings.find(t -> Moon.from(night.place(), t).heightOfLimbDeg(), first, last);
    boolean up = Moon.from(night.place(), first).heightOfLimbDeg() > 0;
    String key =
        crossings.isEmpty()
            ? up ? "moon.UP_ALL" : "moon.DOWN_ALL"
            : up ? "moon.SETS" : "moon.RISES";
    return Words.say(
        key, lit, crossings.isEmpty() ? "" : Moments.clock(crossings.get(0).at(), zone));
  }

  /** What would end a program, and when. */
  public static String limit(RunLimit limit, ZoneId zone) {
    return Words.say("limit", Words.say("ends." + limit.kind()), Moments.clock(limit.at(), zone));
  }

  /** What a program takes and gives, one thing a line. */
  public static List<String> yields(Night night, int index) {
    Program p = night.programs().get(index);
    Yield comes = Yield.of(p, night.kit(), night.place(), night.assumptions().celsius());
    ZoneId zone = night.zone();
    Interval i = p.interval();
    List<String> lines = new ArrayList<>();
    lines.add(
        Words.say(
            "yields.length",
            Seconds.about(comes.totalSeconds()),
            Moments.clock(comes.end(), zone)));
    if (p.job().stars() == Job.Stars.TRAILS || p.job().stars() == Job.Stars.ANY) {
      lines.add(Words.say("yields.arcs", comes.arcDegrees(), comes.arcPixels()));
    }
    if (p.job().stars() == Job.Stars.TRAILS && i.count() > 1) {
      lines.add(
          Words.say(
              comes.hasBreaks() ? "yields.breaks" : "yields.no-breaks",
              comes.breakPixels(),
              comes.starPixels(),
              Seconds.about(comes.breaklessGapSeconds())));
    }
    if (p.job().stars() == Job.Stars.POINTS) {
      lines.add(
          Words.say("yields.drift", comes.driftPixels(), comes.driftPixels() / comes.starPixels()));
    }
    lines.add(Words.say("yields.open", 100 * i.openFraction()));
    if (i.count() > 1 && i.periodSeconds() >= 1 && p.job() != Job.DAY_INTO_NIGHT) {
      lines.add(Words.say("yields.timer", timer(night.kit().timer(), i)));
    }
    p.panorama().ifPresent(head -> lines.add(head(night, p, head)));
    lines.add(Words.say("yields.storage", comes.storage(), night.kit().card()));
    lines.add(Words.say("yields.batteries", comes.batteries(), night.assumptions().celsius()));
    if (p.job().isClip()) {
      double fps = night.assumptions().clipFps();
      lines.add(Words.say("yields.clip", Seconds.about(i.count() / fps), Words.number(fps)));
    }
    lines.add(ends(night, index));
    return lines;
  }

  /** What the timer is told: it may mean either thing by its interval. */
  public static String timer(RemoteTimer timer, Interval i) {
    return Words.say(
        "timer.interval",
        Seconds.text(timer.interval(i.exposureSeconds(), i.gapSeconds())),
        Words.say("interval." + timer.intervalMeans()));
  }

  /** What ends it first, and what would come next. */
  private static String ends(Night night, int index) {
    List<RunLimit> limits = RunLimit.of(night.programs().get(index), night.conditions(index));
    RunLimit first = limits.get(0);
    RunLimit next = limits.size() > 1 ? limits.get(1) : first;
    String at = Moments.clock(first.at(), night.zone());
    return first.kind() == RunLimit.Kind.COUNT && next != first
        ? Words.say(
            "yields.ends-by-count",
            at,
            Moments.clock(next.at(), night.zone()),
            Words.say("ends." + next.kind()))
        : Words.say("yields.ends", Words.say("ends." + first.kind()), at);
  }

  private static String head(Night night, Program p, Panorama head) {
    Panorama.Layout layout = head.layout(p.sensor(night.body()), p.facing());
    return Words.say(
        "yields.head",
        layout.positions().size(),
        layout.rows().size(),
        layout.megapixels(),
        Seconds.about(layout.rowSeconds(p.interval())),
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
}
