package zygonox.core.program;

import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import zygonox.core.optics.Body;
import zygonox.core.optics.LensFilter;
import zygonox.core.optics.Orientation;
import zygonox.core.optics.Sensor;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

/**
 * Frames to be taken in one go.
 *
 * @param job what it is for
 * @param name what it is called, in a word or two
 * @param start when the timer is started
 * @param interval what the timer is told; of a panorama, at each of its positions
 * @param aperture f-number, 0.5 to 64
 * @param iso ISO speed, 25 to 1,000,000
 * @param focalMm focal length in mm, 1 to 5000
 * @param orientation how the camera is held
 * @param filter what lies before the lens
 * @param facing where the lens points; of a panorama, the middle of it
 * @param panorama how the head is turned; empty where it is not
 */
public record Program(
    Job job,
    String name,
    OffsetDateTime start,
    Interval interval,
    double aperture,
    int iso,
    double focalMm,
    Orientation orientation,
    LensFilter filter,
    Direction facing,
    Optional<Panorama> panorama) {
  public Program {
    if (name.isBlank()) {
      throw new InvalidInput(Phrasebook.say("refused.a-program-has-no-name"));
    }
    InvalidInput.check("value.aperture", aperture, 0.5, 64);
    InvalidInput.check("value.iso-speed", iso, 25, 1_000_000);
    InvalidInput.check("value.focal-length-in-mm", focalMm, 1, 5000);
  }

  /** A program of no special kind, the camera held in landscape. */
  public Program(
      String name,
      OffsetDateTime start,
      Interval interval,
      double aperture,
      int iso,
      double focalMm,
      Direction facing) {
    this(
        Job.OWN,
        name,
        start,
        interval,
        aperture,
        iso,
        focalMm,
        Orientation.LANDSCAPE,
        LensFilter.NONE,
        facing,
        Optional.empty());
  }

  /** The shots at one position, all alike. */
  public List<Shot> shots() {
    return interval.shots(start.toInstant());
  }

  /** What its lens makes of a body's sensor. */
  public Sensor sensor(Body body) {
    return new Sensor(orientation.held(body), focalMm, aperture);
  }

  /** When the first frame opens. */
  public Instant firstOpening() {
    return start.toInstant().plus(Interval.duration(interval.delaySeconds()));
  }

  /** From the timer's start to the last closing, in seconds. */
  public double totalSeconds(Body body) {
    return panorama
        .map(p -> interval.delaySeconds() + p.layout(sensor(body), facing).totalSeconds(interval))
        .orElse(interval.totalSeconds());
  }

  /** Frames at all positions together. */
  public int frames(Body body) {
    return interval.count()
        * panorama.map(p -> p.layout(sensor(body), facing).positions().size()).orElse(1);
  }

  /** When the last frame ends. */
  public Instant end(Body body) {
    return start.toInstant().plus(Interval.duration(totalSeconds(body)));
  }

  /** From the start to the end, its delay left out, in the middle. */
  public Instant middle(Body body) {
    return start.toInstant().plus(Interval.duration(totalSeconds(body) / 2));
  }

  public Program withJob(Job other) {
    return new Program(
        other,
        name,
        start,
        interval,
        aperture,
        iso,
        focalMm,
        orientation,
        filter,
        facing,
        panorama);
  }

  public Program withName(String other) {
    return new Program(
        job, other, start, interval, aperture, iso, focalMm, orientation, filter, facing, panorama);
  }

  public Program withStart(OffsetDateTime time) {
    return new Program(
        job, name, time, interval, aperture, iso, focalMm, orientation, filter, facing, panorama);
  }

  public Program withInterval(Interval changed) {
    return new Program(
        job, name, start, changed, aperture, iso, focalMm, orientation, filter, facing, panorama);
  }

  public Program withAperture(double fNumber) {
    return new Program(
        job, name, start, interval, fNumber, iso, focalMm, orientation, filter, facing, panorama);
  }

  public Program withIso(int speed) {
    return new Program(
        job,
        name,
        start,
        interval,
        aperture,
        speed,
        focalMm,
        orientation,
        filter,
        facing,
        panorama);
  }

  public Program withFocal(double millimetres) {
    return new Program(
        job,
        name,
        start,
        interval,
        aperture,
        iso,
        millimetres,
        orientation,
        filter,
        facing,
        panorama);
  }

  public Program withOrientation(Orientation held) {
    return new Program(
        job, name, start, interval, aperture, iso, focalMm, held, filter, facing, panorama);
  }

  public Program withFilter(LensFilter other) {
    return new Program(
        job, name, start, interval, aperture, iso, focalMm, orientation, other, facing, panorama);
  }

  public Program withFacing(Direction direction) {
    return new Program(
        job,
        name,
        start,
        interval,
        aperture,
        iso,
        focalMm,
        orientation,
        filter,
        direction,
        panorama);
  }

  public Program withPanorama(Optional<Panorama> other) {
    return new Program(
        job, name, start, interval, aperture, iso, focalMm, orientation, filter, facing, other);
  }
}
