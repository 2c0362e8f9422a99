package zygonox.core.combine;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.atomic.DoubleAdder;
import zygonox.core.format.Depth;
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
    try (CombinedRows finished = new CombinedRows(snapshot, layout.rowSamples(), plan.bandRows())) {
      try {
        runBands(finished, sink, result);
        snapshot.done();
        finished.done();
      } catch (WorkFailed | Cancelled e) {
        snapshot.remove();
        finished.remove();
        throw e;
      }
    }
  }

  private void runBands(CombinedRows finished, PictureSink sink, NoiseProbe.Picture result)
      throws IOException {
    int bands = (layout.height() + plan.bandRows() - 1) / plan.bandRows();
    Snapshot.Stage stage = begun(finished);
    AtomicInteger steps = new AtomicInteger(stage.firstRow() / plan.bandRows() * frames.size());
    takeOver(finished, stage.firstRow(), sink, result);
    takeUp(stage.added(), steps);
    try (Workers workers = new Workers(plan.workers())) {
      while (true) {
        boolean isLast = stage.firstRow() + plan.bandRows() >= layout.height();
        gatherAll(workers, stage, steps, bands * frames.size(), isLast);
        finish(workers, stage.firstRow(), sink, result, isLast ? null : finished);
        if (isLast) {
          return;
        }
        stage = stage(stage.firstRow() + plan.bandRows());
        accumulator.start(samples(stage.firstRow()));
        snapshot.write(accumulator, 0, stage);
      }
    }
  }

  private Snapshot.Stage stage(int firstRow) {
    return new Snapshot.Stage(firstRow, new boolean[frames.size()], job.probed());
  }

  /** Rows of the band that begins at a row. */
  private int rows(int firstRow) {
    return Math.min(plan.bandRows(), layout.height() - firstRow);
  }

  private int samples(int firstRow) {
    return rows(firstRow) * layout.rowSamples();
  }

  /** How far a run was that was killed; where there was none, the beginning. */
  private Snapshot.Stage begun(CombinedRows finished) {
    accumulator.start(samples(0));
    if (snapshot.isThere()) {
      Optional<Snapshot.Stage> left =
          snapshot
              .load(accumulator, this::samples, frames.size(), job.probed())
              .filter(l -> stripsAbove(l.firstRow()).stream().allMatch(finished::holds));
      if (left.isPresent()) {
        return left.get();
      }
      accumulator.start(samples(0));
    }
    return stage(0);
  }

  /** Rows of bands that a killed run had finished need not be blended again. */
  private void takeOver(
      CombinedRows finished, int endRow, PictureSink sink, NoiseProbe.Picture result)
      throws IOException {
    for (int row : stripsAbove(endRow)) {
      int rows = Math.min(MemoryPlan.stripRows(layout), plan.bandRows() - row % plan.bandRows());
      ResultRows done = quantizer.rows(rows * layout.rowSamples());
      if (!finished.read(row, rows, done)) {
        throw new WorkFailed(Phrasebook.say("refused.rows-kept-are-gone", snapshot.folder()));
      }
      give(row, rows, done, sink, result);
      if (watcher.wantsPictures()) {
        int down = sink.header().depth() == Depth.EIGHT ? 0 : 8;
        NoiseProbe.Samples samples = done.samples(layout);
        growing.fill(row, rows, (y, x, channel) -> samples.at(y - row, x, channel) >> down);
      }
    }
  }

  /** The first rows of the strips of whole bands. */
  private List<Integer> stripsAbove(int endRow) {
    List<Integer> rows = new ArrayList<>();
    for (int band = 0; band < endRow; band += plan.bandRows()) {
      for (int row = 0; row < plan.bandRows(); row += MemoryPlan.stripRows(layout)) {
        rows.add(band + row);
      }
    }
    return rows;
  }

  private void give(
      int firstRow, int rows, ResultRows done, PictureSink sink, NoiseProbe.Picture result)
      throws IOException {
    if (result != null) {
      result.rows(firstRow, rows, done.samples(layout));
    }
    done.into(sink, firstRow, rows);
  }

  /** Frames that are in it already need not be read. */
  private void takeUp(boolean[] added, AtomicInteger steps) {
    for (int i = 0; i < added.length; i++) {
      if (added[i]) {
        coverage[i] = known[i];
        steps.incrementAndGet();
      }
    }
  }

  /** Gathers frames, keeping a snapshot between them from time to time. */
  private void gatherAll(
      Workers workers, Snapshot.Stage stage, AtomicInteger steps, int total, boolean isLast) {
    int samples = samples(stage.firstRow());
    long kept = System.nanoTime();
    while (true) {
      List<Integer> left = new ArrayList<>();
      for (int i = 0; i < frames.size(); i++) {
        if (!stage.added()[i] && coverage[i] != nothing) {
          left.add(i);
        }
      }
      boolean isPart = left.isEmpty() && isLast && snapshot.stays();
      boolean isDue = System.nanoTime() - kept >= betweenNanos && !left.isEmpty();
      if (isPart || isDue) {
        snapshot.write(accumulator, samples, stage);
        kept = System.nanoTime();
      }
      if (left.isEmpty()) {
        return;
      }
      gather(workers, stage, left, steps, total, System.nanoTime() + betweenNanos);
    }
  }

  private void gather(
      Workers workers,
      Snapshot.Stage stage,
      List<Integer> left,
      AtomicInteger steps,
      int total,
      long until) {
    int firstRow = stage.firstRow();
    int rows = rows(firstRow);
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
            stage.added()[index] = true;
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

  /**
   * @param finished keeps the rows too; null where it need not
   */
  private void finish(
      Workers workers,
      int firstRow,
      PictureSink sink,
      NoiseProbe.Picture result,
      CombinedRows finished) {
    int rows = rows(firstRow);
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
          if (finished != null) {
            finished.keep(firstRow + row, count, done);
          }
          give(firstRow + row, count, done, sink, result);
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
