package zygonox.core.program;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import zygonox.core.gear.Kit;
import zygonox.core.optics.Dial;
import zygonox.core.optics.Exposure;
import zygonox.core.program.ProgramFinding.Code;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.quantity.Place;
import zygonox.core.quantity.Seconds;
import zygonox.core.sky.Daylight;

/**
 * How the exposure follows the light from day into night, or back: the shutter first, then the ISO
 * speed, in thirds of a stop.
 *
 * @param steps one for each change, the first at the program's start
 * @param stopsShort by how much the darkest frame asks for more than shutter and ISO have; 0 where
 *     they do
 * @param stopsOver by how much the brightest frame has more light than the shortest shutter takes
 */
public record Ramp(List<Step> steps, double stopsShort, double stopsOver) {
  /** Highlights are kept: dark can be lifted, clipped cannot [common practice]. */
  public static final double KEEP_HIGHLIGHTS_STOPS = -1.0 / 3;

  /** Light in lux under which a picture begins, and has ended, to look like night. */
  private static final double DUSK_LUX = 30;

  private static final double DARK_LUX = 0.01;

  /** Share of the period that the longest shutter may take, besides the time for storing. */
  private static final double OPEN_SHARE = 0.9;

  private static final double FASTEST_SECONDS = 1 / 4000.0;

  /** Less than this beyond what the camera has is lost in the dial's own steps. */
  private static final double SAME_STOPS = 0.17;

  public Ramp {
    steps = List.copyOf(steps);
  }

  /**
   * How it is to follow the light.
   *
   * @param compensationStops darker (negative) or brighter than the light meter would, -5 to 5
   * @param nightStops how much darker than that the night may become, 0 (as bright as day) to 6: a
   *     night is to look like night [common practice, no source]
   * @param highestIso never above this
   * @param longestSeconds the shutter never open for longer
   */
  public record Manner(
      double compensationStops, double nightStops, int highestIso, double longestSeconds) {
    public Manner {
      InvalidInput.check("value.compensation-in-stops", compensationStops, -5, 5);
      InvalidInput.check("value.darkening-of-the-night-in", nightStops, 0, 6);
      InvalidInput.check("value.highest-iso-speed", highestIso, 25, 1_000_000);
      InvalidInput.check("value.longest-shutter-in-seconds", longestSeconds, FASTEST_SECONDS, 3600);
    }

    /** Highlights kept, the night as dark as conditions say, all that the camera has. */
    public static Manner of(Conditions conditions, Kit kit) {
      return new Manner(
          KEEP_HIGHLIGHTS_STOPS, conditions.nightStops(), kit.camera().highestIso(), 3600);
    }

    /** How far from metered a picture is wanted in some light, in stops; negative is darker. */
    double stopsFromMeter(double lux) {
      double share = Math.log(DUSK_LUX / lux) / Math.log(DUSK_LUX / DARK_LUX);
      return compensationStops - nightStops * Math.max(0, Math.min(1, share));
    }
  }

  /**
   * From a moment on, an exposure.
   *
   * @param frame the first frame that is taken with it, counting from 0
   * @param from when that frame opens
   * @param exposure shutter, aperture and ISO
   * @param lux the light on the ground then
   * @param stopsFromMeter how far from metered it is, the dial's steps left out: by wish, or
   *     because the camera has no more; negative is darker
   */
  public record Step(
      int frame, Instant from, Exposure exposure, double lux, double stopsFromMeter) {}

  /** Whether a period leaves any time to expose. */
  public static boolean hasRoom(double periodSeconds, Kit kit) {
    return room(periodSeconds, kit) >= FASTEST_SECONDS;
  }

  private static double room(double periodSeconds, Kit kit) {
    return Math.min(periodSeconds * OPEN_SHARE, periodSeconds - kit.shortestGapSeconds());
  }

  /**
   * Reckons it from the sun's and moon's path.
   *
   * @param program its start, count, period and aperture hold; its exposure and ISO do not
   * @throws InvalidInput when the period leaves no time to expose
   */
  public static Ramp of(Program program, Kit kit, Place place, Manner manner) {
    Interval interval = program.interval();
    double period = interval.periodSeconds();
    if (!hasRoom(period, kit)) {
      throw new InvalidInput(
          Phrasebook.say(
              "refused.a-period-of-leaves-no",
              Seconds.text(period),
              Seconds.text(kit.shortestGapSeconds())));
    }
    Follower follower =
        new Follower(
            manner,
            program.aperture(),
            Dial.SHUTTER.notAbove(Math.min(manner.longestSeconds(), room(period, kit))),
            kit.camera().baseIso(),
            Math.min(manner.highestIso(), kit.camera().highestIso()));
    Instant first = program.firstOpening();
    for (int frame = 0; frame < interval.count(); frame++) {
      Instant at = first.plus(Interval.duration(frame * period));
      follower.take(frame, at, Daylight.lux(place, at));
    }
    return new Ramp(follower.steps, follower.mostShort, follower.mostOver);
  }

  /** Goes through the frames in order. */
  private static final class Follower {
    private final Manner manner;
    private final double aperture;
    private final double longestSeconds;
    private final double baseIso;
    private final double highestIso;
    private final List<Step> steps = new ArrayList<>();
    private long thirdsBefore = Long.MIN_VALUE;
    private double mostShort;
    private double mostOver;

    Follower(
        Manner manner, double aperture, double longestSeconds, double baseIso, double highestIso) {
      this.manner = manner;
      this.aperture = aperture;
      this.longestSeconds = longestSeconds;
      this.baseIso = Math.min(baseIso, highestIso);
      this.highestIso = highestIso;
    }

    void take(int frame, Instant at, double lux) {
      double fromMeter = manner.stopsFromMeter(lux);
      // Exposure in stops over 1 s at ISO 100 through this aperture.
      double stops = log2(aperture * aperture) - Daylight.ev100(lux) + fromMeter;
      double most = log2(longestSeconds * highestIso / 100);
      double least = log2(FASTEST_SECONDS * baseIso / 100);
      double held = Math.max(least, Math.min(most, stops));
      mostShort = Math.max(mostShort, beyondSteps(stops - held));
      mostOver = Math.max(mostOver, beyondSteps(held - stops));
      long thirds = Math.round(3 * held);
      // A third is changed only when the light has moved by more than half of one.
      if (thirds == thirdsBefore || Math.abs(3 * held - thirdsBefore) < 0.65) {
        return;
      }
      thirdsBefore = thirds;
      Exposure exposure = exposure(Math.pow(2, thirds / 3.0));
      if (steps.isEmpty() || !steps.get(steps.size() - 1).exposure().equals(exposure)) {
        steps.add(new Step(frame, at, exposure, lux, fromMeter + held - stops));
      }
    }

    private static double beyondSteps(double stops) {
      return stops > SAME_STOPS ? stops : 0;
    }

    /**
     * @param secondsAt100 the shutter that ISO 100 would need
     */
    private Exposure exposure(double secondsAt100) {
      double seconds = secondsAt100 * 100 / baseIso;
      double iso = baseIso;
      if (seconds > longestSeconds) {
        iso = baseIso * seconds / longestSeconds;
        seconds = longestSeconds;
      }
      return new Exposure(
          Math.max(FASTEST_SECONDS, Math.min(longestSeconds, Dial.SHUTTER.nearest(seconds))),
          aperture,
          Math.min(highestIso, Dial.ISO.nearest(iso)));
    }
  }

  private static double log2(double value) {
    return Math.log(value) / Math.log(2);
  }

  /** Whether the darkest hour asks for more than shutter and ISO have. */
  public boolean shortOfLight() {
    return stopsShort > 0;
  }

  /** What is to be minded of it. */
  public List<ProgramFinding> findings() {
    List<ProgramFinding> findings = new ArrayList<>();
    if (stopsShort > 0) {
      findings.add(ProgramFinding.of(Code.RAMP_TOO_DARK, ProgramCheck.plain(stopsShort)));
    }
    if (stopsOver > 0) {
      findings.add(
          ProgramFinding.of(
              Code.RAMP_TOO_BRIGHT, ProgramCheck.plain(stopsOver), Seconds.text(FASTEST_SECONDS)));
    }
    return findings;
  }

  /** The exposure of a frame. */
  public Exposure exposure(int frame) {
    Exposure found = steps.get(0).exposure();
    for (Step step : steps) {
      if (step.frame() > frame) {
        break;
      }
      found = step.exposure();
    }
    return found;
  }

  /** The shortest and the longest shutter, in s. */
  public double[] shutterRange() {
    var range = steps.stream().mapToDouble(s -> s.exposure().shutterSeconds()).summaryStatistics();
    return new double[] {range.getMin(), range.getMax()};
  }

  /** The lowest and the highest ISO speed. */
  public double[] isoRange() {
    var range = steps.stream().mapToDouble(s -> s.exposure().iso()).summaryStatistics();
    return new double[] {range.getMin(), range.getMax()};
  }
}
