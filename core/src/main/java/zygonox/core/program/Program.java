package zygonox.core.program;

import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.List;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;

/**
 * Frames to be taken in one go.
 *
 * @param name what it is for, in a word or two
 * @param start when the timer is started
 * @param interval what the timer is told
 * @param aperture f-number, 0.5 to 64
 * @param iso ISO speed, 25 to 1,000,000
 * @param focalMm focal length in mm, 1 to 5000
 * @param facing where the lens points
 */
public record Program(
    String name,
    OffsetDateTime start,
    Interval interval,
    double aperture,
    int iso,
    double focalMm,
    Direction facing) {
  public Program {
    if (name.isBlank()) {
      throw new InvalidInput("A program has no name; give it one, such as \"star trails\"");
    }
    InvalidInput.check("The aperture", aperture, 0.5, 64);
    InvalidInput.check("The ISO speed", iso, 25, 1_000_000);
    InvalidInput.check("The focal length in mm", focalMm, 1, 5000);
  }

  public List<Shot> shots() {
    return interval.shots(start.toInstant());
  }

  /** When the last frame ends. */
  public Instant end() {
    return start.toInstant().plus(Interval.duration(interval.totalSeconds()));
  }

  public Program withStart(OffsetDateTime time) {
    return new Program(name, time, interval, aperture, iso, focalMm, facing);
  }

  public Program withInterval(Interval changed) {
    return new Program(name, start, changed, aperture, iso, focalMm, facing);
  }

  public Program withAperture(double fNumber) {
    return new Program(name, start, interval, fNumber, iso, focalMm, facing);
  }

  public Program withIso(int speed) {
    return new Program(name, start, interval, aperture, speed, focalMm, facing);
  }

  public Program withFocal(double millimetres) {
    return new Program(name, start, interval, aperture, iso, millimetres, facing);
  }

  public Program withFacing(Direction direction) {
    return new Program(name, start, interval, aperture, iso, focalMm, direction);
  }
}
