package zygonox.core.blend;

import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import zygonox.core.frame.PictureSink;
import zygonox.core.frame.PixelSource;
import zygonox.core.frame.UnreadableFrame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.Cancellation;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workers;

/**
 * Blends by taking in one frame after another: reads each frame once for each band of rows, holds
 * one band of results. Workers take frames; each strip of the band has a lock of its own, and they
 * start at different strips so that they seldom meet.
 */
final class RunningBlend {
  private static final long PREVIEW_NANOS = 250_000_000L;
  private static final int PREVIEW_SIDE = 1400;

  private final BlendJob job;
  private final List<Layer> layers;
  private final PixelLayout layout;
  private final Accumulator accumulator;
  private final MemoryPlan plan;
  private final Quantizer quantizer;
  private final BlendWatcher watcher;
  private final Cancellation cancellation;
  private final AtomicLong lastPreview = new AtomicLong(System.nanoTime() - PREVIEW_NANOS);
  private final Coverage[] coverage;
  private final Coverage nothing;

  RunningBlend(BlendJob job, Accumulator accumulator, MemoryPlan plan, Quantizer quantizer) {
    this.job = job;
    this.layers = job.layers();
    this.layout = job.layout();
    this.watcher = job.watcher();
    this.cancellation = job.cancellation();
    this.accumulator = accumulator;
    this.plan = plan;
    this.quantizer = quantizer;
    this.coverage = new Coverage[layers.size()];
    this.nothing = Coverage.none(layout.height());
  }

  void run(PictureSink sink, NoiseProbe.Picture result) throws IOException {
    int bands = (layout.height() + plan.bandRows() - 1) / plan.bandRows();
    try (Workers workers = new Workers(plan.workers())) {
      AtomicInteger steps = new AtomicInteger();
      for (int b = 0; b < bands; b++) {
        int firstRow = b * plan.bandRows();
        int rows = Math.min(plan.bandRows(), layout.height() - firstRow);
        accumulator.start(rows * layout.rowSamples());
        gather(workers, firstRow, rows, steps, bands * layers.size());
        finish(workers, firstRow, rows, sink, result);
      }
    }
  }

  private void gather(Workers workers, int firstRow, int rows, AtomicInteger steps, int total) {
    int stripRows = MemoryPlan.stripRows(layout);
    int strips = (rows + stripRows - 1) / stripRows;
    Object[] locks = new Object[strips];
    Arrays.setAll(locks, i -> new Object());
    Strip[] scratch = new Strip[workers.count()];
    Arrays.setAll(scratch, i -> new Strip(stripRows * layout.rowSamples()));
    AtomicInteger finished = new AtomicInteger();
    workers.forEach(
        layers.size(),
        (index, worker) -> {
          if (coverage[index] == nothing) {
            return;
          }
          int start = strips * worker / workers.count();
          boolean added = false;
          try (PixelSource source = layers.get(index).opener().open()) {
            for (int s = 0; s < strips; s++) {
              cancellation.check();
              int strip = (start + s) % strips;
              int row = strip * stripRows;
              int count = Math.min(stripRows, rows - row);
              scratch[worker].read(source, index, firstRow + row, count);
              added = true;
              synchronized (locks[strip]) {
                scratch[worker].add(source, firstRow, row, count);
              }
            }
            coverage[index] = Coverage.of(source);
          } catch (UnreadableFrame e) {
            if (added || coverage[index] != null) {
              // Part of it, here or in an earlier band, is in the result: nothing takes it out.
              throw new WorkFailed(e.file() + " broke off while it was read", e);
            }
            coverage[index] = nothing;
            job.drop(index, e);
          }
          show(firstRow, rows, finished.incrementAndGet());
          watcher.step(steps.incrementAndGet(), total);
        });
  }

  /** One worker's strip of one frame, on its way into the result. */
  private final class Strip {
    private final short[] samples;
    private final long[] packed;

    Strip(int most) {
      boolean packs = accumulator.isPacked();
      samples = new short[packs ? 0 : most];
      packed = new long[packs ? (most + 7) / 8 : 0];
    }

    void read(PixelSource source, int index, int row, int rows) throws UnreadableFrame {
      if (accumulator.isPacked()) {
        source.readPacked(row, rows, packed);
        job.look(index, row, rows, i -> (int) (packed[i >> 3] >>> 8 * (i & 7)) & 0xff);
      } else {
        source.read(row, rows, samples);
        job.look(index, row, rows, i -> samples[i] & 0xffff);
      }
    }

    void add(PixelSource source, int firstRow, int row, int rows) {
      int width = layout.rowSamples();
      if (accumulator.isPacked()) {
        accumulator.addPacked(packed, row * width, rows * width);
        return;
      }
      int channels = layout.channels();
      for (int y = 0; y < rows; y++) {
        int from = source.coveredFrom(firstRow + row + y) * channels;
        int to = source.coveredTo(firstRow + row + y) * channels;
        if (to > from) {
          accumulator.add(samples, y * width + from, (row + y) * width + from, to - from);
        }
      }
    }
  }

  private void finish(
      Workers workers, int firstRow, int rows, PictureSink sink, NoiseProbe.Picture result) {
    int stripRows = MemoryPlan.stripRows(layout);
    int strips = (rows + stripRows - 1) / stripRows;
    int frames = (int) Arrays.stream(coverage).filter(c -> c != nothing).count();
    boolean everywhere = Arrays.stream(coverage).allMatch(c -> c == nothing || c.isWhole());
    workers.forEach(
        strips,
        (strip, worker) -> {
          cancellation.check();
          int row = strip * stripRows;
          int count = Math.min(stripRows, rows - row);
          int samples = count * layout.rowSamples();
          ResultRows done = quantizer.rows(samples);
          int[] covering = everywhere ? null : covering(firstRow + row, count);
          accumulator.finish(row * layout.rowSamples(), samples, frames, covering, done);
          if (result != null) {
            result.rows(firstRow + row, count, done::whole);
          }
          done.into(sink, firstRow + row, count);
        });
  }

  private int[] covering(int firstRow, int rows) {
    int channels = layout.channels();
    int[] covering = new int[rows * layout.rowSamples()];
    for (Coverage one : coverage) {
      for (int y = 0; y < rows; y++) {
        int base = y * layout.rowSamples();
        int to = base + one.to(firstRow + y) * channels;
        for (int i = base + one.from(firstRow + y) * channels; i < to; i++) {
          covering[i]++;
        }
      }
    }
    return covering;
  }

  /**
   * Shows the picture as it grows; reads without locks, for a pixel half a frame old is no harm.
   */
  private void show(int firstRow, int rows, int frames) {
    long now = System.nanoTime();
    long last = lastPreview.get();
    boolean due = frames == layers.size() || now - last >= PREVIEW_NANOS;
    if (!watcher.wantsPictures() || !due || !lastPreview.compareAndSet(last, now)) {
      return;
    }
    int step = Math.max(1, Math.max(layout.width(), layout.height()) / PREVIEW_SIDE);
    int width = Math.max(1, layout.width() / step);
    int height = Math.max(1, layout.height() / step);
    int[] argb = new int[width * height];
    Arrays.fill(argb, 0xff000000);
    for (int y = 0; y < height; y++) {
      int row = y * step - firstRow;
      if (row < 0 || row >= rows) {
        continue;
      }
      for (int x = 0; x < width; x++) {
        int at = row * layout.rowSamples() + x * step * layout.channels();
        int red = shade(at, frames);
        int green = layout.channels() == 1 ? red : shade(at + 1, frames);
        int blue = layout.channels() == 1 ? red : shade(at + 2, frames);
        argb[y * width + x] = 0xff000000 | red << 16 | green << 8 | blue;
      }
    }
    watcher.picture(new Preview(width, height, argb));
  }

  private int shade(int at, int frames) {
    return (int) (Math.max(0, Math.min(1, accumulator.glance(at, frames))) * 255 + 0.5);
  }
}
