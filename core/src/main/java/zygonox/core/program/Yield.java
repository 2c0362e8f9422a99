package zygonox.core.program;

import java.time.Instant;
import zygonox.core.gear.Kit;
import zygonox.core.optics.PointStarRule;
import zygonox.core.optics.StarDrift;
import zygonox.core.optics.StarImage;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.Place;

/**
 * What a program takes and gives.
 *
 * @param frames frames in all
 * @param totalSeconds from the timer's start to the last closing
 * @param end when that is
 * @param arcDegrees how far the sky turns meanwhile
 * @param arcPixels how long the longest trail in the frame is, along its arc
 * @param driftPixels how far the fastest star in the frame moves in one exposure
 * @param breakPixels how far it moves while the shutter is closed
 * @param starPixels how wide a star is
 * @param breaklessGapSeconds the closed time up to which breaks vanish in the stars' own width
 * @param storage room on the card
 * @param batteries full batteries, at the night's temperature
 */
public record Yield(
    int frames,
    double totalSeconds,
    Instant end,
    double arcDegrees,
    double arcPixels,
    double driftPixels,
    double breakPixels,
    double starPixels,
    double breaklessGapSeconds,
    ByteSize storage,
    double batteries) {
  public static Yield of(Program program, Kit kit, Place place, double celsius) {
    var body = program.orientation().held(kit.camera().body());
    Interval i = program.interval();
    double speed =
        new StarDrift(body, program.focalMm(), program.facing(), place.latitudeDeg()).fastest();
    double width = StarImage.fwhmPixels(body);
    int frames = program.frames(kit.camera().body());
    return new Yield(
        frames,
        program.totalSeconds(kit.camera().body()),
        program.end(kit.camera().body()),
        i.trailDegrees(),
        speed * i.runSeconds(),
        speed * i.exposureSeconds(),
        i.count() > 1 ? speed * i.gapSeconds() : 0,
        width,
        width / speed,
        new ByteSize(frames * kit.camera().rawBytes()),
        kit.camera().battery().needed(frames, frames * i.exposureSeconds(), celsius));
  }

  /** The lens of a program over a place, for the point-star rules. */
  public static PointStarRule.Framed framed(Program program, Kit kit, Place place) {
    return new PointStarRule.Framed(
        program.sensor(kit.camera().body()), program.facing(), place.latitudeDeg());
  }

  /** Whether breaks can be seen: longer than a star is wide. */
  public boolean hasBreaks() {
    return breakPixels > starPixels;
  }
}
