package zygonox.core.blend;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import zygonox.core.frame.Depth;
import zygonox.core.frame.PictureSink;
import zygonox.core.frame.PixelSource;
import zygonox.core.frame.UnreadableFrame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.Workers;

/**
 * Blends by looking at the samples of all frames at one place: median and clipped mean. Reads
 * strips of every frame side by side; frames that only decode as a whole go through {@link Scratch}
 * first.
 */
final class OrderedBlend {
  /** What becomes of the column of samples at each place. */
  interface ColumnRule {
    /**
     * @param columns one row for each frame that covers the place, changed by the call
     * @param frames how many rows hold samples
     * @param count columns
     * @param result gets the results from index {@code at} on
     */
    void combine(int[][] columns, int frames, int count, ResultRows result, int at);
  }

  /** Cache the columns of all frames should fit, in samples: half a megabyte. */
  private static final int CACHE_SAMPLES = 1 << 17;

  private static final int PREVIEW_SIDE = 1400;

  private final BlendJob job;
  private final List<Layer> layers;
  private final PixelLayout layout;
  private final ColumnRule rule;
  private final MemoryPlan plan;
  private final Quantizer quantizer;
  private final Path scratchFolder;

  OrderedBlend(
      BlendJob job, ColumnRule rule, MemoryPlan plan, Quantizer quantizer, Path scratchFolder) {
    this.job = job;
    this.layers = job.layers();
    this.layout = job.layout();
    this.rule = rule;
    this.plan = plan;
    this.quantizer = quantizer;
    this.scratchFolder = scratchFolder;
  }

  /** Columns worked on at a time: fewer with more frames, so that all stay in the cache. */
  static int columnSamples(int frames) {
    return Math.max(64, Math.min(2048, CACHE_SAMPLES / frames / 64 * 64));
  }

  void run(PictureSink sink, NoiseProbe.Picture result) throws IOException {
    try (Workers workers = new Workers(plan.workers())) {
      if (cheap()) {
        combine(workers, openers(), false, sink, result);
      } else {
        try (Scratch scratch = new Scratch(scratchFolder, layout, layers.size())) {
          combine(workers, decoded(workers, scratch), true, sink, result);
        }
      }
    }
  }

  private boolean cheap() {
    for (Layer layer : layers) {
      try (PixelSource source = layer.opener().open()) {
        if (!source.anyRowsCheaply()) {
          return false;
        }
      } catch (UnreadableFrame e) {
        // Reading it will tell again, where the reason is kept.
        return false;
      }
    }
    return true;
  }

  private List<Layer.Opener> openers() {
    return layers.stream().map(Layer::opener).toList();
  }

  private List<Layer.Opener> decoded(Workers workers, Scratch scratch) {
    Layer.Opener[] openers = new Layer.Opener[layers.size()];
    int stripRows = MemoryPlan.stripRows(layout);
    AtomicInteger done = new AtomicInteger();
    workers.forEach(
        layers.size(),
        (index, worker) -> {
          short[] samples = new short[stripRows * layout.rowSamples()];
          ByteBuffer buffer = scratch.bufferFor(stripRows);
          try (PixelSource source = layers.get(index).opener().open()) {
            for (int row = 0; row < layout.height(); row += stripRows) {
              job.cancellation().check();
              int count = Math.min(stripRows, layout.height() - row);
              source.read(row, count, samples);
              job.look(index, row, count, i -> samples[i] & 0xffff);
              scratch.write(index, row, count, samples, buffer);
            }
            Coverage coverage = Coverage.of(source);
            Path file = layers.get(index).frame().file();
            openers[index] = () -> scratch.source(file, index, coverage);
          } catch (UnreadableFrame e) {
            job.drop(index, e);
          }
          job.watcher().step(done.incrementAndGet(), 2 * layers.size());
        });
    return Arrays.stream(openers).filter(Objects::nonNull).toList();
  }

  private void combine(
      Workers workers,
      List<Layer.Opener> openers,
      boolean probed,
      PictureSink sink,
      NoiseProbe.Picture result) {
    int frames = openers.size();
    if (frames == 0) {
      return;
    }
    int strips = (layout.height() + plan.bandRows() - 1) / plan.bandRows();
    AtomicInteger done = new AtomicInteger();
    Growing growing = new Growing();
    List<Strip> perWorker = new ArrayList<>();
    for (int w = 0; w < workers.count(); w++) {
      perWorker.add(new Strip(openers));
    }
    workers.forEach(
        strips,
        (strip, worker) -> {
          int firstRow = strip * plan.bandRows();
          int rows = Math.min(plan.bandRows(), layout.height() - firstRow);
          Strip mine = perWorker.get(worker);
          mine.read(firstRow, rows, !probed);
          ResultRows combined = mine.combine(firstRow, rows);
          if (result != null) {
            result.rows(firstRow, rows, combined::whole);
          }
          combined.into(sink, firstRow, rows);
          growing.add(firstRow, rows, combined, sink.header().depth());
          int part = (int) ((long) frames * done.incrementAndGet() / strips);
          job.watcher().step(probed ? frames + part : part, probed ? 2 * frames : frames);
        });
    growing.show();
  }

  /** One worker's strip of all frames. */
  private final class Strip {
    private final List<PixelSource> sources = new ArrayList<>();
    private final List<Layer.Opener> openers;
    private final short[][] samples;
    private final int[][] columns;
    private final int[][] gathered;

    Strip(List<Layer.Opener> openers) {
      this.openers = openers;
      int frames = openers.size();
      samples = new short[frames][plan.bandRows() * layout.rowSamples()];
      columns = new int[frames][columnSamples(frames)];
      gathered = new int[frames][1];
    }

    void read(int firstRow, int rows, boolean probe) throws UnreadableFrame {
      for (int f = 0; f < openers.size(); f++) {
        job.cancellation().check();
        if (sources.size() == f) {
          sources.add(openers.get(f).open());
        }
        sources.get(f).read(firstRow, rows, samples[f]);
        if (probe) {
          short[] read = samples[f];
          job.look(f, firstRow, rows, i -> read[i] & 0xffff);
        }
      }
    }

    ResultRows combine(int firstRow, int rows) {
      ResultRows result = quantizer.rows(rows * layout.rowSamples());
      int step = columns[0].length;
      for (int y = 0; y < rows; y++) {
        for (int x = 0; x < layout.rowSamples(); x += step) {
          int count = Math.min(step, layout.rowSamples() - x);
          combine(firstRow + y, x, count, y * layout.rowSamples() + x, result);
        }
      }
      return result;
    }

    private void combine(int row, int x, int count, int at, ResultRows result) {
      int whole = 0;
      boolean partly = false;
      int channels = layout.channels();
      for (int f = 0; f < samples.length && !partly; f++) {
        int from = sources.get(f).coveredFrom(row) * channels;
        int to = sources.get(f).coveredTo(row) * channels;
        if (from <= x && to >= x + count) {
          widen(samples[f], at, columns[whole++], count);
        } else {
          partly = from < x + count && to > x;
        }
      }
      if (partly || whole == 0) {
        oneByOne(row, x, count, at, result);
      } else {
        rule.combine(columns, whole, count, result, at);
      }
    }

    /** At the ragged edge of a moved frame, where each column has its own frames. */
    private void oneByOne(int row, int x, int count, int at, ResultRows result) {
      for (int i = 0; i < count; i++) {
        int column = (x + i) / layout.channels();
        int n = 0;
        for (int f = 0; f < samples.length; f++) {
          PixelSource source = sources.get(f);
          if (column >= source.coveredFrom(row) && column < source.coveredTo(row)) {
            gathered[n++][0] = samples[f][at + i] & 0xffff;
          }
        }
        if (n > 0) {
          rule.combine(gathered, n, 1, result, at + i);
        }
      }
    }
  }

  static void widen(short[] samples, int at, int[] column, int count) {
    for (int i = 0; i < count; i++) {
      column[i] = samples[at + i] & 0xffff;
    }
  }

  /** The preview, filled strip by strip. */
  private final class Growing {
    private final int step = Math.max(1, Math.max(layout.width(), layout.height()) / PREVIEW_SIDE);
    private final int width = Math.max(1, layout.width() / step);
    private final int height = Math.max(1, layout.height() / step);
    private final int[] argb = new int[job.watcher().wantsPictures() ? width * height : 0];
    private int strips;

    Growing() {
      Arrays.fill(argb, 0xff000000);
    }

    synchronized void add(int firstRow, int rows, ResultRows result, Depth depth) {
      if (argb.length == 0) {
        return;
      }
      int down = depth == Depth.EIGHT ? 0 : 8;
      for (int y = 0; y < rows; y++) {
        int row = (firstRow + y) / step;
        if ((firstRow + y) % step != 0 || row >= height) {
          continue;
        }
        for (int x = 0; x < width; x++) {
          int at = y * layout.rowSamples() + x * step * layout.channels();
          int red = result.whole(at) >> down;
          int green = layout.channels() == 1 ? red : result.whole(at + 1) >> down;
          int blue = layout.channels() == 1 ? red : result.whole(at + 2) >> down;
          argb[row * width + x] = 0xff000000 | red << 16 | green << 8 | blue;
        }
      }
      if (++strips % 64 == 0) {
        show();
      }
    }

    void show() {
      if (argb.length > 0) {
        job.watcher().picture(new Preview(width, height, argb.clone()));
      }
    }
  }

  /** The median; for an even number of frames the mean of the two middle samples. */
  static ColumnRule median(Quantizer quantizer) {
    ConcurrentHashMap<Integer, SortingNetwork> networks = new ConcurrentHashMap<>();
    return (columns, frames, count, result, at) -> {
      SortingNetwork network = networks.computeIfAbsent(frames, SortingNetwork::forMedian);
      network.run(columns, count);
      for (int i = 0; i < count; i++) {
        quantizer.ratio(result, at + i, network.twiceMedian(columns, i), 2);
      }
    };
  }

  /**
   * The mean of the samples within kappa sigma of the mean, found anew until none falls out (five
   * rounds at the most; common practice, no source).
   *
   * @param light the light of each sample value, 0..1, or null to average encoded values
   * @param white the input's sample value for white
   */
  static ColumnRule clippedMean(double kappa, double[] light, int white, Quantizer quantizer) {
    return (columns, frames, count, result, at) -> {
      double[] values = new double[frames];
      for (int i = 0; i < count; i++) {
        for (int f = 0; f < frames; f++) {
          int sample = columns[f][i];
          values[f] = light == null ? sample : light[sample];
        }
        double mean = ClippedMean.of(values, kappa);
        if (light == null) {
          quantizer.fraction(result, at + i, mean / white);
        } else {
          quantizer.light(result, at + i, mean);
        }
      }
    };
  }
}
