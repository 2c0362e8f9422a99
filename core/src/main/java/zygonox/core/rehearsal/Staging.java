package zygonox.core.rehearsal;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import zygonox.core.optics.Sensor;
import zygonox.core.program.Interval;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.Place;
import zygonox.core.sky.Moon;
import zygonox.core.sky.Sun;

/**
 * How one mistake comes about in a run.
 *
 * @param planned what was meant to be shot
 * @param shot what is shot
 * @param happenings what goes wrong meanwhile
 * @param tracker what turns the camera where it follows the sky
 */
record Staging(Program planned, Program shot, Happenings happenings, Tracker tracker) {
  /** How many frames the run has of which three are shown. */
  static final int RUN_FRAMES = 21;

  /** How far stabilisation throws the image from one moment to the next, in degrees. */
  static final double THROWN_DEG = 0.12;

  private static final double CLOSED_SECONDS = 2;

  /** Light of a lamp that is far too bright, as a multiple of the sky's. */
  private static final double GLARING = 6000;

  /** So much of the ground is in the frame, in degrees: it tells a bump from the turning sky. */
  private static final double GROUND_DEG = 7;

  /** So many times as long as the rule allows. */
  private static final double TOO_LONG = 6;

  /** So many times a star's width in the corners, where the middle hardly moves. */
  private static final double CORNER_WIDTHS = 7;

  /** An axis set up by guess, and a mount's usual exposure. */
  private static final double AXIS_OFF_ARCMIN = 300;

  private static final double FOLLOWED_SECONDS = 120;

  /** A moon that glares: so high, so much of it lit, so far beside the frame's edge. */
  private static final double LOWEST_MOON_DEG = 15;

  private static final double HIGHEST_MOON_DEG = 50;
  private static final double LEAST_LIT = 0.6;
  private static final double BESIDE_DEG = 8;

  /** The sun is below this while it is looked for, degrees. */
  private static final double DARK_DEG = -15;

  /** In so many hours from any moment such a moon stands in a dark sky, where nights are dark. */
  private static final int MOST_HOURS = 24 * 200;

  /** Between the far shore and the ridge behind it. */
  private static final double LAMP_DEG = -0.4;

  static Staging of(Mistake mistake, Lesson.Setting setting, Program plan, long seed) {
    // Still stars: in trails a shutter open for too long would not be a mistake.
    double still = Math.min(plan.interval().exposureSeconds(), Math.floor(limit(setting, plan)));
    Program quiet =
        plan.withInterval(new Interval(0, Math.max(1, still), CLOSED_SECONDS, RUN_FRAMES))
            .withFacing(overGround(setting, plan));
    Program planned =
        switch (mistake) {
          case MOON_GLARE -> underMoon(setting, quiet);
          case CORNERS_TRAILING -> aboutPole(setting, quiet);
          case TRACKER_ASKEW -> following(quiet);
          default -> quiet;
        };
    Program shot =
        mistake == Mistake.SHUTTER_TOO_LONG
            ? planned.withInterval(
                planned.interval().withExposure(Math.min(600, TOO_LONG * limit(setting, planned))))
            : planned;
    Tracker tracker =
        mistake == Mistake.TRACKER_ASKEW
            ? new Tracker(AXIS_OFF_ARCMIN, Tracker.USUAL.periodicArcsec())
            : Tracker.USUAL;
    return new Staging(planned, shot, happenings(mistake, setting, shot, seed), tracker);
  }

  /** The longest exposure by the rule that is followed, in s. */
  static double limit(Lesson.Setting setting, Program program) {
    return setting.rule().seconds(setting.framed(program));
  }

  private static Direction overGround(Lesson.Setting setting, Program plan) {
    return new Direction(
        plan.facing().azimuthDeg(),
        Math.min(plan.facing().altitudeDeg(), high(setting, plan) / 2 - GROUND_DEG));
  }

  private static double high(Lesson.Setting setting, Program plan) {
    Sensor sensor = plan.sensor(setting.body());
    return sensor.fieldOfViewDeg(sensor.body().sensorHeightMm());
  }

  private static double wide(Lesson.Setting setting, Program plan) {
    Sensor sensor = plan.sensor(setting.body());
    return sensor.fieldOfViewDeg(sensor.body().sensorWidthMm());
  }

  /** At the next hour of night with a bright moon, which stands just beside the frame. */
  private static Program underMoon(Lesson.Setting setting, Program quiet) {
    Place place = setting.site().place();
    for (int hour = 0; hour < MOST_HOURS; hour++) {
      Instant time = quiet.start().toInstant().plus(Duration.ofHours(hour));
      double altitude = Moon.from(place, time).altitudeDeg();
      if (altitude > LOWEST_MOON_DEG
          && altitude < HIGHEST_MOON_DEG
          && Sun.altitudeDeg(place, time) < DARK_DEG
          && Moon.at(time).illuminatedFraction() > LEAST_LIT) {
        double moon = Moon.from(place, time).vector().direction().azimuthDeg();
        return quiet
            .withStart(time.atOffset(quiet.start().getOffset()))
            .withFacing(
                new Direction(
                    moon + wide(setting, quiet) / 2 + BESIDE_DEG, quiet.facing().altitudeDeg()));
      }
    }
    return quiet;
  }

  /** Towards the pole, open until the corners trail. */
  private static Program aboutPole(Lesson.Setting setting, Program quiet) {
    double latitude = setting.site().place().latitudeDeg();
    Program aimed = quiet.withFacing(new Direction(latitude >= 0 ? 0 : 180, Math.abs(latitude)));
    double perSecond = setting.framed(aimed).fastestWidths(1);
    double seconds = Math.max(1, Math.min(600, Math.round(CORNER_WIDTHS / perSecond)));
    int iso = (int) (aimed.iso() * aimed.interval().exposureSeconds() / seconds);
    return aimed.withInterval(aimed.interval().withExposure(seconds)).withIso(Math.max(100, iso));
  }

  /** On a mount, with longer frames of a lower ISO speed. */
  private static Program following(Program quiet) {
    int iso = (int) (quiet.iso() * quiet.interval().exposureSeconds() / FOLLOWED_SECONDS);
    return quiet
        .withJob(Job.TRACKED)
        .withInterval(quiet.interval().withExposure(FOLLOWED_SECONDS))
        .withIso(Math.max(100, iso));
  }

  private static Happenings happenings(
      Mistake mistake, Lesson.Setting setting, Program program, long seed) {
    Instant start = program.start().toInstant();
    double seconds = program.interval().totalSeconds();
    Instant end = start.plus(Interval.duration(seconds));
    Instant middle = start.plus(Interval.duration(seconds / 2));
    Direction facing = program.facing();
    return new Happenings(
        switch (mistake) {
          case FOCUS_MISSED -> List.of(new Happening.Unfocused(start, 2.2 + 0.1 * (seed % 8)));
          case DEW -> List.of(new Happening.Dew(start, 3600 / seconds * (1.5 + 0.1 * (seed % 9))));
          case BUMP ->
              List.of(new Happening.Bump(middle.plusSeconds(30), 0.25 + 0.05 * (seed % 4), -0.1));
          case CLOUD -> List.of(new Happening.Cloud(start.plusSeconds(40), end, 0.98, false));
          case HIGHLIGHTS_CLIPPED ->
              List.of(new Happening.Torch(start, end, facing.azimuthDeg(), 14, GLARING, false));
          case TIMER_MISSET -> List.of(new Happening.MissetTimer());
          case FLARE ->
              List.of(
                  new Happening.Lamp(
                      start,
                      end,
                      new Direction(
                          facing.azimuthDeg() - wide(setting, program) * (0.2 + 0.03 * (seed % 5)),
                          LAMP_DEG),
                      Happening.Lamp.GLARING));
          default -> List.of();
        });
  }

  /** A direction a little aside, another way in each frame. */
  Direction thrown(int index) {
    Direction facing = shot.facing();
    double side = index % 2 == 0 ? 1 : -0.7;
    return new Direction(
        facing.azimuthDeg() + side * THROWN_DEG / Math.max(0.2, Angle.cos(facing.altitudeDeg())),
        facing.altitudeDeg() + 0.5 * THROWN_DEG);
  }
}
