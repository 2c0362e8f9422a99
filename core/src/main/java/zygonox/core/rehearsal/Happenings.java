package zygonox.core.rehearsal;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import zygonox.core.optics.Body;
import zygonox.core.optics.Sensor;
import zygonox.core.program.Interval;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.program.Shot;
import zygonox.core.program.Take;
import zygonox.core.quantity.Direction;

/** All that happens in a rehearsed night. */
public final class Happenings {
  public static final Happenings NONE = new Happenings(List.of());

  private static final double AEROPLANE_MAGNITUDE = 0.5;
  private static final double SATELLITE_MAGNITUDE = 2.5;
  private static final double METEOR_MAGNITUDE = -1.5;
  private static final double CAR_MAGNITUDE = -3;
  private static final int CARS = 6;

  /** Between the far shore and the ridge behind it. */
  private static final double ROAD_DEG = -0.5;

  /** Who drives the other way does so a little farther off. */
  private static final double LANE_DEG = 0.22;

  private static final double LAMP_DEG = -0.3;

  /** Somebody on the near bank, a lamp at the head. */
  private static final double PATH_DEG = -5;

  private static final int WALK_SECONDS = 180;
  private static final double HEADLAMP_MAGNITUDE = -2.5;

  /** How far a hand strays between frames, and how much of the picture is painted, of its width. */
  private static final double HANDS_SHARE = 0.004;

  /** How far a tap moves the picture, in pixels: enough to fall between them anew [typical]. */
  private static final double TAP_PIXELS = 1.3;

  private static final double PAINTED_SHARE = 0.3;

  /** Light of a strong lamp on what is near, as a multiple of the sky's. */
  private static final double PAINTERS_LAMP = 900;

  private final List<Happening> all;

  Happenings(List<Happening> all) {
    this.all = List.copyOf(all);
  }

  /**
   * Lets each kind happen once in each program, somewhere in its middle half and in its frame.
   *
   * @param seed chooses when and where
   */
  public static Happenings of(
      Set<HappeningKind> kinds, List<Program> programs, Body body, long seed) {
    List<Happening> all = new ArrayList<>();
    for (int p = 0; p < programs.size(); p++) {
      for (HappeningKind kind : kinds) {
        // A generator of its own for each: one more or less does not move the others.
        long own = seed * 31 + p * 7919L + kind.ordinal() * 104_729L;
        // Of seeds that lie close together, a generator draws nearly alike at first.
        Random random = new Random(Grain.mix(own));
        all.addAll(some(kind, programs.get(p), body, random));
      }
    }
    return new Happenings(all);
  }

  private static List<Happening> some(
      HappeningKind kind, Program program, Body body, Random random) {
    return switch (kind) {
      case CARS -> cars(program, body, random);
      case PAINTER -> painter(program, body, random);
      default -> List.of(one(kind, program, body, random));
    };
  }

  private static Happening one(HappeningKind kind, Program program, Body body, Random random) {
    Instant start = program.start().toInstant();
    double run = Duration.between(start, program.end(body)).toMillis() / 1000.0;
    Instant at = start.plusMillis((long) (1000 * run * (0.25 + 0.5 * random.nextDouble())));
    Sensor sensor = program.sensor(body);
    double wide = sensor.fieldOfViewDeg(sensor.body().sensorWidthMm());
    double high = sensor.fieldOfViewDeg(sensor.body().sensorHeightMm());
    Direction facing = program.facing();
    return switch (kind) {
      case CLOUD -> cloud(program, start, run, at);
      case AEROPLANE -> flight(kind, at, 50, facing, wide, high, AEROPLANE_MAGNITUDE, random);
      case SATELLITE -> flight(kind, at, 80, facing, wide, high, SATELLITE_MAGNITUDE, random);
      case METEOR -> meteor(at, facing, wide, high, random);
      case BUMP -> new Happening.Bump(at, sign(random) * (0.15 + 0.1 * random.nextDouble()), -0.08);
      case DEW -> new Happening.Dew(at, 3600 / run * 2.5);
      case TORCH ->
          new Happening.Torch(
              at,
              at.plusSeconds(4),
              facing.azimuthDeg() + wide * 0.3 * (random.nextDouble() - 0.5),
              wide * 0.12,
              40,
              false);
      case WIND -> {
        long half = (long) (1000 * run * 0.12) + 1;
        yield new Happening.Wind(at.minusMillis(half), at.plusMillis(half), 2.2);
      }
      case FOCUS -> new Happening.Unfocused(start, 2.4 + random.nextDouble());
      case RIPPLES -> new Happening.Ripples();
      case BATTERY, CARD -> new Happening.End(kind, at);
      case TIMER -> new Happening.MissetTimer();
      case WALKER -> {
        double side = sign(random) * wide * 0.5;
        yield new Happening.Flight(
            kind,
            at.minusSeconds(WALK_SECONDS / 2),
            at.plusSeconds(WALK_SECONDS / 2),
            new Direction(facing.azimuthDeg() - side, PATH_DEG),
            new Direction(facing.azimuthDeg() + side, PATH_DEG),
            HEADLAMP_MAGNITUDE);
      }
      case FLARE ->
          new Happening.Lamp(
              at.minusMillis((long) (100 * run)),
              at.plusMillis((long) (100 * run)),
              new Direction(
                  facing.azimuthDeg() + sign(random) * wide * (0.15 + 0.2 * random.nextDouble()),
                  LAMP_DEG),
              Happening.Lamp.GLARING);
      case DUST -> new Happening.Dust();
      case RIDER -> ride(start, run, facing, wide, random);
      case HANDS -> new Happening.Hands(start, program.end(body), HANDS_SHARE * wide);
      case TAPS ->
          new Happening.Hands(
              start, program.end(body), TAP_PIXELS * wide / sensor.body().pixelsWide());
      case CARS, PAINTER -> throw new IllegalArgumentException(kind + " come in numbers");
    };
  }

  /** Some each way, on the road along the far shore. */
  private static List<Happening> cars(Program program, Body body, Random random) {
    Sensor sensor = program.sensor(body);
    double wide = sensor.fieldOfViewDeg(sensor.body().sensorWidthMm());
    Instant start = program.start().toInstant();
    long run = Duration.between(start, program.end(body)).toMillis();
    List<Happening> cars = new ArrayList<>();
    for (int i = 0; i < CARS; i++) {
      double side = sign(random) * wide * 0.62;
      double azimuth = program.facing().azimuthDeg();
      double lane = ROAD_DEG + (side < 0 ? LANE_DEG : 0);
      Instant from = start.plusMillis((long) (run * (i + random.nextDouble()) / CARS));
      cars.add(
          new Happening.Flight(
              HappeningKind.CARS,
              from,
              from.plusSeconds(24),
              new Direction(azimuth - side, lane),
              new Direction(azimuth + side, lane),
              CAR_MAGNITUDE));
    }
    return cars;
  }

  /** One part of what stands in the middle of the picture in each frame, the first left dark. */
  private static List<Happening> painter(Program program, Body body, Random random) {
    Sensor sensor = program.sensor(body);
    double wide = sensor.fieldOfViewDeg(sensor.body().sensorWidthMm());
    List<Shot> shots = program.shots();
    List<Happening> strokes = new ArrayList<>();
    for (Shot shot : shots.subList(Math.min(1, shots.size()), shots.size())) {
      double across = (shot.index() - 0.5) / (shots.size() - 1) - 0.5;
      Instant on = shot.opensAt().plusMillis((long) (200 * shot.exposureSeconds()));
      strokes.add(
          new Happening.Torch(
              on,
              on.plusMillis((long) (600 * shot.exposureSeconds())),
              program.facing().azimuthDeg() + PAINTED_SHARE * wide * across,
              wide * 0.03,
              PAINTERS_LAMP * (0.7 + 0.6 * random.nextDouble()),
              true));
    }
    return strokes;
  }

  private static double sign(Random random) {
    return random.nextBoolean() ? 1 : -1;
  }

  /** A bank that passes; over a day that turns into night one that stands in the low sun. */
  private static Happening cloud(Program program, Instant start, double run, Instant at) {
    boolean dusk = program.job() == Job.DAY_INTO_NIGHT;
    Instant middle = dusk ? start.plusMillis((long) (1000 * run * 0.35)) : at;
    long half = (long) (1000 * run * (dusk ? 0.33 : 0.08)) + 1;
    return new Happening.Cloud(middle.minusMillis(half), middle.plusMillis(half), 0.93, dusk);
  }

  /** Across the picture, in its middle half-way through the run. */
  private static Happening ride(
      Instant start, double run, Direction facing, double wide, Random random) {
    double side = sign(random) * wide * 0.6;
    double seconds = 2 * Math.abs(side) / Rider.degreesPerSecond();
    Instant from = start.plusMillis((long) (1000 * (run - seconds) / 2));
    return new Happening.Ride(
        from,
        from.plusMillis((long) (1000 * seconds)),
        facing.azimuthDeg() - side,
        facing.azimuthDeg() + side);
  }

  /** From one side of the frame to the other, a little rising or falling. */
  private static Happening flight(
      HappeningKind kind,
      Instant at,
      long seconds,
      Direction facing,
      double wide,
      double high,
      double magnitude,
      Random random) {
    double side = sign(random) * wide * 0.62;
    double low = facing.altitudeDeg() + high * (0.15 * random.nextDouble() - 0.02);
    double top = facing.altitudeDeg() + high * (0.05 + 0.3 * random.nextDouble());
    return new Happening.Flight(
        kind,
        at.minusSeconds(seconds / 2),
        at.plusSeconds(seconds / 2),
        new Direction(facing.azimuthDeg() - side, Math.min(85, Math.max(3, low))),
        new Direction(facing.azimuthDeg() + side, Math.min(85, Math.max(3, top))),
        magnitude);
  }

  private static Happening meteor(
      Instant at, Direction facing, double wide, double high, Random random) {
    double azimuth = facing.azimuthDeg() + wide * 0.4 * (random.nextDouble() - 0.5);
    double altitude = facing.altitudeDeg() + high * (0.1 + 0.2 * random.nextDouble());
    return new Happening.Flight(
        HappeningKind.METEOR,
        at,
        at.plusMillis(700),
        new Direction(azimuth, Math.min(85, altitude)),
        new Direction(azimuth + sign(random) * wide * 0.14, Math.min(80, altitude - high * 0.1)),
        METEOR_MAGNITUDE);
  }

  private <T extends Happening> Stream<T> each(Class<T> kind) {
    return all.stream().filter(kind::isInstance).map(kind::cast);
  }

  /**
   * The program as its lens really looks at a moment, after all bumps before it and in a hand that
   * is not quite still.
   *
   * @param seed tells one frame's hand from another's
   */
  Program seen(Program program, Instant time, long seed) {
    Direction facing = program.facing();
    for (Happening.Hands hands : each(Happening.Hands.class).toList()) {
      facing = hands.strayed(facing, time, seed);
    }
    for (Happening.Bump bump : each(Happening.Bump.class).toList()) {
      boolean ofThisRun = !bump.at().isBefore(program.start().toInstant());
      if (ofThisRun && !bump.at().isAfter(time)) {
        facing =
            new Direction(
                facing.azimuthDeg() + bump.azimuthByDeg(),
                facing.altitudeDeg() + bump.altitudeByDeg());
      }
    }
    return facing.equals(program.facing()) ? program : program.withFacing(facing);
  }

  /**
   * How many times as wide as usual everything is drawn: by dew, wind and a lens out of focus.
   *
   * @param seed tells one gust from another
   */
  double widening(Program program, Instant time, long seed) {
    Instant start = program.start().toInstant();
    double dew =
        each(Happening.Dew.class)
            .filter(d -> !d.from().isBefore(start))
            .mapToDouble(d -> d.factor(time))
            .max()
            .orElse(1);
    double wind = each(Happening.Wind.class).mapToDouble(w -> w.factor(time, seed)).max().orElse(1);
    double focus =
        each(Happening.Unfocused.class)
            .filter(u -> u.from().equals(start))
            .mapToDouble(Happening.Unfocused::factor)
            .max()
            .orElse(1);
    return dew * wind * focus;
  }

  /** Whether each frame looks elsewhere. */
  boolean hasHands() {
    return each(Happening.Hands.class).findAny().isPresent();
  }

  boolean hasDust() {
    return each(Happening.Dust.class).findAny().isPresent();
  }

  /** Lamps that shine into the lens during some part of an exposure. */
  List<Happening.Lamp> lamps(Exposure exposure) {
    return each(Happening.Lamp.class)
        .filter(l -> l.from().isBefore(exposure.closesAt()) && l.to().isAfter(exposure.opensAt()))
        .toList();
  }

  List<Happening.Ride> rides() {
    return each(Happening.Ride.class).toList();
  }

  boolean hasRipples() {
    return each(Happening.Ripples.class).findAny().isPresent();
  }

  /** What ends a program's frames early. */
  Optional<Happening.End> end(Program program) {
    Instant start = program.start().toInstant();
    return each(Happening.End.class)
        .filter(e -> e.at().isAfter(start))
        .min(Comparator.comparing(Happening.End::at));
  }

  boolean hasMissetTimer() {
    return each(Happening.MissetTimer.class).findAny().isPresent();
  }

  /** When a timer that may be told wrong takes what a program asks for. */
  public List<Take> timed(Program program, List<Take> takes) {
    double late = hasMissetTimer() ? program.interval().exposureSeconds() : 0;
    return takes.stream()
        .map(
            t ->
                new Take(
                    t.settings(),
                    new Shot(
                        t.shot().index(),
                        t.shot().opensAt().plus(Interval.duration(t.shot().index() * late)),
                        t.shot().exposureSeconds())))
        .toList();
  }

  /** Which of a program's takes come about, and when, with timer, card and battery as they are. */
  public List<Take> comeAbout(Program program, List<Take> takes) {
    Optional<Happening.End> end = end(program);
    return timed(program, takes).stream()
        .filter(t -> end.isEmpty() || t.shot().closesAt().isBefore(end.get().at()))
        .toList();
  }

  /** How thick the cloud is on the whole, 0 to 1. */
  double cloud(Instant time) {
    return each(Happening.Cloud.class).mapToDouble(c -> c.at(time)).max().orElse(0);
  }

  /** Whether clear sky shows between the banks of what cloud there is. */
  boolean cloudIsBroken(Instant time) {
    return each(Happening.Cloud.class).anyMatch(c -> c.broken() && c.at(time) > 0);
  }

  /** Lamps that are on during some part of an exposure. */
  List<Happening.Torch> torches(Exposure exposure) {
    return each(Happening.Torch.class)
        .filter(t -> t.from().isBefore(exposure.closesAt()) && t.to().isAfter(exposure.opensAt()))
        .toList();
  }

  /** Lights that cross the sky during some part of an exposure. */
  List<Happening.Flight> flights(Exposure exposure) {
    return each(Happening.Flight.class)
        .filter(f -> f.from().isBefore(exposure.closesAt()) && f.to().isAfter(exposure.opensAt()))
        .toList();
  }
}
