package zygonox.core.night;

import zygonox.core.optics.PointStarRule;
import zygonox.core.quantity.InvalidInput;

/**
 * What a night is reckoned with, besides place and gear.
 *
 * @param rule the school of point stars that is followed
 * @param target what is aimed at, as {@link zygonox.core.sky.SkyBody#parse} reads it; empty for
 *     nothing
 * @param celsius temperature in the night, degrees, -60 to 60
 * @param darkSubtraction whether the camera subtracts a dark frame of its own after each exposure
 * @param moonLimit share of the moon lit, 0 to 1, up to which a night counts as dark
 * @param nightStops how much darker than metered a ramp lets the night become, in stops, 0 to 6
 * @param clipFps frames a second of a clip, 1 to 240
 */
public record Assumptions(
    PointStarRule rule,
    String target,
    double celsius,
    boolean darkSubtraction,
    double moonLimit,
    double nightStops,
    double clipFps) {
  public static final Assumptions USUAL =
      new Assumptions(PointStarRule.RULE_400, "", 8, false, 0.15, 3, 30);

  public Assumptions {
    InvalidInput.check("value.temperature-in-degrees-celsius", celsius, -60, 60);
    InvalidInput.check("value.moon-limit", moonLimit, 0, 1);
    InvalidInput.check("value.darkening-of-the-night-in", nightStops, 0, 6);
    InvalidInput.check("value.frames-a-second", clipFps, 1, 240);
  }

  public Assumptions withRule(PointStarRule other) {
    return new Assumptions(other, target, celsius, darkSubtraction, moonLimit, nightStops, clipFps);
  }

  public Assumptions withTarget(String other) {
    return new Assumptions(rule, other, celsius, darkSubtraction, moonLimit, nightStops, clipFps);
  }

  public Assumptions withCelsius(double degrees) {
    return new Assumptions(rule, target, degrees, darkSubtraction, moonLimit, nightStops, clipFps);
  }

  public Assumptions withDarkSubtraction(boolean on) {
    return new Assumptions(rule, target, celsius, on, moonLimit, nightStops, clipFps);
  }

  public Assumptions withMoonLimit(double share) {
    return new Assumptions(rule, target, celsius, darkSubtraction, share, nightStops, clipFps);
  }

  public Assumptions withClipFps(double fps) {
    return new Assumptions(rule, target, celsius, darkSubtraction, moonLimit, nightStops, fps);
  }

  public Assumptions withNightStops(double stops) {
    return new Assumptions(rule, target, celsius, darkSubtraction, moonLimit, stops, clipFps);
  }
}
