package zygonox.core.program;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import zygonox.core.optics.Body;
import zygonox.core.program.ProgramFinding.Code;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.Place;
import zygonox.core.sky.SiderealTime;
import zygonox.core.sky.Sun;
import zygonox.core.sky.Twilight;

/** Holds a program against what usually goes wrong. Each finding is one thing, worst first. */
public final class ProgramCheck {
  /** Shortest closed time cameras manage between stored frames, in s [common practice]. */
  private static final double SHORTEST_GAP_SECONDS = 0.5;

  /** Longest exposure cameras time themselves, in s [common practice]. */
  private static final double LONGEST_TIMED_SECONDS = 30;

  /** Width of a star on the sensor, in pixels [common practice]. */
  private static final double STAR_WIDTH_PIXELS = 2;

  /** File numbers go from 0001 to 9999 [common practice]. */
  private static final int FILE_NUMBERS = 9999;

  private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm");

  private ProgramCheck() {}

  /** What can be said of the interval alone. */
  public static List<ProgramFinding> ofInterval(Interval interval) {
    List<ProgramFinding> findings = new ArrayList<>();
    if (interval.count() > 1 && interval.gapSeconds() < SHORTEST_GAP_SECONDS) {
      findings.add(ProgramFinding.of(Code.PERIOD_TOO_SHORT, plain(interval.gapSeconds())));
    }
    if (interval.exposureSeconds() > LONGEST_TIMED_SECONDS) {
      findings.add(ProgramFinding.of(Code.NO_BULB, plain(interval.exposureSeconds())));
    }
    if (interval.count() > FILE_NUMBERS) {
      findings.add(ProgramFinding.of(Code.MANY_FRAMES, interval.count()));
    }
    return findings;
  }

  /** What the sun does to it. */
  public static List<ProgramFinding> ofLight(
      Interval interval, Instant start, Place place, ZoneId zone) {
    List<ProgramFinding> findings = new ArrayList<>();
    Instant first = start.plus(Interval.duration(interval.delaySeconds()));
    Instant last = start.plus(Interval.duration(interval.totalSeconds()));
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

  /** How the breaks between frames will look in the trails. */
  public static List<ProgramFinding> ofTrails(Interval interval, Body body, double focalMm) {
    double arcsecPerPixel = 206.265 * body.pixelPitchUm() / focalMm;
    double pixels = interval.gapSeconds() * SiderealTime.RATE_ARCSEC_PER_SECOND / arcsecPerPixel;
    return interval.count() > 1 && pixels > STAR_WIDTH_PIXELS
        ? List.of(
            ProgramFinding.of(Code.BREAKS_VISIBLE, plain(interval.gapSeconds()), plain(pixels)))
        : List.of();
  }

  /** Whether card and battery will do. */
  public static List<ProgramFinding> ofSupplies(Supplies supplies, Interval interval) {
    List<ProgramFinding> findings = new ArrayList<>();
    ByteSize need = supplies.storage(interval);
    if (need.bytes() > supplies.card().bytes()) {
      findings.add(ProgramFinding.of(Code.CARD_FULL, need, supplies.card()));
    }
    double batteries = supplies.batteryShare(interval);
    if (batteries > 1) {
      findings.add(ProgramFinding.of(Code.BATTERY_EMPTY, plain(batteries)));
    }
    return findings;
  }

  private static String plain(double value) {
    return String.format(Locale.ROOT, "%.1f", value).replaceAll("\\.0$", "");
  }
}
