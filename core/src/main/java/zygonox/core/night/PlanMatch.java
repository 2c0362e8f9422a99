package zygonox.core.night;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import zygonox.core.align.SkyView;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameRun;
import zygonox.core.frame.FrameSet;
import zygonox.core.program.Interval;
import zygonox.core.program.Job;
import zygonox.core.program.Program;

/**
 * Frames held against the program they were shot by.
 *
 * @param program index of the program in the night
 * @param run the frames
 * @param lateSeconds by how much later than planned the first shutter opened; less than 0 earlier
 * @param stepSeconds usual time from start to start; 0 for a single frame
 * @param timing whether the timer did as it should have been told
 * @param missing shots of the program without a frame, in order
 */
public record PlanMatch(
    int program,
    FrameRun run,
    double lateSeconds,
    double stepSeconds,
    Timing timing,
    List<Missing> missing) {
  public PlanMatch {
    missing = List.copyOf(missing);
  }

  /**
   * A shot without a frame.
   *
   * @param index of the shot in its program
   * @param at when it would have opened, by the run's own start
   */
  public record Missing(int index, Instant at) {}

  /** How the timer ran. */
  public enum Timing {
    AS_PLANNED,
    /** It was told the time from start to start where it asks for the closed time. */
    PERIOD_TAKEN_FOR_GAP,
    /** It was told the closed time where it asks for the time from start to start. */
    GAP_TAKEN_FOR_PERIOD,
    OTHER_STEP
  }

  /** Cameras round: what they call 30 s can be 32. */
  private static final double EXPOSURE_SHARE = 0.08;

  /** A step within this of the planned one is the planned one, in seconds and as a share. */
  private static final double STEP_SECONDS = 0.6;

  private static final double STEP_SHARE = 0.02;

  /** Frames farther than this from a program's start are not its frames. */
  private static final Duration FARTHEST = Duration.ofHours(13);

  /** Matches runs with the night's programs; runs that fit none are left out. */
  public static List<PlanMatch> of(Night night, FrameSet set) {
    List<PlanMatch> matches = new ArrayList<>();
    for (FrameRun run : set.runs()) {
      Optional<Instant> begun = set.takenAt(run.frames().get(0));
      if (begun.isPresent()) {
        program(night, run, begun.get()).ifPresent(p -> matches.add(match(night, p, run, set)));
      }
    }
    return matches;
  }

  /** The program whose exposure fits and whose time is nearest. */
  private static Optional<Integer> program(Night night, FrameRun run, Instant begun) {
    Map<Duration, Integer> near = new TreeMap<>(Comparator.naturalOrder());
    for (int p = 0; p < night.programs().size(); p++) {
      Program program = night.programs().get(p);
      double planned = program.interval().exposureSeconds();
      boolean fits = Math.abs(run.exposureSeconds() - planned) <= EXPOSURE_SHARE * planned;
      Instant start = program.start().toInstant();
      Instant end = program.end(night.body());
      Duration off =
          begun.isBefore(start)
              ? Duration.between(begun, start)
              : begun.isAfter(end) ? Duration.between(end, begun) : Duration.ZERO;
      if (fits && off.compareTo(FARTHEST) < 0) {
        near.putIfAbsent(off, p);
      }
    }
    return near.values().stream().findFirst();
  }

  private static PlanMatch match(Night night, int index, FrameRun run, FrameSet set) {
    Program program = night.programs().get(index);
    Interval interval = program.interval();
    List<Instant> opened = run.frames().stream().flatMap(f -> set.takenAt(f).stream()).toList();
    Instant first = opened.get(0);
    Instant planned = program.start().toInstant().plus(Interval.duration(interval.delaySeconds()));
    double step = usualStep(opened);
    Timing timing = timing(interval, step, opened.size());
    double used = timing == Timing.AS_PLANNED ? interval.periodSeconds() : step;
    return new PlanMatch(
        index,
        run,
        Duration.between(planned, first).toMillis() / 1e3,
        step,
        timing,
        missing(opened, used, interval.count()));
  }

  private static double usualStep(List<Instant> opened) {
    double[] steps = new double[opened.size() - 1];
    for (int i = 0; i < steps.length; i++) {
      steps[i] = Duration.between(opened.get(i), opened.get(i + 1)).toMillis() / 1e3;
    }
    Arrays.sort(steps);
    return steps.length == 0 ? 0 : steps[(steps.length - 1) / 2];
  }

  private static Timing timing(Interval interval, double step, int frames) {
    double period = interval.periodSeconds();
    if (frames < 2 || isAbout(step, period)) {
      return Timing.AS_PLANNED;
    }
    if (isAbout(step, interval.exposureSeconds() + period)) {
      return Timing.PERIOD_TAKEN_FOR_GAP;
    }
    // A timer that fires while the shutter is open loses that firing and waits for the next.
    double gap = interval.gapSeconds();
    double next = gap > 0 ? gap * Math.ceil(interval.exposureSeconds() / gap - 1e-9) : Double.NaN;
    return step < period - STEP_SECONDS / 2
            && (isAbout(step, next) || isAbout(step, interval.exposureSeconds()))
        ? Timing.GAP_TAKEN_FOR_PERIOD
        : Timing.OTHER_STEP;
  }

  private static boolean isAbout(double step, double other) {
    return Math.abs(step - other) <= Math.max(STEP_SECONDS, STEP_SHARE * other);
  }

  /** Shots that no frame opened at, each frame going to the shot nearest to it. */
  private static List<Missing> missing(List<Instant> opened, double step, int count) {
    boolean[] there = new boolean[count];
    Instant first = opened.get(0);
    for (Instant time : opened) {
      double at = step > 0 ? Duration.between(first, time).toMillis() / 1e3 / step : 0;
      int index = (int) Math.round(at);
      if (index < count) {
        there[index] = true;
      }
    }
    List<Missing> missing = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      if (!there[i]) {
        missing.add(new Missing(i, first.plus(Interval.duration(i * step))));
      }
    }
    return missing;
  }

  /** What of the sky the camera saw, by the plan; empty where it was turned, or followed stars. */
  public Optional<SkyView> view(Night night) {
    Program of = night.programs().get(program);
    return of.panorama().isPresent() || of.job().stars() == Job.Stars.FOLLOWED
        ? Optional.empty()
        : Optional.of(
            SkyView.of(night.place().latitudeDeg(), of.facing(), of.sensor(night.body())));
  }

  /** The frame at which a wrongly set timer first shows: the second of its run. */
  public Optional<Frame> missetAt() {
    return timing == Timing.AS_PLANNED
        ? Optional.empty()
        : Optional.of(run.frames().get(Math.min(1, run.frames().size() - 1)));
  }

  /** Missing shots that have a frame after them: the run went on. */
  public List<Missing> missingInside() {
    int last = -1;
    int count = run.frames().size() + missing.size();
    boolean[] gone = new boolean[count];
    missing.stream().filter(m -> m.index() < count).forEach(m -> gone[m.index()] = true);
    for (int i = 0; i < count; i++) {
      last = gone[i] ? last : i;
    }
    int end = last;
    return missing.stream().filter(m -> m.index() < end).toList();
  }
}
