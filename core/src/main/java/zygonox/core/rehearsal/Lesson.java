package zygonox.core.rehearsal;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.DoublePredicate;
import java.util.function.Predicate;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.measure.SkyLevel;
import zygonox.core.optics.Body;
import zygonox.core.optics.Lens;
import zygonox.core.optics.PointStarRule;
import zygonox.core.optics.StarImage;
import zygonox.core.program.Interval;
import zygonox.core.program.Program;
import zygonox.core.program.Shot;
import zygonox.core.quantity.Seconds;
import zygonox.core.raster.Raster;
import zygonox.core.raster.Srgb;
import zygonox.core.raster.ToneCurve;
import zygonox.core.raster.ToneEncoder;
import zygonox.core.site.Site;
import zygonox.core.sky.Moon;
import zygonox.core.sky.SkyGlow;
import zygonox.core.sky.Vector;
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
  private static final int MOST_STARS = 3000;

  /** Of half the frame's diagonal: nearer is its middle, farther are its corners. */
  private static final double MIDDLE_SHARE = 0.3;

  private static final double CORNER_SHARE = 0.7;

  /**
   * What a lesson is shot with.
   *
   * @param rule which the photographer follows for still stars
   */
  public record Setting(Body body, Lens lens, Site site, Scene scene, PointStarRule rule) {
    PointStarRule.Framed framed(Program program) {
      return new PointStarRule.Framed(
          program.sensor(body), program.facing(), site.place().latitudeDeg());
    }
  }

  /** Shoots the frames of a lesson. */
  public static Lesson of(
      Mistake mistake, Setting setting, Program plan, long seed, Cancellation cancellation) {
    Staging staging = Staging.of(mistake, setting, plan, seed);
    Program shot = staging.shot();
    SimulatedCamera camera =
        new SimulatedCamera(
            setting.body(),
            setting.lens(),
            setting.site(),
            setting.scene(),
            seed,
            staging.happenings(),
            10,
            staging.tracker());
    double late = staging.happenings().hasMissetTimer() ? shot.interval().exposureSeconds() : 0;
    List<Raster> frames = new ArrayList<>();
    List<Instant> opened = new ArrayList<>();
    for (int index : indexes(mistake)) {
      Shot one = shot.shots().get(index);
      Instant at = one.opensAt().plus(Interval.duration(index * late));
      Shot timed = new Shot(index, at, one.exposureSeconds());
      frames.add(
          mistake == Mistake.STABILISATION_ON
              ? thrown(camera, staging, timed, cancellation)
              : camera.preview(shot, timed, cancellation));
      opened.add(at);
    }
    return new Lesson(
        mistake,
        frames,
        opened,
        staging.planned(),
        numbers(mistake, setting, staging, camera, frames));
  }

  /** A misset timer shows in neighbours, all else in the course of the run. */
  private static int[] indexes(Mistake mistake) {
    return mistake == Mistake.TIMER_MISSET
        ? new int[] {0, 1, 2}
        : new int[] {0, Staging.RUN_FRAMES / 2, Staging.RUN_FRAMES - 1};
  }

  /** Half of the light falls elsewhere. */
  private static Raster thrown(
      SimulatedCamera camera, Staging staging, Shot shot, Cancellation cancellation) {
    Program program = staging.shot();
    Raster a = camera.preview(program, shot, cancellation);
    Raster b = camera.preview(program.withFacing(staging.thrown(shot.index())), shot, cancellation);
    ToneEncoder encoder = new ToneEncoder(ToneCurve.SRGB, 8);
    for (int i = 0; i < a.samples().length; i++) {
      double light = Srgb.toLight(a.samples()[i] / 255.0) + Srgb.toLight(b.samples()[i] / 255.0);
      a.samples()[i] = (short) encoder.encode(light / 2);
    }
    return a;
  }

  /** What is seen in a frame, each once it is asked for. */
  private static final class Seen {
    private final Raster frame;
    private List<FoundStar> found;

    Seen(Raster frame) {
      this.frame = frame;
    }

    private List<FoundStar> found() {
      if (found == null) {
        try {
          found = new StarFinder(MOST_STARS).find(PixelSource.of(frame), new Cancellation());
        } catch (UnreadableFrame e) {
          throw new IllegalStateException("a picture in memory cannot be unreadable", e);
        }
      }
      return found;
    }

    int stars() {
      return found().size();
    }

    double fwhm() {
      return StarShape.of(frame, found()).map(StarShape::fwhm).orElse(0.0);
    }

    double elongation() {
      return elongation(share -> share < MIDDLE_SHARE);
    }

    double inCorners() {
      return elongation(share -> share > CORNER_SHARE);
    }

    double clipped() {
      return SkyLevel.of(frame).clipped();
    }

    /**
     * @param where by the share of half the diagonal that stars lie off the middle
     */
    private double elongation(DoublePredicate where) {
      double wide = frame.layout().width();
      double high = frame.layout().height();
      Predicate<FoundStar> counts =
          s ->
              where.test(
                  2 * Math.hypot(s.x() - wide / 2, s.y() - high / 2) / Math.hypot(wide, high));
      return StarShape.of(frame, found().stream().filter(counts).toList())
          .map(StarShape::elongation)
          .orElse(1.0);
    }
  }

  private static List<String> numbers(
      Mistake mistake,
      Setting setting,
      Staging staging,
      SimulatedCamera camera,
      List<Raster> frames) {
    Program planned = staging.planned();
    Program shot = staging.shot();
    Seen first = new Seen(frames.get(0));
    Seen middle = new Seen(frames.get(1));
    Seen last = new Seen(frames.get(2));
    double pixelsPerDeg = Math.toRadians(1) * shot.focalMm() * 1000 / setting.body().pixelPitchUm();
    return switch (mistake) {
      case NOTHING ->
          List.of(
              whole(first.stars()), tenth(first.fwhm()), whole(last.stars()), tenth(last.fwhm()));
      case SHUTTER_TOO_LONG ->
          List.of(
              Seconds.text(shot.interval().exposureSeconds()),
              tenth(first.elongation()),
              Seconds.about(Staging.limit(setting, planned)));
      case FOCUS_MISSED ->
          List.of(
              tenth(first.fwhm()), tenth(StarImage.fwhmPixels(setting.body())), tenth(last.fwhm()));
      case DEW ->
          List.of(
              tenth(first.fwhm()), tenth(last.fwhm()), whole(first.stars()), whole(last.stars()));
      case BUMP -> List.of(whole(pixelsPerDeg * 0.25));
      case CLOUD -> List.of(whole(first.stars()), whole(middle.stars()), whole(last.stars()));
      case TIMER_MISSET ->
          List.of(
              Seconds.text(
                  planned.interval().periodSeconds() + planned.interval().exposureSeconds()),
              Seconds.text(planned.interval().periodSeconds()),
              Seconds.text(planned.interval().gapSeconds()));
      case STABILISATION_ON ->
          List.of(whole(pixelsPerDeg * Staging.THROWN_DEG), tenth(first.fwhm()));
      case HIGHLIGHTS_CLIPPED -> List.of(tenth(100 * first.clipped()));
      case FLARE -> List.of(whole(flare(camera, shot)));
      case MOON_GLARE -> moonlit(setting, shot, first.stars());
      case CORNERS_TRAILING ->
          List.of(
              tenth(first.elongation()),
              tenth(first.inCorners()),
              Seconds.text(shot.interval().exposureSeconds()),
              Seconds.about(1 / setting.framed(shot).fastestWidths(1)));
      case TRACKER_ASKEW ->
          List.of(
              whole(shot.interval().totalSeconds() / 60),
              tenth(
                  camera.drift(
                      shot, shot.shots().get(0), shot.shots().get(Staging.RUN_FRAMES - 1))),
              tenth(staging.tracker().axisOffArcmin() / 60));
    };
  }

  /** How far from the middle the lamp is that was put there; those of a village come before it. */
  private static double flare(SimulatedCamera camera, Program shot) {
    return camera.lamps(shot, shot.shots().get(0)).stream()
        .reduce((earlier, later) -> later)
        .map(LampLight::fromMiddle)
        .orElse(0.0);
  }

  private static List<String> moonlit(Setting setting, Program shot, int stars) {
    Instant time = shot.start().toInstant();
    SkyGlow sky = new SkyGlow(setting.site().brightness(), setting.site().place(), time);
    Vector ahead = Vector.of(shot.facing());
    Moon.Seen moon = Moon.from(setting.site().place(), time);
    return List.of(
        whole(Math.toDegrees(Math.acos(moon.vector().dot(ahead)))),
        whole(100 * Moon.at(time).illuminatedFraction()),
        tenth(sky.candelas(ahead) / sky.darkCandelas(ahead)),
        whole(stars));
  }

  private static String whole(double value) {
    return Long.toString(Math.round(value));
  }

  private static String tenth(double value) {
    return String.format(Locale.ROOT, "%.1f", value);
  }
}
