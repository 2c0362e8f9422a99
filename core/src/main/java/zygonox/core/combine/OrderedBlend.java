package zygonox.core.combine;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Collectors;
import zygonox.core.format.Depth;
import zygonox.core.format.PictureSink;
import zygonox.core.format.RowSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.Cancelled;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workers;

/**
 * Blends by looking at the samples of all frames at one place: median and clipped mean. Reads
 * strips of every frame side by side; frames that only decode as a whole go through {@link Scratch}
 * first.
 *
 * @param <S> the lane it works in
 */
final class OrderedBlend<S extends RowSource> {
  /** Cache the columns of all frames should fit, in samples: half a megabyte. */
  private static final int CACHE_SAMPLES = 1 << 17;

  private static final long PREVIEW_NANOS = 250_000_000L;

  /** Finished rows have a file of their own. */
  private static final Snapshot.Content NOTHING = (file, samples) -> {};

  private final BlendJob<S> job;
  private final List<Contribution<S>> frames;
  private final PixelLayout layout;
  private final Columns.Lane<S> lane;
  private final MemoryPlan plan;
  private final Quantizer quantizer;
  private final Path scratchFolder;
  private final Snapshot snapshot;
  private final Coverage[] known;
  private final Optional<Rejection> rejection;
  private final Growing growing;
  private final AtomicLong lastPreview = new AtomicLong(System.nanoTime());

  /**
   * @param known which columns each frame covers
   * @param snapshot names the blend, for what a killed run decoded
   * @param rejection gets to know what is left out; empty for a method that leaves out nothing
   */
  OrderedBlend(
      BlendJob<S> job,
      Columns.Lane<S> lane,
      MemoryPlan plan,
      Quantizer quantizer,
      Path scratchFolder,
      Coverage[] known,
      Snapshot snapshot,
      Optional<Rejection> rejection) {
    this.known = known;
    this.rejection = rejection;
    this.snapshot = snapshot;
    this.job = job;
    this.frames = job.contributions();
    this.layout = job.layout();
    this.lane = lane;
    this.plan = plan;
    this.quantizer = quantizer;
    this.scratchFolder = scratchFolder;
    this.growing = new Growing(layout);
  }

  /** Columns worked on at a time: fewer with more frames, so that all stay in the cache. */
  static int columnSamples(int frames) {
    return Math.max(64, Math.min(2048, CACHE_SAMPLES / frames / 64 * 64));
  }

  void run(PictureSink sink, NoiseProbe.Picture result) throws IOException {
    try (Workers workers = new Workers(plan.workers())) {
      if (cheap()) {
        combineReadable(workers, sink, result);
      } else if (!wasFinished(workers, sink, result)) {
        throughScratch(workers, sink, result);
      }
    }
  }

  /**
   * Puts together what a killed run had finished, if it was a part of something that was not.
   *
   * @return whether it was so
   */
  private boolean wasFinished(Workers workers, PictureSink sink, NoiseProbe.Picture result) {
    Optional<Snapshot.Stage> stage =
        snapshot.stays() && snapshot.isThere()
            ? snapshot.load(NOTHING, row -> 0, frames.size(), job.probed())
            : Optional.empty();
    if (stage.isEmpty()) {
      return false;
    }
    List<Contribution<S>> taking = new ArrayList<>();
    Map<Integer, UnreadableFrame> left = new TreeMap<>();
    for (int i = 0; i < frames.size(); i++) {
      if (stage.get().added()[i]) {
        taking.add(frames.get(i));
        continue;
      }
      try (S source = frames.get(i).opener().open()) {
        decode(i, source, null);
        return false;
      } catch (UnreadableFrame e) {
        left.put(i, e);
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    }
    try (CombinedRows kept = kept(taking)) {
      for (int row = 0; row < layout.height(); row += plan.bandRows()) {
        if (!kept.holds(row)) {
          return false;
        }
      }
    }
    left.forEach(job::drop);
    combine(workers, taking, true, sink, result);
    return true;
  }

  /** Notes that all rows are finished and what they are of, for what this is a part of. */
  private void staying(List<Contribution<S>> taking) {
    if (snapshot.stays()) {
      boolean[] added = new boolean[frames.size()];
      Set<Frame> there = taking.stream().map(Contribution::frame).collect(Collectors.toSet());
      for (int i = 0; i < added.length; i++) {
        added[i] = there.contains(frames.get(i).frame());
      }
      snapshot.write(NOTHING, 0, new Snapshot.Stage(0, added, job.probed()));
    }
  }

  private void throughScratch(Workers workers, PictureSink sink, NoiseProbe.Picture result) {
    int bytes = lane.keptBytes();
    try (Scratch scratch = new Scratch(scratchFolder, snapshot, layout, bytes, frames.size())) {
      try {
        List<Contribution<S>> taking = decoded(workers, scratch);
        combine(workers, taking, true, sink, result);
        staying(taking);
        scratch.remove();
      } catch (WorkFailed | Cancelled e) {
        scratch.remove();
        throw e;
      }
    }
  }

  /** A frame that breaks off while rows of all are read is left out, and the rest begun anew. */
  private void combineReadable(Workers workers, PictureSink sink, NoiseProbe.Picture result) {
    List<Contribution<S>> taking = new ArrayList<>(frames);
    while (!taking.isEmpty()) {
      try {
        combine(workers, List.copyOf(taking), false, sink, result);
        return;
      } catch (BrokenOff e) {
        job.drop(frames.indexOf(e.frame), e.fault);
        taking.remove(e.frame);
      }
    }
  }

  /** A frame turned out to be damaged in the middle of the work. */
  private static final class BrokenOff extends RuntimeException {
    private static final long serialVersionUID = 1L;

    private final transient Contribution<?> frame;
    private final transient UnreadableFrame fault;

    BrokenOff(Contribution<?> frame, UnreadableFrame fault) {
      super(fault);
      this.frame = frame;
      this.fault = fault;
    }
  }

  private boolean cheap() {
    for (Contribution<S> frame : frames) {
      try (S source = frame.opener().open()) {
        if (!source.anyRowsCheaply()) {
          return false;
        }
      } catch (UnreadableFrame e) {
        // On the way through the scratch file it is left out with the reason.
        return false;
      }
    }
    return true;
  }

  private List<Contribution<S>> decoded(Workers workers, Scratch scratch) {
    List<Contribution<S>> kept = new ArrayList<>();
    frames.forEach(f -> kept.add(null));
    AtomicInteger done = new AtomicInteger();
    workers.forEach(
        frames.size(),
        (index, worker) -> {
          Path file = frames.get(index).frame().file();
          boolean there = scratch.holds(index);
          Contribution.Opener<S> again = () -> lane.kept(scratch, file, index, known[index]);
          try (S source = there ? again.open() : frames.get(index).opener().open()) {
            decode(index, source, there ? null : scratch);
            Contribution<S> contribution =
                new Contribution<>(frames.get(index).frame(), frames.get(index).weight(), again);
            synchronized (kept) {
              kept.set(index, contribution);
            }
          } catch (UnreadableFrame e) {
            job.drop(index, e);
          }
          job.watcher().step(done.incrementAndGet(), 2 * frames.size());
        });
    return kept.stream().filter(Objects::nonNull).toList();
  }

  /**
   * Goes through a frame from top to bottom.
   *
   * @param into where it is kept; null where it is already
   */
  private void decode(int index, S source, Scratch into) throws IOException, UnreadableFrame {
    int stripRows = MemoryPlan.stripRows(layout);
    Columns<S> strip = lane.columns(1, stripRows * layout.rowSamples(), 1);
    ByteBuffer buffer = into == null ? null : into.bufferFor(stripRows);
    for (int row = 0; row < layout.height(); row += stripRows) {
      job.cancellation().check();
      int count = Math.min(stripRows, layout.height() - row);
      strip.read(0, source, row, count);
      job.look(index, row, count, strip.samples(0));
      if (into != null) {
        lane.keep(strip, into, index, row, count, buffer);
      }
    }
    if (into != null) {
      into.done(index);
    }
  }

  private void combine(
      Workers workers,
      List<Contribution<S>> taking,
      boolean probed,
      PictureSink sink,
      NoiseProbe.Picture result) {
    if (taking.isEmpty()) {
      return;
    }
    try (CombinedRows kept = kept(taking)) {
      try {
        combine(workers, taking, kept, probed, sink, result);
        kept.done();
      } catch (WorkFailed | Cancelled | BrokenOff e) {
        kept.remove();
        throw e;
      }
    }
  }

  private CombinedRows kept(List<Contribution<S>> taking) {
    int which = taking.stream().map(c -> c.frame().file()).toList().hashCode();
    return new CombinedRows(scratchFolder, snapshot, layout.rowSamples(), plan.bandRows(), which);
  }

  private void combine(
      Workers workers,
      List<Contribution<S>> taking,
      CombinedRows kept,
      boolean probed,
      PictureSink sink,
      NoiseProbe.Picture result) {
    int count = taking.size();
    int strips = (layout.height() + plan.bandRows() - 1) / plan.bandRows();
    AtomicInteger done = new AtomicInteger();
    List<Strip> perWorker = new ArrayList<>();
    for (int w = 0; w < workers.count(); w++) {
      perWorker.add(new Strip(taking));
    }
    workers.forEach(
        strips,
        (strip, worker) -> {
          int firstRow = strip * plan.bandRows();
          int rows = Math.min(plan.bandRows(), layout.height() - firstRow);
          int samples = rows * layout.rowSamples();
          ResultRows combined =
              rejection.isPresent() ? quantizer.countedRows(samples) : quantizer.rows(samples);
          boolean there = kept.read(firstRow, rows, combined);
          // Of rows that are there already the frames' are read only where their noise is measured.
          if (!there || !probed && job.probe().looksAt(firstRow, rows)) {
            Strip mine = perWorker.get(worker);
            mine.read(firstRow, rows, !probed);
            if (!there) {
              mine.combine(firstRow, rows, combined);
              kept.keep(firstRow, rows, combined);
            }
          }
          if (result != null) {
            result.rows(firstRow, rows, combined.samples(layout));
          }
          rejection.ifPresent(l -> l.rows(firstRow, rows, combined));
          combined.into(sink, firstRow, rows);
          int ready = done.incrementAndGet();
          show(firstRow, rows, combined, sink.header().depth(), ready == strips);
          int part = (int) ((long) count * ready / strips);
          job.watcher().step(probed ? count + part : part, probed ? 2 * count : count);
        });
    perWorker.forEach(Strip::close);
  }

  private void show(int firstRow, int rows, ResultRows combined, Depth depth, boolean last) {
    if (!job.watcher().wantsPictures()) {
      return;
    }
    int down = depth == Depth.EIGHT ? 0 : 8;
    NoiseProbe.Samples samples = combined.samples(layout);
    growing.fill(
        firstRow, rows, (row, x, channel) -> samples.at(row - firstRow, x, channel) >> down);
    long now = System.nanoTime();
    long shown = lastPreview.get();
    if ((last || now - shown >= PREVIEW_NANOS) && lastPreview.compareAndSet(shown, now)) {
      job.watcher().picture(growing.picture());
    }
  }

  /** One worker's strip of all frames. */
  private final class Strip {
    private final List<S> sources = new ArrayList<>();
    private final List<Contribution<S>> taking;
    private final double[] weights;
    private final Columns<S> columns;
    private final int step;

    Strip(List<Contribution<S>> taking) {
      this.taking = taking;
      this.weights = taking.stream().mapToDouble(Contribution::weight).toArray();
      this.step = columnSamples(taking.size());
      this.columns = lane.columns(taking.size(), plan.bandRows() * layout.rowSamples(), step);
    }

    void read(int firstRow, int rows, boolean probe) {
      for (int f = 0; f < taking.size(); f++) {
        job.cancellation().check();
        try {
          if (sources.size() == f) {
            sources.add(taking.get(f).opener().open());
          }
          columns.read(f, sources.get(f), firstRow, rows);
        } catch (UnreadableFrame e) {
          throw new BrokenOff(taking.get(f), e);
        }
        if (probe) {
          job.look(frames.indexOf(taking.get(f)), firstRow, rows, columns.samples(f));
        }
      }
    }

    void combine(int firstRow, int rows, ResultRows result) {
      RowOrder order = lane.order();
      int length = order.lineSamples(layout);
      int lines = order.lines(layout);
      int samples = order.pixelSamples(layout);
      for (int y = 0; y < rows; y++) {
        Stretches stretches = Stretches.of(sources, firstRow + y, layout.width());
        for (int line = 0; line < lines; line++) {
          int start = (y * lines + line) * length;
          int into = y * layout.rowSamples() + line;
          for (int x = 0, end; x < length; x = end) {
            int column = x / samples;
            end = Math.min(x + step, stretches.end(column) * samples);
            together(stretches, column, start + x, end - x, result, into + x * lines);
          }
        }
      }
    }

    /** A piece of a line that the same frames cover; its result goes where {@code into} says. */
    private void together(
        Stretches stretches, int column, int at, int count, ResultRows result, int into) {
      int n = 0;
      for (int f = 0; f < sources.size(); f++) {
        if (stretches.covers(f, column)) {
          columns.gather(f, weights[f], at, n++, 0, count);
        }
      }
      if (n > 0) {
        columns.combine(n, count, result, into, lane.order().lines(layout));
      }
    }

    void close() {
      sources.forEach(RowSource::close);
    }
  }
}
