package zygonox.core.words;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import zygonox.core.align.StarAligner;
import zygonox.core.align.Unmatched;
import zygonox.core.combine.FrameDropped;
import zygonox.core.format.ColourProfile;
import zygonox.core.format.ReadFault;
import zygonox.core.frame.KindReason;
import zygonox.core.measure.Judgement;
import zygonox.core.program.ProgramFinding;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Compass;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.Moments;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.quantity.Place;
import zygonox.core.sky.Almanac;
import zygonox.core.sky.Moon;

/** Findings and values in plain sentences, the same for window and command line. */
public final class Words {
  /** A moon with less of it lit hardly lights the ground [common practice]. */
  private static final double LEAST_MOONLIGHT = 0.05;

  /** After its rise the moon needs a while to light more than the hills' tops. */
  private static final long SETTLED_SECONDS = 3600;

  private Words() {}

  /** The text of a key with its numbers put in. */
  public static String say(String key, Object... values) {
    return Phrasebook.say(key, values);
  }

  /** Why a file cannot be used, and what would be right. */
  public static String fault(ReadFault fault) {
    String sentence = say("fault." + fault.kind().name());
    return fault.detail().isEmpty() ? sentence : sentence + " (" + fault.detail() + ")";
  }

  /** Why a frame did not take part. */
  public static String reason(FrameDropped.Reason reason) {
    if (reason instanceof FrameDropped.Unreadable unreadable) {
      return fault(unreadable.fault());
    }
    if (reason instanceof FrameDropped.OtherSize size) {
      return say("dropped.OTHER_SIZE", size.own(), size.others());
    }
    if (reason instanceof FrameDropped.OtherColours colours) {
      return say("dropped.OTHER_COLOURS", name(colours.own()), name(colours.others()));
    }
    if (reason instanceof FrameDropped.LessSharp less) {
      return say("dropped.LESS_SHARP", less.taken());
    }
    Unmatched unmatched = ((FrameDropped.NotAligned) reason).unmatched();
    if (unmatched.stars() == Unmatched.NO_STARS_LOOKED_FOR) {
      return say("dropped.OTHER_SCENE");
    }
    return unmatched.stars() < StarAligner.FEWEST_STARS
        ? say("dropped.TOO_FEW_STARS", unmatched.stars())
        : say("dropped.NOT_MATCHED", unmatched.stars());
  }

  private static String name(ColourProfile colours) {
    return say("colours." + colours.space());
  }

  /** Why a frame is not simply kept. */
  public static String reason(Judgement.Reason reason) {
    return say("judge." + reason.code(), reason.numbers().toArray());
  }

  /** Why a run seems to be of a kind. */
  public static String reason(KindReason reason) {
    return say("kind." + reason);
  }

  /** A finding about a program. */
  public static String finding(ProgramFinding finding) {
    return say("program." + finding.code().name(), (Object[]) finding.values());
  }

  /** A night's darkness and moon in a sentence or two. */
  public static String darkness(Almanac almanac, ZoneId zone) {
    List<String> windows = new ArrayList<>();
    for (Almanac.Window window : almanac.darkWindows()) {
      windows.add(
          say(
              "night.window",
              Moments.clock(window.from(), zone),
              Moments.clock(window.to(), zone)));
    }
    String dark =
        windows.isEmpty()
            ? say(
                almanac.event(Almanac.Event.ASTRONOMICAL_DUSK).isPresent()
                    ? "night.MOON_ALL_NIGHT"
                    : "night.NEVER_DARK")
            : say("night.DARK", String.join(" " + say("night.and") + " ", windows));
    long lit = Math.round(100 * almanac.moonIlluminatedFraction());
    Optional<Instant> rise = almanac.event(Almanac.Event.MOONRISE);
    Optional<Instant> set = almanac.event(Almanac.Event.MOONSET);
    String rises = rise.map(t -> Moments.clock(t, zone)).orElse("");
    String sets = set.map(t -> Moments.clock(t, zone)).orElse("");
    String key =
        rise.isPresent() && set.isPresent()
            ? set.get().isBefore(rise.get()) ? "night.MOON_SETS_RISES" : "night.MOON_RISES_SETS"
            : rise.isPresent()
                ? "night.MOON_RISES"
                : set.isPresent() ? "night.MOON_SETS" : "night.MOON_NEITHER";
    return dark + " " + say(key, lit, rises, sets);
  }

  /**
   * From when or until when the moon lights the ground in a night's dark hours, and from which side
   * of a lens; empty where it does not.
   *
   * @param facing where the lens points
   */
  public static Optional<String> moonlight(
      Almanac almanac, Place place, ZoneId zone, Direction facing) {
    Instant dusk = almanac.event(Almanac.Event.ASTRONOMICAL_DUSK).orElse(almanac.from());
    Instant dawn = almanac.event(Almanac.Event.ASTRONOMICAL_DAWN).orElse(almanac.to());
    if (almanac.moonIlluminatedFraction() < LEAST_MOONLIGHT) {
      return Optional.empty();
    }
    Optional<Instant> rise = almanac.event(Almanac.Event.MOONRISE).filter(dawn::isAfter);
    Optional<Instant> set = almanac.event(Almanac.Event.MOONSET).filter(dusk::isBefore);
    if (rise.isPresent() && rise.get().isAfter(dusk)) {
      String side = moonSide(place, rise.get().plusSeconds(SETTLED_SECONDS), facing);
      return Optional.of(say("night.LIT_FROM", Moments.clock(rise.get(), zone), side));
    }
    if (set.isPresent() && set.get().isBefore(dawn)) {
      String side = moonSide(place, set.get().minusSeconds(SETTLED_SECONDS), facing);
      return Optional.of(say("night.LIT_UNTIL", Moments.clock(set.get(), zone), side));
    }
    Instant middle = dusk.plus(Duration.between(dusk, dawn).dividedBy(2));
    return Moon.from(place, middle).altitudeDeg() > 0
        ? Optional.of(say("night.LIT_ALL", moonSide(place, middle, facing)))
        : Optional.empty();
  }

  /** How a target fares in a night. */
  public static String target(Almanac.Target target, ZoneId zone) {
    long highest = Math.round(target.transitAltitudeDeg());
    if (highest <= 0) {
      return say("target.NEVER_UP");
    }
    String best =
        target
            .bestWindow()
            .map(
                w -> say("target.BEST", Moments.clock(w.from(), zone), Moments.clock(w.to(), zone)))
            .orElseGet(() -> say("target.NO_WINDOW"));
    String rises =
        target.rise().map(t -> say("target.RISES", Moments.clock(t, zone)) + ", ").orElse("");
    String sets =
        target.set().map(t -> ", " + say("target.SETS", Moments.clock(t, zone))).orElse("");
    String high = say("target.HIGHEST", highest, Moments.clock(target.transit(), zone));
    return rises + high + sets + "; " + best;
  }

  /** Where the moon stands, and from which side of a lens its light comes. */
  private static String moonSide(Place place, Instant time, Direction facing) {
    double azimuth = Moon.from(place, time).vector().direction().azimuthDeg();
    double off = Angle.signed(azimuth - facing.azimuthDeg());
    String side =
        Math.abs(off) < 35 ? "AHEAD" : Math.abs(off) > 145 ? "BEHIND" : off < 0 ? "LEFT" : "RIGHT";
    return say("night.side." + side, Compass.point(azimuth));
  }

  /** Some frames: {@code 1 frame}, {@code 48 frames}. */
  public static String frames(int count) {
    return count + (count == 1 ? " frame" : " frames");
  }

  /** A number without needless zeros: {@code 20}, {@code 2.8}. */
  public static String number(double value) {
    return value == Math.rint(value)
        ? Long.toString((long) value)
        : String.format(Locale.ROOT, "%.6f", value).replaceAll("0+$", "");
  }
}
