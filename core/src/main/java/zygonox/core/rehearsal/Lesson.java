package zygonox.core.rehearsal;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.measure.SkyLevel;
import zygonox.core.optics.Body;
import zygonox.core.optics.Lens;
import zygonox.core.optics.PointStarRule;
import zygonox.core.optics.Sensor;
import zygonox.core.optics.StarImage;
import zygonox.core.program.Interval;
import zygonox.core.program.Program;
import zygonox.core.program.Shot;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.Seconds;
import zygonox.core.raster.Raster;
import zygonox.core.raster.Srgb;
import zygonox.core.raster.ToneCurve;
import zygonox.core.raster.ToneEncoder;
import zygonox.core.site.Site;
import zygonox.core.stars.FoundStar;
import zygonox.core.stars.StarFinder;
import zygonox.core.stars.StarShape;
import zygonox.core.work.Cancellation;

/**
 * Three frames of a run with one thing wrong, or nothing, and the numbers that show it.
 *
 * @param mistake what is wrong
 * @param frames the first, one from the middle and the last of a short run; 8-bit RGB
 * @param opened when their shutters opened
 * @param program as it was planned
 * @param numbers what was measured, in the order the explanation uses it
 */
public record Lesson(
    Mistake mistake,
    List<Raster> frames,
    List<Instant> opened,
    Program program,
    List<String> numbers) {
  /** How many frames the run has of which three are shown. */
  private static final int RUN_FRAMES = 21;

  private static final double CLOSED_SECONDS = 2;

  /** Light of a lamp that is far too bright, as a multiple of the sky's. */
  private static final double GLARING = 6000;

  /** So much of the ground is in the frame, in degrees: it tells a bump from the turning sky. */
  private static final double GROUND_DEG = 7;

  private static final int MOST_STARS = 3000;

  /** How far stabilisation throws the image from one moment to the next, in degrees. */
  private static final double THROWN_DEG = 0.12;

  /** So many times as long as the rule allows. */
  private static final double TOO_LONG = 6;

  /**
   * What a lesson is shot with.
   *
   * @param rule which the photographer follows for still stars
   */
  public record Setting(Body body, Lens lens, Site site, Scene scene, PointStarRule rule) {}

  /** Shoots the frames of a lesson. */
  public static Lesson of(
      Mistake mistake, Setting setting, Program plan, long seed, Cancellation cancellation) {
    // Still stars: in trails a shutter open for too long would not be a mistake.
    double still = Math.min(plan.interval().exposureSeconds(), Math.floor(limit(setting, plan)));
    Program planned =
        plan.withInterval(new Interval(0, Math.max(1, still), CLOSED_SECONDS, RUN_FRAMES))
            .withFacing(overGround(setting, plan));
    Program shot = asShot(mistake, setting, planned);
    Happenings happenings = happenings(mistake, shot, seed);
    SimulatedCamera camera =
        new SimulatedCamera(
            setting.body(), setting.lens(), setting.site(), setting.scene(), seed, happenings, 10);
    double late = happenings.hasMissetTimer() ? shot.interval().exposureSeconds() : 0;
    List<Raster> frames = new ArrayList<>();
    List<Instant> opened = new ArrayList<>();
    for (int index : indexes(mistake)) {
      Shot one = shot.shots().get(index);
      Instant at = one.opensAt().plus(Interval.duration(index * late));
      Shot timed = new Shot(index, at, one.exposureSeconds());
      frames.add(
          mistake == Mistake.STABILISATION_ON
              ? thrown(camera, shot, timed, cancellation)
              : camera.preview(shot, timed, cancellation));
      opened.add(at);
    }
    return new Lesson(
        mistake, frames, opened, planned, numbers(mistake, setting, planned, shot, frames));
  }

  /** A misset timer shows in neighbours, all else in the course of the run. */
  private static int[] indexes(Mistake mistake) {
    return mistake == Mistake.TIMER_MISSET
        ? new int[] {0, 1, 2}
        : new int[] {0, RUN_FRAMES / 2, RUN_FRAMES - 1};
  }

  private static Program asShot(Mistake mistake, Setting setting, Program planned) {
    return switch (mistake) {
      case SHUTTER_TOO_LONG ->
          planned.withInterval(
              planned.interval().withExposure(Math.min(600, TOO_LONG * limit(setting, planned))));
      default -> planned;
    };
  }

  private static Direction overGround(Setting setting, Program plan) {
    Sensor sensor = plan.sensor(setting.body());
    double high = sensor.fieldOfViewDeg(sensor.body().sensorHeightMm());
    return new Direction(
        plan.facing().azimuthDeg(), Math.min(plan.facing().altitudeDeg(), high / 2 - GROUND_DEG));
  }

  private static double limit(Setting setting, Program program) {
    return setting
        .rule()
        .seconds(
            new PointStarRule.Framed(
                program.sensor(setting.body()),
                program.facing(),
                setting.site().place().latitudeDeg()));
  }

  private static Happenings happenings(Mistake mistake, Program program, long seed) {
    Instant start = program.start().toInstant();
    Instant end = start.plus(Interval.duration(program.interval().totalSeconds()));
    Instant middle = start.plus(Interval.duration(program.interval().totalSeconds() / 2));
    return new Happenings(
        switch (mistake) {
          case FOCUS_MISSED -> List.of(new Happening.Unfocused(start, 2.2 + 0.1 * (seed % 8)));
          case DEW ->
              List.of(
                  new Happening.Dew(
                      start, 3600 / program.interval().totalSeconds() * (1.5 + 0.1 * (seed % 9))));
          case BUMP ->
              List.of(new Happening.Bump(middle.plusSeconds(30), 0.25 + 0.05 * (seed % 4), -0.1));
          case CLOUD -> List.of(new Happening.Cloud(start.plusSeconds(40), end, 0.98));
          case HIGHLIGHTS_CLIPPED ->
              List.of(
                  new Happening.Torch(
                      start, end, program.facing().azimuthDeg(), 14, GLARING, false));
          case TIMER_MISSET -> List.of(new Happening.MissetTimer());
          default -> List.of();
        });
  }

  /** Half of the light falls elsewhere. */
  private static Raster thrown(
      SimulatedCamera camera, Program program, Shot shot, Cancellation cancellation) {
    Direction facing = program.facing();
    double side = shot.index() % 2 == 0 ? 1 : -0.7;
    Direction aside =
        new Direction(
            facing.azimuthDeg()
                + side * THROWN_DEG / Math.max(0.2, Angle.cos(facing.altitudeDeg())),
            facing.altitudeDeg() + 0.5 * THROWN_DEG);
    Raster a = camera.preview(program, shot, cancellation);
    Raster b = camera.preview(program.withFacing(aside), shot, cancellation);
    ToneEncoder encoder = new ToneEncoder(ToneCurve.SRGB, 8);
    for (int i = 0; i < a.samples().length; i++) {
      double light = Srgb.toLight(a.samples()[i] / 255.0) + Srgb.toLight(b.samples()[i] / 255.0);
      a.samples()[i] = (short) encoder.encode(light / 2);
    }
    return a;
  }

  private record Seen(int stars, double fwhm, double elongation, double clipped) {
    static Seen of(Raster frame) {
      try {
        List<FoundStar> stars =
            new StarFinder(MOST_STARS).find(PixelSource.of(frame), new Cancellation());
        Optional<StarShape> shape = StarShape.of(frame, stars);
        return new Seen(
            stars.size(),
            shape.map(StarShape::fwhm).orElse(0.0),
            shape.map(StarShape::elongation).orElse(1.0),
            SkyLevel.of(frame).clipped());
      } catch (UnreadableFrame e) {
        throw new IllegalStateException("a picture in memory cannot be unreadable", e);
      }
    }
  }

  private static List<String> numbers(
      Mistake mistake, Setting setting, Program planned, Program shot, List<Raster> frames) {
    Seen first = Seen.of(frames.get(0));
    Seen middle = Seen.of(frames.get(1));
    Seen last = Seen.of(frames.get(2));
    double pixelsPerDeg = Math.toRadians(1) * shot.focalMm() * 1000 / setting.body().pixelPitchUm();
    return switch (mistake) {
      case NOTHING ->
          List.of(whole(first.stars), tenth(first.fwhm), whole(last.stars), tenth(last.fwhm));
      case SHUTTER_TOO_LONG ->
          List.of(
              Seconds.text(shot.interval().exposureSeconds()),
              tenth(first.elongation),
              Seconds.about(limit(setting, planned)));
      case FOCUS_MISSED ->
          List.of(tenth(first.fwhm), tenth(StarImage.fwhmPixels(setting.body())), tenth(last.fwhm));
      case DEW ->
          List.of(tenth(first.fwhm), tenth(last.fwhm), whole(first.stars), whole(last.stars));
      case BUMP -> List.of(whole(pixelsPerDeg * 0.25));
      case CLOUD -> List.of(whole(first.stars), whole(middle.stars), whole(last.stars));
      case TIMER_MISSET ->
          List.of(
              Seconds.text(
                  planned.interval().periodSeconds() + planned.interval().exposureSeconds()),
              Seconds.text(planned.interval().periodSeconds()),
              Seconds.text(planned.interval().gapSeconds()));
      case STABILISATION_ON -> List.of(whole(pixelsPerDeg * THROWN_DEG), tenth(first.fwhm));
      case HIGHLIGHTS_CLIPPED -> List.of(tenth(100 * first.clipped));
    };
  }

  private static String whole(double value) {
    return Long.toString(Math.round(value));
  }

  private static String tenth(double value) {
    return String.format(Locale.ROOT, "%.1f", value);
  }
}
