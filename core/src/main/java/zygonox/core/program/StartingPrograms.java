package zygonox.core.program;

import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.temporal.ChronoUnit;
import java.util.Optional;
import zygonox.core.gear.Kit;
import zygonox.core.optics.Body;
import zygonox.core.optics.Dial;
import zygonox.core.optics.LensFilter;
import zygonox.core.optics.LightMeter;
import zygonox.core.optics.Orientation;
import zygonox.core.optics.PointStarRule;
import zygonox.core.optics.Sensor;
import zygonox.core.quantity.Direction;
import zygonox.core.site.Site;
import zygonox.core.sky.Almanac;
import zygonox.core.sky.Almanac.Event;
import zygonox.core.sky.Daylight;
import zygonox.core.sky.SkyBody;
import zygonox.core.sky.SkyGlow;
import zygonox.core.sky.Vector;

/**
 * A sensible program to begin with for each job, made for the gear, the place and the night. Counts
 * and times are those practitioners name [common practice].
 */
public final class StartingPrograms {
  /** Of a dim even panel: long enough for no lamp's flicker to show [common practice]. */
  private static final double FLAT_SECONDS = 1;

  private static final double LEAST_ALTITUDE_DEG = 15;

  private final Kit kit;
  private final Site site;
  private final PointStarRule rule;
  private final Optional<SkyBody> target;
  private final Almanac almanac;

  /**
   * @param rule by which point stars are judged
   * @param target what is aimed at, if anything
   */
  public StartingPrograms(
      Kit kit, Site site, LocalDate date, PointStarRule rule, Optional<SkyBody> target) {
    this.kit = kit;
    this.site = site;
    this.rule = rule;
    this.target = target;
    this.almanac = new Almanac(site.place(), date, site.zone());
  }

  /**
   * @param name what it is to be called
   * @param before the program it follows, if any: darks take its settings
   */
  public Program of(Job job, String name, Optional<Program> before) {
    Instant start = start(job, before);
    double gap = Math.max(1, kit.shortestGapSeconds());
    double wide = kit.lens().widestAperture();
    double stopped = kit.lens().bestAperture();
    return switch (job) {
      case STAR_TRAILS_SHORT, OWN -> dark(job, name, start, 25, gap, 140, stopped, pole(start));
      case STAR_TRAILS_LONG ->
          dark(job, name, start, kit.camera().bulb() ? 180 : 30, gap, 20, 4, pole(start));
      case MILKY_WAY_SKY -> points(job, name, start, 15, gap, wide);
      case MILKY_WAY_GROUND -> dark(job, name, start, 60, gap, 12, stopped, aim(start));
      case TRACKED -> dark(job, name, start, 120, 5, 60, stopped, aim(start));
      case PANORAMA ->
          points(job, name, start, 4, gap, wide)
              .withOrientation(Orientation.PORTRAIT)
              .withFacing(new Direction(aim(start).azimuthDeg(), 30))
              .withPanorama(Optional.of(fittingPanorama()));
      case LIGHT_TRAILS -> metered(job, name, start, 25, 10, gap, 8);
      case TIME_LAPSE -> metered(job, name, start, 600, 5, 5, 5.6);
      case DAY_INTO_NIGHT -> metered(job, name, start, 480, 10, 5, wide);
      case SMOOTH_WATER -> metered(job, name, start, 45, 0.25, gap, 11);
      case NOISE_BURST -> metered(job, name, start, 12, 1 / 60.0, 0.2, 4);
      case RESOLUTION_BURST -> metered(job, name, start, 16, 1 / 250.0, 0.2, 5.6);
      case MOVEMENT_BURST -> metered(job, name, start, 20, 1 / 1000.0, 0.099, 4);
      case LIT_FOREGROUND -> dark(job, name, start, 15, 10, 6, 8, pole(start));
      case DARKS -> darks(name, start, gap, before);
      case FLATS -> flats(name, start, gap, before);
    };
  }

  private Instant start(Job job, Optional<Program> before) {
    Body body = kit.camera().body();
    Optional<Instant> after = before.map(p -> p.end(body).plusSeconds(120));
    Instant sunset = almanac.event(Event.SUNSET).orElse(almanac.from().plusSeconds(7 * 3600));
    Instant dusk =
        almanac
            .event(Event.ASTRONOMICAL_DUSK)
            .or(() -> almanac.event(Event.NAUTICAL_DUSK))
            .orElse(sunset.plusSeconds(5400));
    Instant wanted =
        switch (job.light()) {
          case DARK, NONE ->
              target
                  .flatMap(t -> almanac.target(t, site.skyline()).bestWindow())
                  .map(Almanac.Window::from)
                  .filter(t -> job.stars() != Job.Stars.TRAILS)
                  .orElse(dusk.plusSeconds(600));
          case DAY -> sunset.minusSeconds(5400);
          case ANY ->
              switch (job) {
                case DAY_INTO_NIGHT -> sunset.minusSeconds(2700);
                case LIGHT_TRAILS -> sunset.plusSeconds(1500);
                default -> sunset.minusSeconds(1800);
              };
        };
    // What lives by the sun keeps its hour; everything else follows the program before.
    boolean keepsItsHour = job.light() == Job.Light.DAY || job == Job.DAY_INTO_NIGHT;
    Instant found = after.filter(a -> !keepsItsHour && a.isAfter(wanted)).orElse(wanted);
    // The next full minute: rounded down it would begin before it is dark.
    return found.plusSeconds(59).truncatedTo(ChronoUnit.MINUTES);
  }

  private OffsetDateTime local(Instant time) {
    return time.atZone(site.zone()).toOffsetDateTime();
  }

  private double focal() {
    return kit.lens().nearest(kit.lens().shortestMm());
  }

  /** The still point of the sky, a little below the middle of the frame's height. */
  private Direction pole(Instant start) {
    double latitude = site.place().latitudeDeg();
    double altitude = Math.max(LEAST_ALTITUDE_DEG, Math.abs(latitude) - 15);
    return target.isPresent() ? aim(start) : new Direction(latitude < 0 ? 180 : 0, altitude);
  }

  /** The target where it stands, else the bright middle of the galaxy, else the pole. */
  private Direction aim(Instant start) {
    SkyBody body = target.orElse(new SkyBody.Fixed(SkyBody.GALACTIC_CENTRE));
    Direction d = body.at(site.place(), start.plusSeconds(900)).direction();
    if (d.altitudeDeg() > 0) {
      return new Direction(
          Math.round(d.azimuthDeg()), Math.max(LEAST_ALTITUDE_DEG, Math.round(d.altitudeDeg())));
    }
    return new Direction(site.place().latitudeDeg() < 0 ? 180 : 0, 30);
  }

  private Program points(
      Job job, String name, Instant start, int count, double gap, double aperture) {
    Direction facing = aim(start);
    Sensor sensor = new Sensor(kit.camera().body(), focal(), aperture);
    double limit =
        rule.seconds(new PointStarRule.Framed(sensor, facing, site.place().latitudeDeg()));
    double seconds = Math.min(kit.camera().longestTimedSeconds(), Dial.SHUTTER.notAbove(limit));
    return dark(job, name, start, seconds, gap, count, aperture, facing);
  }

  /** A program under the dark sky: the ISO speed that puts the sky at a third of the histogram. */
  private Program dark(
      Job job,
      String name,
      Instant start,
      double seconds,
      double gap,
      int count,
      double aperture,
      Direction facing) {
    double open = Math.max(aperture, kit.lens().widestAperture());
    double exposure =
        kit.camera().bulb() ? seconds : Math.min(seconds, kit.camera().longestTimedSeconds());
    LightMeter meter = new LightMeter(kit.camera().body(), focal(), open);
    double magnitude =
        new SkyGlow(site.brightness(), site.place(), start.plusSeconds(900))
            .magnitude(Vector.of(facing));
    double atBase = meter.skyShare(magnitude, exposure, 100);
    return program(
        job,
        name,
        start,
        new Interval(2, exposure, gap, count),
        open,
        iso(100 * ProgramCheck.SKY_RIGHT_SHARE / atBase),
        facing);
  }

  private int iso(double wanted) {
    double held = Math.max(kit.camera().baseIso(), Math.min(kit.camera().highestIso(), wanted));
    return (int) Math.min(kit.camera().highestIso(), Dial.ISO.nearest(held));
  }

  /** A program by the light on the ground: the shutter as wished, the rest by ISO, then shutter. */
  private Program metered(
      Job job, String name, Instant start, int count, double seconds, double gap, double aperture) {
    double open = Math.max(aperture, kit.lens().widestAperture());
    double ev = Daylight.ev100(Daylight.lux(site.place(), start));
    double light = open * open / Math.pow(2, ev);
    int iso = iso(100 * light / seconds);
    // The shutter gives way where even the base ISO is too bright: never by more than the wish.
    double shutter = Math.min(seconds, Dial.SHUTTER.nearest(100 * light / iso));
    double exposure = Math.max(1 / 4000.0, shutter);
    return program(
        job,
        name,
        start,
        new Interval(0, exposure, seconds + gap - exposure, count),
        open,
        iso,
        aim(start));
  }

  private Program darks(String name, Instant start, double gap, Optional<Program> before) {
    Program like = before.orElseGet(() -> dark(Job.OWN, name, start, 20, gap, 1, 4, pole(start)));
    Interval i = like.interval();
    return like.withJob(Job.DARKS)
        .withName(name)
        .withStart(local(start))
        .withPanorama(Optional.empty())
        .withInterval(new Interval(2, i.exposureSeconds(), gap, 20));
  }

  /** At the base ISO speed, with lens and camera as they were. */
  private Program flats(String name, Instant start, double gap, Optional<Program> before) {
    return darks(name, start, gap, before)
        .withJob(Job.FLATS)
        .withIso(kit.camera().baseIso())
        .withInterval(new Interval(2, FLAT_SECONDS, gap, 20));
  }

  private Program program(
      Job job,
      String name,
      Instant start,
      Interval interval,
      double aperture,
      int iso,
      Direction facing) {
    return new Program(
        job,
        name,
        local(start),
        interval,
        aperture,
        iso,
        focal(),
        Orientation.LANDSCAPE,
        LensFilter.NONE,
        facing,
        Optional.empty());
  }

  /** The usual panorama with the widest click that keeps the overlap. */
  private Panorama fittingPanorama() {
    Panorama usual = Panorama.USUAL;
    Sensor sensor = new Sensor(kit.camera().body().turned(), focal(), 4);
    double step = sensor.fieldOfViewDeg(sensor.body().sensorWidthMm()) * (1 - usual.overlap());
    double click = Panorama.CLICKS.stream().filter(c -> c <= step).max(Double::compare).orElse(0.0);
    double high = sensor.fieldOfViewDeg(sensor.body().sensorHeightMm());
    double height = Math.min(usual.heightDeg(), Math.max(10, high * 1.5));
    return new Panorama(usual.spanDeg(), height, usual.overlap(), click, usual.turnSeconds());
  }
}
