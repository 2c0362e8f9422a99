package zygonox.core.measure;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.BiConsumer;
import java.util.stream.IntStream;
import zygonox.core.format.CaptureTime;
import zygonox.core.format.DecodeMemory;
import zygonox.core.format.PictureReader;
import zygonox.core.format.ReadFault;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.measure.StillScene.Shift;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Samples;
import zygonox.core.stars.FoundStar;
import zygonox.core.stars.Spot;
import zygonox.core.stars.StarShape;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Workers;
import zygonox.core.work.Workroom;

/** Measures the frames of a run, each decoded once and held against its neighbours. */
public final class RunMeter {
  /** More stars are not counted. */
  public static final int MOST_STARS = 5000;

  /** Between neighbours that moved by more than this, edges of the ground would look like lines. */
  private static final double STEADY_PIXELS = 1;

  /** Edges of cloud are wider, in pixels of the frame; lines that are as wide are none in cloud. */
  private static final double SHARP_PIXELS = 8;

  /**
   * Bytes that a member of the crew holds for each sample of a frame: the frame as it is decoded
   * and as samples, its share of the small frames, and what lines are looked for in.
   */
  private static final long HELD_BYTES = 6;

  private final Workers workers;
  private final HotPixels hot = new HotPixels();
  private final Filling.Counting passing = new Filling.Counting();
  private final TileCourse course = new TileCourse();
  private final CloudFinder clouds = new CloudFinder();

  /** Frames that wait for the one after them, with the one before them in front. */
  private List<Single> held = new ArrayList<>();

  private StillScene first;
  private final List<Shift> ground = new ArrayList<>();
  private final List<Optional<StarStep>> steps = new ArrayList<>();
  private final List<OptionalDouble> seconds = new ArrayList<>();
  private final List<FrameMeasure> measured = new ArrayList<>();

  private RunMeter(Workers workers) {
    this.workers = workers;
  }

  /** What is known of one frame before it is held against others. */
  private record Single(
      Frame frame,
      SkyLevel sky,
      int stars,
      List<FoundStar> brightest,
      Optional<StarShape> shape,
      StillScene scene,
      SmallFrame small,
      List<Spot> spots) {}

  /**
   * Measures frames of like settings and the same scene, in capture order.
   *
   * @param room its progress hears of frames that are done; its memory bounds how many are held
   * @param onUnreadable hears of frames that turn out not to be decodable
   * @return what is known of the others
   */
  public static RunMeasure measure(
      List<Frame> frames, Workroom room, BiConsumer<Frame, ReadFault> onUnreadable) {
    return measure(frames, room, onUnreadable, (frame, stars) -> {});
  }

  /**
   * The same.
   *
   * @param onStars hears of the stars to align each frame by; called from the workers
   */
  static RunMeasure measure(
      List<Frame> frames,
      Workroom room,
      BiConsumer<Frame, ReadFault> onUnreadable,
      BiConsumer<Frame, List<FoundStar>> onStars) {
    AtomicInteger done = new AtomicInteger();
    int samples = frames.stream().mapToInt(f -> f.layout().samples()).max().orElse(1);
    try (Workers workers = room.crew(HELD_BYTES * samples);
        DecodeMemory memory = new DecodeMemory()) {
      RunMeter meter = new RunMeter(workers);
      // Each worker decodes into the same room over and over: fresh room has to be cleared.
      Samples[] rooms = new Samples[workers.count()];
      int batch = 4 * workers.count();
      for (int from = 0; from < frames.size(); from += batch) {
        Single[] singles = new Single[Math.min(batch, frames.size() - from)];
        int offset = from;
        workers.forEach(
            singles.length,
            (i, worker) -> {
              room.cancellation().check();
              Frame frame = frames.get(offset + i);
              try {
                rooms[worker] = fitting(rooms[worker], frame);
                singles[i] = single(frame, rooms[worker], memory, room.cancellation(), onStars);
              } catch (UnreadableFrame e) {
                synchronized (onUnreadable) {
                  onUnreadable.accept(frame, e.fault());
                }
              }
              room.progress().step(done.incrementAndGet(), frames.size());
            });
        meter.take(Arrays.stream(singles).filter(Objects::nonNull).toList());
      }
      return meter.end();
    }
  }

  private static Samples fitting(Samples room, Frame frame) {
    return room != null && room.layout().equals(frame.layout())
        ? room
        : Samples.room(frame.layout());
  }

  private static Single single(
      Frame frame,
      Samples room,
      DecodeMemory memory,
      Cancellation cancellation,
      BiConsumer<Frame, List<FoundStar>> onStars)
      throws UnreadableFrame {
    PictureReader.readWhole(frame, memory, room);
    FrameScan scan = FrameScan.of(room, MOST_STARS, cancellation);
    onStars.accept(frame, scan.toAlign());
    return new Single(
        frame,
        SkyLevel.of(room, scan.clipped()),
        scan.stars().size(),
        scan.stars().subList(0, Math.min(StarStep.STARS, scan.stars().size())),
        StarShape.of(room, scan.stars()),
        StillScene.of(scan.small(), scan.detail()),
        scan.small(),
        scan.spots());
  }

  /** Takes the next frames of the run; the last of them waits for the one after it. */
  private void take(List<Single> singles) {
    if (singles.isEmpty()) {
      return;
    }
    singles.forEach(single -> hot.add(single.spots));
    singles.forEach(single -> passing.add(single.small));
    singles.forEach(single -> course.add(single.small.rows()));
    singles.forEach(single -> clouds.add(single.small));
    first = first == null ? singles.get(0).scene : first;
    int known = held.size();
    held.addAll(singles);
    place(known);
    compareUpTo(held.size() - 1);
  }

  private RunMeasure end() {
    compareUpTo(held.size());
    double most = measured.stream().mapToDouble(FrameMeasure::sharpness).max().orElse(1);
    List<Shift> shifts = CameraShift.of(ground, steps, seconds);
    List<Optional<Brightening>> risen = lit(shifts);
    Optional<CloudPart> cloud = clouds.found(risen);
    // A puff of cloud comes and goes as a lamp does.
    List<Optional<Brightening>> lit =
        risen.stream().map(r -> r.filter(l -> cloud.stream().noneMatch(c -> c.holds(l)))).toList();
    List<FrameMeasure> ofRun =
        IntStream.range(0, measured.size())
            .mapToObj(
                i -> {
                  FrameMeasure m = measured.get(i);
                  return new FrameMeasure(
                      m.frame(),
                      m.sky(),
                      m.stars(),
                      m.shape(),
                      most > 0 ? m.sharpness() / most : 0,
                      shifts.get(i),
                      unlit(i, lit, cloud),
                      lit.get(i));
                })
            .toList();
    return new RunMeasure(ofRun, hot.found(), passing.counted(), cloud);
  }

  /** The light in each frame, if there is one. */
  private List<Optional<Brightening>> lit(List<Shift> shifts) {
    LampFinder lamps = new LampFinder(course);
    Brightening[] lit = new Brightening[measured.size()];
    workers.forEach(
        lit.length,
        (i, worker) ->
            lit[i] =
                lamps
                    .in(
                        i,
                        other -> isSteady(shifts.get(other), shifts.get(i)),
                        measured.get(i).streaks())
                    .orElse(null));
    return Arrays.stream(lit).map(Optional::ofNullable).toList();
  }

  /**
   * Lines of a frame without the edges of what a lamp lights up in it, or in the one beside it, and
   * without those of cloud that drifts.
   */
  private List<Streak> unlit(
      int index, List<Optional<Brightening>> lit, Optional<CloudPart> cloud) {
    List<Brightening> near =
        IntStream.rangeClosed(index - 1, index + 1)
            .filter(i -> i >= 0 && i < lit.size())
            .mapToObj(lit::get)
            .flatMap(Optional::stream)
            .toList();
    return measured.get(index).streaks().stream()
        .filter(streak -> near.stream().noneMatch(lamp -> lamp.holds(streak)))
        .filter(s -> s.width() < SHARP_PIXELS || cloud.stream().noneMatch(c -> c.holds(s)))
        .toList();
  }

  /** Finds where the held frames from one on lie, by the ground and by the stars. */
  private void place(int from) {
    int count = held.size() - from;
    Shift[] shifts = new Shift[count];
    StarStep[] moved = new StarStep[count];
    workers.forEach(
        count,
        (i, worker) -> {
          Single here = held.get(from + i);
          Single before = from + i == 0 ? null : held.get(from + i - 1);
          shifts[i] = here.scene.shiftFrom(first);
          moved[i] = before == null ? null : step(before, here).orElse(null);
        });
    for (int i = 0; i < count; i++) {
      ground.add(shifts[i]);
      steps.add(Optional.ofNullable(moved[i]));
      seconds.add(
          from + i == 0
              ? OptionalDouble.empty()
              : seconds(held.get(from + i - 1).frame, held.get(from + i).frame));
    }
  }

  private static Optional<StarStep> step(Single before, Single here) {
    PixelLayout layout = here.frame.layout();
    return StarStep.between(before.brightest, here.brightest, layout.width(), layout.height());
  }

  /** From one frame to the next, by the camera's clock. */
  private static OptionalDouble seconds(Frame before, Frame here) {
    Optional<CaptureTime> from = before.info().capturedAt();
    Optional<CaptureTime> to = here.info().capturedAt();
    return from.isEmpty() || to.isEmpty()
        ? OptionalDouble.empty()
        : OptionalDouble.of(
            Duration.between(from.get().clock(), to.get().clock()).toMillis() / 1000.0);
  }

  /** Holds the frames that are not measured yet, up to one, against those beside them. */
  private void compareUpTo(int end) {
    // Of all that were placed the held ones are the last.
    int offset = ground.size() - held.size();
    int from = measured.size() - offset;
    if (end <= from) {
      return;
    }
    List<Shift> shifts = CameraShift.of(ground, steps, seconds);
    FrameMeasure[] compared = new FrameMeasure[end - from];
    workers.forEach(
        compared.length,
        (k, worker) -> {
          int i = from + k;
          Single here = held.get(i);
          List<SmallFrame> neighbours = new ArrayList<>();
          List<CarriedStars.Beside> carried = new ArrayList<>();
          for (int beside : new int[] {i - 1, i + 1}) {
            boolean there = beside >= 0 && beside < held.size();
            if (there && isSteady(shifts.get(offset + beside), shifts.get(offset + i))) {
              neighbours.add(held.get(beside).small);
              carried(beside, i, offset).ifPresent(carried::add);
            }
          }
          List<Streak> streaks =
              StreakFinder.find(here.small, neighbours, stars(here.small, carried));
          compared[k] =
              new FrameMeasure(
                  here.frame,
                  here.sky,
                  here.stars,
                  here.shape,
                  here.scene.sharpness(),
                  shifts.get(offset + i),
                  streaks,
                  Optional.empty());
        });
    measured.addAll(Arrays.asList(compared));
    held = new ArrayList<>(held.subList(end - 1, held.size()));
  }

  /** A frame beside another one, if it is known how the stars moved between the two. */
  private Optional<CarriedStars.Beside> carried(int beside, int of, int offset) {
    SmallFrame small = held.get(beside).small;
    Optional<StarStep> step = steps.get(offset + Math.max(beside, of));
    return step.map(
        s ->
            beside < of
                ? CarriedStars.Beside.before(small, s.map())
                : CarriedStars.Beside.after(small, s.map()));
  }

  private static Optional<float[][]> stars(SmallFrame small, List<CarriedStars.Beside> carried) {
    return carried.isEmpty() ? Optional.empty() : Optional.of(CarriedStars.of(small, carried));
  }

  private static boolean isSteady(Shift a, Shift b) {
    double noise = 3 * Math.hypot(a.uncertainty(), b.uncertainty());
    return Math.abs(a.pixels() - b.pixels()) < Math.max(STEADY_PIXELS, noise);
  }
}
