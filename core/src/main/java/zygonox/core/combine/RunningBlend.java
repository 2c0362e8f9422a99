package zygonox.core.combine;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.atomic.DoubleAdder;
import zygonox.core.format.PictureSink;
import zygonox.core.format.RowSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Cancelled;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workers;

/**
 * Blends by taking in one frame after another: reads each frame once for each band of rows, holds
 * one band of results. Workers take frames; each strip of the band has a lock of its own, and they
 * start at different strips so that they seldom meet.
 */
final class RunningBlend<S extends RowSource> {
  private static final long PREVIEW_NANOS = 250_000_000L;

  private final BlendJob<S> job;
  private final List<Contribution<S>> frames;
  private final PixelLayout layout;
  private final Accumulator<S> accumulator;
  private final MemoryPlan plan;
  private final Quantizer quantizer;
  private final BlendWatcher watcher;
  private final Cancellation cancellation;
  private final AtomicLong lastPreview = new AtomicLong(System.nanoTime() - PREVIEW_NANOS);
  private final Growing growing;
  private final Coverage[] coverage;
  private final Coverage nothing;
  private final Coverage[] known;

  /** Work that may be lost when it is killed, at the most: a snapshot takes a part of a second. */
  private static final long SNAPSHOT_NANOS = 10_000_000_000L;

  private final Snapshot snapshot;
  private final long betweenNanos;

  /**
   * @param known which columns each frame covers
   * @param snapshot where the half-grown blend is kept
   */
  RunningBlend(
      BlendJob<S> job,
      Accumulator<S> accumulator,
      MemoryPlan plan,
      Quantizer quantizer,
      Coverage[] known,
      Snapshot snapshot) {
    this(job, accumulator, plan, quantizer, known, snapshot, SNAPSHOT_NANOS);
  }

  RunningBlend(
      BlendJob<S> job,
      Accumulator<S> accumulator,
      MemoryPlan plan,
      Quantizer quantizer,
      Coverage[] known,
      Snapshot snapshot,
      long betweenNanos) {
    this.known = known;
    this.snapshot = snapshot;
    this.betweenNanos = betweenNanos;
    this.job = job;
    this.frames = job.contributions();
    this.layout = job.layout();
    this.watcher = job.watcher();
    this.cancellation = job.cancellation();
    this.accumulator = accumulator;
    this.plan = plan;
    this.quantizer = quantizer;
    this.growing = new Growing(layout);
    this.coverage = new Coverage[frames.size()];
    this.nothing = Coverage.none(layout.height());
  }

  void run(PictureSink sink, NoiseProbe.Picture result) throws IOException {
    snapshot.sweep();
    try {
      runBands(sink, result);
      snapshot.remove();
    } catch (WorkFailed | Cancelled e) {
      snapshot.remove();
      throw e;
    }
  }

  private void runBands(PictureSink sink, NoiseProbe.Picture result) throws IOException {
    int bands = (layout.height() + plan.bandRows() - 1) / plan.bandRows();
    try (Workers workers = new Workers(plan.workers())) {
      AtomicInteger steps = new AtomicInteger();
      for (int b = 0; b < bands; b++) {
        int firstRow = b * plan.bandRows();
        int rows = Math.min(plan.bandRows(), layout.height() - firstRow);
        int samples = rows * layout.rowSamples();
        accumulator.start(samples);
        boolean[] added = new boolean[frames.size()];
        // Rows of bands that are done are in the output, which a kill takes along.
        boolean keeps = bands == 1;
        if (keeps && snapshot.load(accumulator, samples, added)) {
          takeUp(added, steps);
        }
        int total = bands * frames.size();
        gatherAll(workers, firstRow, rows, steps, total, added, keeps ? samples : 0);
        finish(workers, firstRow, rows, sink, result);
      }
    }
  }

  /** Frames that are in it already need not be read, and are not measured again. */
  private void takeUp(boolean[] added, AtomicInteger steps) {
    for (int i = 0; i < added.length; i++) {
      if (added[i]) {
        coverage[i] = known[i];
        job.probed().set(i, null);
        steps.incrementAndGet();
      }
    }
  }

  /**
   * Gathers frames, keeping a snapshot between them from time to time.
   *
   * @param samples of the band; 0 where no snapshot is kept
   */
  private void gatherAll(
      Workers workers,
      int firstRow,
      int rows,
      AtomicInteger steps,
      int total,
      boolean[] added,
      int samples) {
    while (true) {
      List<Integer> left = new ArrayList<>();
      for (int i = 0; i < added.length; i++) {
        if (!added[i] && coverage[i] != nothing) {
          left.add(i);
        }
      }
      if (left.isEmpty()) {
        return;
      }
      long until = samples == 0 ? Long.MAX_VALUE : System.nanoTime() + betweenNanos;
      gather(workers, firstRow, rows, steps, total, added, left, until);
      if (samples > 0 && left.stream().anyMatch(i -> !added[i] && coverage[i] != nothing)) {
        snapshot.write(accumulator, samples, added);
      }
    }
  }

  private void gather(
      Workers workers,
      int firstRow,
      int rows,
      AtomicInteger steps,
      int total,
      boolean[] added,
      List<Integer> left,
      long until) {
    int stripRows = MemoryPlan.stripRows(layout);
    int strips = (rows + stripRows - 1) / stripRows;
    Object[] locks = new Object[strips];
    Arrays.setAll(locks, i -> new Object());
    List<Accumulator.Strip<S>> mine = new ArrayList<>();
    for (int w = 0; w < workers.count(); w++) {
      mine.add(accumulator.strip(stripRows * layout.rowSamples()));
    }
    DoubleAdder finished = new DoubleAdder();
    workers.forEach(
        left.size(),
        (place, worker) -> {
          int index = left.get(place);
          // One frame each is taken in however long it takes.
          if (place >= workers.count() && System.nanoTime() - until > 0) {
            return;
          }
          Contribution<S> frame = frames.get(index);
          Accumulator.Strip<S> own = mine.get(worker);
          int start = strips * worker / workers.count();
          boolean begun = false;
          try (S source = frame.opener().open()) {
            for (int s = 0; s < strips; s++) {
              cancellation.check();
              int strip = (start + s) % strips;
              int row = strip * stripRows;
              int count = Math.min(stripRows, rows - row);
              own.read(source, firstRow + row, count);
              job.look(index, firstRow + row, count, own);
              begun = true;
              synchronized (locks[strip]) {
                own.add(source, firstRow, row, count, frame.weight());
              }
            }
            coverage[index] = Coverage.of(source);
            added[index] = true;
          } catch (UnreadableFrame e) {
            if (begun || coverage[index] != null) {
              // Part of it, here or in an earlier band, is in the result: nothing takes it out.
              throw new WorkFailed(Phrasebook.say("refused.broke-off-while-it-was", e.file()), e);
            }
            coverage[index] = nothing;
            job.drop(index, e);
          }
          finished.add(frame.weight());
          int done = steps.incrementAndGet();
          show(firstRow, rows, finished.sum(), done == total);
          watcher.step(done, total);
        });
  }

  private void finish(
      Workers workers, int firstRow, int rows, PictureSink sink, NoiseProbe.Picture result) {
    int stripRows = MemoryPlan.stripRows(layout);
    int strips = (rows + stripRows - 1) / stripRows;
    double whole = 0;
    for (int i = 0; i < coverage.length; i++) {
      whole += coverage[i] == nothing ? 0 : frames.get(i).weight();
    }
    double all = whole;
    boolean everywhere = Arrays.stream(coverage).allMatch(c -> c == nothing || c.isWhole());
    workers.forEach(
        strips,
        (strip, worker) -> {
          cancellation.check();
          int row = strip * stripRows;
          int count = Math.min(stripRows, rows - row);
          ResultRows done = quantizer.rows(count * layout.rowSamples());
          float[] weights = everywhere ? null : weights(firstRow + row, count);
          accumulator.finish(row, count, all, weights, done);
          if (result != null) {
            result.rows(firstRow + row, count, done.samples(layout));
          }
          done.into(sink, firstRow + row, count);
        });
  }

  /** The weights of the frames that cover each pixel. */
  private float[] weights(int firstRow, int rows) {
    float[] weights = new float[rows * layout.width()];
    for (int f = 0; f < coverage.length; f++) {
      float weight = (float) frames.get(f).weight();
      for (int y = 0; y < rows; y++) {
        int base = y * layout.width();
        int[] pieces = coverage[f].pieces(firstRow + y);
        for (int p = 0; p < pieces.length; p += 2) {
          for (int i = base + pieces[p]; i < base + pieces[p + 1]; i++) {
            weights[i] += weight;
          }
        }
      }
    }
    return weights;
  }

  /**
   * Shows the picture as it grows; reads without locks, for a pixel half a frame old is no harm.
   * The rows of earlier bands stay.
   */
  private void show(int firstRow, int rows, double whole, boolean last) {
    long now = System.nanoTime();
    long shown = lastPreview.get();
    boolean due = last || now - shown >= PREVIEW_NANOS;
    if (!watcher.wantsPictures() || !due || !lastPreview.compareAndSet(shown, now)) {
      return;
    }
    growing.fill(firstRow, rows, (row, x, channel) -> shade(row - firstRow, x, channel, whole));
    watcher.picture(growing.picture());
  }

  private int shade(int row, int x, int channel, double whole) {
    int at = accumulator.order().index(layout, row, x, channel);
    return (int) (Math.max(0, Math.min(1, accumulator.glance(at, whole))) * 255 + 0.5);
  }
}
