package zygonox.core.program;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import zygonox.core.gear.Kit;
import zygonox.core.optics.Dial;
import zygonox.core.optics.Exposure;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Place;
import zygonox.core.sky.Daylight;

/**
 * How the exposure follows the light from day into night, or back: the shutter first, then the ISO
 * speed, in thirds of a stop.
 *
 * @param steps one for each change, the first at the program's start
 * @param shortOfLight whether the darkest hour asks for more than shutter and ISO have
 */
public record Ramp(List<Step> steps, boolean shortOfLight) {
  /** Highlights are kept: dark can be lifted, clipped cannot [common practice]. */
  public static final double KEEP_HIGHLIGHTS_STOPS = -1.0 / 3;

  /** The night is to look like night: its exposure stays this far under daylight's [practice]. */
  private static final double NIGHT_STOPS = -3;

  /** Light in lux under which a picture begins, and has ended, to look like night. */
  private static final double DUSK_LUX = 30;

  private static final double DARK_LUX = 0.01;

  /** Share of the period that the longest shutter may take, besides the time for storing. */
  private static final double OPEN_SHARE = 0.9;

  private static final double FASTEST_SECONDS = 1 / 4000.0;

  public Ramp {
    steps = List.copyOf(steps);
  }

  /**
   * From a moment on, an exposure.
   *
   * @param frame the first frame that is taken with it, counting from 0
   * @param from when that frame opens
   * @param exposure shutter, aperture and ISO
   * @param lux the light on the ground then
   */
  public record Step(int frame, Instant from, Exposure exposure, double lux) {}

  /**
   * Reckons it from the sun's and moon's path.
   *
   * @param program its start, count, period and aperture hold; its exposure and ISO do not
   * @param compensationStops darker (negative) or brighter than the light meter would, -5 to 5
   * @throws InvalidInput when the period leaves no time to expose
   */
  public static Ramp of(Program program, Kit kit, Place place, double compensationStops) {
    InvalidInput.check("The compensation in stops", compensationStops, -5, 5);
    Interval interval = program.interval();
    double period = interval.periodSeconds();
    double longest = Math.min(period * OPEN_SHARE, period - kit.shortestGapSeconds());
    if (longest < FASTEST_SECONDS) {
      throw new InvalidInput(
          "A period of %.1f s leaves no time to expose: storing takes %.1f s; make it longer"
              .formatted(period, kit.shortestGapSeconds()));
    }
    longest = Dial.SHUTTER.notAbove(longest);
    int baseIso = kit.camera().baseIso();
    int highestIso = kit.camera().highestIso();
    List<Step> steps = new ArrayList<>();
    boolean isShort = false;
    long thirdsBefore = Long.MIN_VALUE;
    for (int frame = 0; frame < interval.count(); frame++) {
      Instant at =
          program
              .start()
              .toInstant()
              .plus(Interval.duration(interval.delaySeconds() + frame * period));
      double lux = Daylight.lux(place, at);
      double ev = Daylight.ev100(lux) - compensationStops - nightStops(lux);
      // Exposure in thirds of a stop over 1 s at ISO 100 through this aperture.
      double aperture = program.aperture();
      double stops = Math.log(aperture * aperture) / Math.log(2) - ev;
      long thirds = Math.round(3 * stops);
      // A third is changed only when the light has moved by more than half of one.
      if (thirds == thirdsBefore || Math.abs(3 * stops - thirdsBefore) < 0.65) {
        continue;
      }
      thirdsBefore = thirds;
      double seconds = Math.pow(2, thirds / 3.0) * 100.0 / baseIso;
      double iso = baseIso;
      if (seconds > longest) {
        iso = baseIso * seconds / longest;
        seconds = longest;
      }
      isShort |= iso > highestIso * 1.1;
      Exposure exposure =
          new Exposure(
              Math.max(FASTEST_SECONDS, Dial.SHUTTER.nearest(seconds)),
              aperture,
              Math.min(highestIso, Dial.ISO.nearest(iso)));
      if (steps.isEmpty() || !steps.get(steps.size() - 1).exposure().equals(exposure)) {
        steps.add(new Step(frame, at, exposure, lux));
      }
    }
    return new Ramp(steps, isShort);
  }

  /** Negative when it is dark: how much darker than day the picture may be. */
  private static double nightStops(double lux) {
    double share = Math.log(DUSK_LUX / lux) / Math.log(DUSK_LUX / DARK_LUX);
    return NIGHT_STOPS * Math.max(0, Math.min(1, share));
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
}
