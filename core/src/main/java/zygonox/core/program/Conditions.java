package zygonox.core.program;

import java.util.Optional;
import zygonox.core.gear.Kit;
import zygonox.core.optics.PointStarRule;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.site.Site;
import zygonox.core.sky.SkyBody;

/**
 * What a program is held against, besides its own numbers.
 *
 * @param kit what it is shot with
 * @param site where
 * @param rule the school of point stars that is followed
 * @param target what is aimed at, if anything
 * @param celsius temperature in the night
 * @param darkSubtraction whether the camera takes a dark frame of its own after each exposure
 * @param moonLimit share of the moon lit, 0 to 1, up to which it does not matter
 * @param nightStops how much darker than metered a ramp lets the night become, 0 or more
 * @param used what the programs before it took of card and batteries
 */
public record Conditions(
    Kit kit,
    Site site,
    PointStarRule rule,
    Optional<SkyBody> target,
    double celsius,
    boolean darkSubtraction,
    double moonLimit,
    double nightStops,
    Used used) {
  public Conditions {
    InvalidInput.check("value.moon-limit", moonLimit, 0, 1);
  }

  /**
   * What was taken of card and batteries before.
   *
   * @param frames frames on the card
   * @param batteries full batteries, at the night's temperature
   */
  public record Used(long frames, double batteries) {
    public static final Used NOTHING = new Used(0, 0);
  }

  public Conditions withUsed(Used other) {
    return new Conditions(
        kit, site, rule, target, celsius, darkSubtraction, moonLimit, nightStops, other);
  }

  /** What a program needs of batteries. */
  double batteries(Program program) {
    int frames = program.frames(kit.camera().body());
    double open = frames * program.interval().exposureSeconds();
    return kit.camera().battery().needed(frames, open, celsius);
  }

  /** What is used once a program is through as well. */
  public Used after(Program program) {
    return new Used(
        used.frames() + program.frames(kit.camera().body()), used.batteries() + batteries(program));
  }
}
