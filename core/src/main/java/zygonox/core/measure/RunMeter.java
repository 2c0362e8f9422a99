package zygonox.core.measure;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.BiConsumer;
import java.util.stream.IntStream;
import zygonox.core.frame.DecodeMemory;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameReader;
import zygonox.core.frame.ReadFault;
import zygonox.core.frame.UnreadableFrame;
import zygonox.core.raster.Raster;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.Workers;

/** Measures the frames of a run, each decoded once and held against its neighbours. */
public final class RunMeter {
  /** More stars are not counted. */
  public static final int MOST_STARS = 5000;

  /** Between neighbours that moved by more than this, edges of the ground would look like lines. */
  private static final double STEADY_PIXELS = 1;

  private RunMeter() {}

  /** What is known of one frame before it is held against others. */
  private record Single(
      Frame frame,
      SkyLevel sky,
      int stars,
      Optional<StarShape> shape,
      StillScene scene,
      SmallFrame small,
      List<Spot> spots) {}

  /**
   * Measures frames of like settings and the same scene, in capture order.
   *
   * @param progress hears of frames that are done
   * @param onUnreadable hears of frames that turn out not to be decodable
   * @return what is known of the others
   */
  public static RunMeasure measure(
      List<Frame> frames,
      Progress progress,
      Cancellation cancellation,
      BiConsumer<Frame, ReadFault> onUnreadable) {
    List<FrameMeasure> measured = new ArrayList<>();
    HotPixels hot = new HotPixels();
    AtomicInteger done = new AtomicInteger();
    try (Workers workers = Workers.perCore();
        DecodeMemory memory = new DecodeMemory()) {
      // Each worker decodes into the same room over and over: fresh room has to be cleared.
      Raster[] rooms = new Raster[workers.count()];
      int batch = 4 * Runtime.getRuntime().availableProcessors();
      Single before = null;
      StillScene first = null;
      StillScene.Shift shiftBefore = StillScene.Shift.NONE;
      List<Single> waiting = new ArrayList<>();
      for (int from = 0; from < frames.size(); from += batch) {
        Single[] singles = new Single[Math.min(batch, frames.size() - from)];
        int offset = from;
        workers.forEach(
            singles.length,
            (i, worker) -> {
              cancellation.check();
              Frame frame = frames.get(offset + i);
              try {
                rooms[worker] = fitting(rooms[worker], frame);
                singles[i] = single(frame, rooms[worker], memory, cancellation);
              } catch (UnreadableFrame e) {
                synchronized (onUnreadable) {
                  onUnreadable.accept(frame, e.fault());
                }
              }
              progress.step(done.incrementAndGet(), frames.size());
            });
        for (Single single : singles) {
          if (single != null) {
            waiting.add(single);
            hot.add(single.spots);
          }
        }
        boolean last = from + batch >= frames.size();
        if (waiting.isEmpty()) {
          continue;
        }
        first = first == null ? waiting.get(0).scene : first;
        // The last of a batch waits for the first of the next one.
        int ready = last ? waiting.size() : waiting.size() - 1;
        measured.addAll(compared(waiting, ready, before, first, shiftBefore, workers));
        if (ready > 0) {
          before = waiting.get(ready - 1);
          shiftBefore = measured.get(measured.size() - 1).shift();
          waiting = new ArrayList<>(waiting.subList(ready, waiting.size()));
        }
      }
    }
    return new RunMeasure(withSharpnessOfRun(measured), hot.found());
  }

  private static Raster fitting(Raster room, Frame frame) {
    return room != null && room.layout().equals(frame.layout())
        ? room
        : Raster.blank(frame.layout());
  }

  private static Single single(
      Frame frame, Raster room, DecodeMemory memory, Cancellation cancellation)
      throws UnreadableFrame {
    FrameReader.readWhole(frame, memory, room);
    FrameScan scan = FrameScan.of(room, MOST_STARS, cancellation);
    return new Single(
        frame,
        SkyLevel.of(room, scan.clipped()),
        scan.stars().size(),
        StarShape.of(room, scan.stars()),
        StillScene.of(scan.small(), scan.detail()),
        scan.small(),
        scan.spots());
  }

  private static List<FrameMeasure> compared(
      List<Single> waiting,
      int ready,
      Single before,
      StillScene first,
      StillScene.Shift shiftBefore,
      Workers workers) {
    StillScene.Shift[] shifts = new StillScene.Shift[waiting.size()];
    workers.forEach(
        shifts.length, (i, worker) -> shifts[i] = waiting.get(i).scene.shiftFrom(first));
    FrameMeasure[] measured = new FrameMeasure[ready];
    workers.forEach(
        ready,
        (i, worker) -> {
          Single here = waiting.get(i);
          List<SmallFrame> neighbours = new ArrayList<>();
          Single left = i > 0 ? waiting.get(i - 1) : before;
          StillScene.Shift leftShift = i > 0 ? shifts[i - 1] : shiftBefore;
          if (left != null && isSteady(leftShift, shifts[i])) {
            neighbours.add(left.small);
          }
          if (i + 1 < waiting.size() && isSteady(shifts[i], shifts[i + 1])) {
            neighbours.add(waiting.get(i + 1).small);
          }
          measured[i] =
              new FrameMeasure(
                  here.frame,
                  here.sky,
                  here.stars,
                  here.shape,
                  here.scene.sharpness(),
                  shifts[i],
                  StreakFinder.find(here.small, neighbours),
                  Brightening.of(here.small, neighbours));
        });
    return List.of(measured);
  }

  private static boolean isSteady(StillScene.Shift a, StillScene.Shift b) {
    double noise = 3 * Math.hypot(a.uncertainty(), b.uncertainty());
    return Math.abs(a.pixels() - b.pixels()) < Math.max(STEADY_PIXELS, noise);
  }

  private static List<FrameMeasure> withSharpnessOfRun(List<FrameMeasure> measured) {
    double most = measured.stream().mapToDouble(FrameMeasure::sharpness).max().orElse(1);
    return IntStream.range(0, measured.size())
        .mapToObj(measured::get)
        .map(
            m ->
                new FrameMeasure(
                    m.frame(),
                    m.sky(),
                    m.stars(),
                    m.shape(),
                    most > 0 ? m.sharpness() / most : 0,
                    m.shift(),
                    m.streaks(),
                    m.lamp()))
        .toList();
  }
}
