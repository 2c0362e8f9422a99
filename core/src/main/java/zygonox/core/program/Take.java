package zygonox.core.program;

import java.util.ArrayList;
import java.util.List;
import zygonox.core.gear.Kit;
import zygonox.core.optics.Exposure;
import zygonox.core.quantity.Place;

/**
 * One frame with all its settings.
 *
 * @param settings a program whose aperture, ISO speed, focal length and direction hold for it
 * @param shot when its shutter opens, and for how long
 */
public record Take(Program settings, Shot shot) {
  /** Everything a program shoots, in order: position by position, each frame as its ramp says. */
  public static List<Take> of(Program program, Conditions conditions) {
    Kit kit = conditions.kit();
    Place place = conditions.site().place();
    if (program.panorama().isPresent()) {
      return panorama(program, kit);
    }
    List<Take> takes = new ArrayList<>();
    if (program.job() == Job.DAY_INTO_NIGHT) {
      Ramp ramp = Ramp.of(program, kit, place, Ramp.Manner.of(conditions, kit));
      for (Shot shot : program.shots()) {
        Exposure exposure = ramp.exposure(shot.index());
        takes.add(
            new Take(
                program.withIso((int) exposure.iso()),
                new Shot(shot.index(), shot.opensAt(), exposure.shutterSeconds())));
      }
      return takes;
    }
    program.shots().forEach(shot -> takes.add(new Take(program, shot)));
    return takes;
  }

  private static List<Take> panorama(Program program, Kit kit) {
    Panorama.Layout layout =
        program
            .panorama()
            .orElseThrow()
            .layout(program.sensor(kit.camera().body()), program.facing());
    List<Take> takes = new ArrayList<>();
    for (int p = 0; p < layout.positions().size(); p++) {
      Program here = program.withFacing(layout.positions().get(p));
      double offset = layout.offsetSeconds(p, program.interval());
      for (Shot shot : program.shots()) {
        takes.add(
            new Take(
                here,
                new Shot(
                    takes.size(),
                    shot.opensAt().plus(Interval.duration(offset)),
                    shot.exposureSeconds())));
      }
    }
    return takes;
  }
}
