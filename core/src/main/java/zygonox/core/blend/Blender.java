package zygonox.core.blend;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.stream.Collectors;
import zygonox.core.align.Alignment;
import zygonox.core.align.MovedSource;
import zygonox.core.align.StarAligner;
import zygonox.core.frame.DecodeMemory;
import zygonox.core.frame.Depth;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameReader;
import zygonox.core.frame.FrameSet;
import zygonox.core.frame.OutputFormat;
import zygonox.core.frame.PictureHeader;
import zygonox.core.frame.PictureSink;
import zygonox.core.frame.PixelSource;
import zygonox.core.frame.UnreadableFrame;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.ToneCurve;
import zygonox.core.work.Cancellation;
import zygonox.core.work.WholeFile;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workers;

/**
 * Makes one picture of many frames. Frames are read, moved and combined by the strip: memory stays
 * within its bound however many there are.
 */
public final class Blender {
  private static final int MOST_FRAMES = 65_537;

  private final BlendMethod method;
  private final BlendOptions options;

  public Blender(BlendMethod method, BlendOptions options) {
    this.method = method;
    this.options = options;
  }

  /**
   * Blends frames into a file.
   *
   * @param set frames in order, and what of the set was unreadable
   * @param target the output; its name chooses the format
   * @throws InvalidInput when an option does not fit the frames or the output's place is wrong
   * @throws WorkFailed when no frame is left, or reading or writing fails; nothing is written then
   * @throws zygonox.core.work.Cancelled on cancellation; nothing is written then
   */
  public BlendResult blend(
      FrameSet set,
      Path target,
      WholeFile.IfPresent ifPresent,
      BlendWatcher watcher,
      Cancellation cancellation) {
    long start = System.nanoTime();
    OutputFormat format = OutputFormat.of(target);
    WholeFile.checkPlace(target, ifPresent);
    List<FrameDropped> dropped = new ArrayList<>();
    set.unreadable()
        .forEach(
            u -> dropped.add(new FrameDropped(u.file(), new FrameDropped.Unreadable(u.fault()))));
    List<Frame> alike = alike(set.frames(), dropped);
    int given = set.frames().size() + set.unreadable().size();

    Optional<StarAligner.Outcome> aligned =
        options.align() == BlendOptions.Align.STARS
            ? Optional.of(align(alike, dropped, watcher, cancellation))
            : Optional.empty();
    List<Frame> frames = aligned.map(StarAligner.Outcome::frames).orElse(alike);
    PixelLayout layout = commonLayout(frames, aligned.isPresent());
    Depth depth = options.depth().orElse(format.nearest(usualDepth(frames)));
    try (DecodeMemory memory = new DecodeMemory()) {
      List<Layer> layers = layers(frames, layout, aligned, memory);
      BlendJob job = BlendJob.of(layers, layout, watcher, cancellation);
      Written written = write(job, depth, format, target, ifPresent);
      dropped.addAll(job.dropped());
      return new BlendResult(
          method,
          target,
          given,
          job.used(),
          List.copyOf(dropped),
          layout.width(),
          layout.height(),
          (System.nanoTime() - start) / 1e9,
          written.memory(),
          aligned.map(a -> a.reference().file()),
          aligned.map(StarAligner.Outcome::alignments).orElse(List.of()),
          written.noise());
    }
  }

  private record Written(long memory, Optional<BlendResult.NoiseGain> noise) {}

  private Written write(
      BlendJob job, Depth depth, OutputFormat format, Path target, WholeFile.IfPresent ifPresent) {
    PixelLayout layout = job.layout();
    PictureHeader header =
        new PictureHeader(
            layout.width(),
            layout.height(),
            layout.channels(),
            depth,
            job.layers().get(0).frame().info().upright(),
            options.jpeg(),
            () -> describe(job.used()));
    long writing = format.heldBytes(layout.samples(), depth);
    Engine engine = engine(job, depth, writing, target.toAbsolutePath().getParent());
    NoiseProbe.Picture result =
        job.probe().works() ? job.probe().picture(depth == Depth.EIGHT ? 255 : 65535) : null;
    format.write(
        target,
        ifPresent,
        header,
        sink -> {
          engine.work().run(sink, result);
          if (job.used() == 0) {
            throw new WorkFailed(
                "None of the frames could be read, %s the first of them; nothing was written"
                    .formatted(job.dropped().get(0).file()));
          }
        });
    return new Written(engine.memory(), noise(job, result));
  }

  private String describe(int used) {
    String moved = options.align() == BlendOptions.Align.STARS ? ", aligned on stars" : "";
    return "%s of %d frames%s".formatted(method.term(), used, moved);
  }

  /** Frames of the size and the colours most have; the others are dropped with the reason. */
  private static List<Frame> alike(List<Frame> frames, List<FrameDropped> dropped) {
    if (frames.isEmpty()) {
      throw new WorkFailed(
          "There is no readable frame to blend; name pictures or a folder of them");
    }
    if (frames.size() > MOST_FRAMES) {
      throw new InvalidInput(
          frames.size() + " frames are too many for one blend; it takes at most " + MOST_FRAMES);
    }
    List<Frame> ofOneSize = likeMost(frames, Blender::size, FrameDropped.OtherSize::new, dropped);
    return likeMost(ofOneSize, f -> f.info().colours(), FrameDropped.OtherColours::new, dropped);
  }

  /** Frames that share with most of them what is asked for; the others are dropped. */
  private static <T> List<Frame> likeMost(
      List<Frame> frames,
      Function<Frame, T> asked,
      BiFunction<T, T, FrameDropped.Reason> reason,
      List<FrameDropped> dropped) {
    Map<T, Long> counts =
        frames.stream().collect(Collectors.groupingBy(asked, Collectors.counting()));
    long most = counts.values().stream().mapToLong(Long::longValue).max().orElseThrow();
    // Of those equally frequent the one that comes first.
    T usual = frames.stream().map(asked).filter(t -> counts.get(t) == most).findFirst().get();
    List<Frame> alike = new ArrayList<>();
    for (Frame frame : frames) {
      T own = asked.apply(frame);
      if (own.equals(usual)) {
        alike.add(frame);
      } else {
        dropped.add(new FrameDropped(frame.file(), reason.apply(own, usual)));
      }
    }
    return alike;
  }

  private static String size(Frame frame) {
    return frame.layout().width() + " x " + frame.layout().height();
  }

  private StarAligner.Outcome align(
      List<Frame> frames,
      List<FrameDropped> dropped,
      BlendWatcher watcher,
      Cancellation cancellation) {
    StarAligner.Outcome outcome =
        new StarAligner(options.reference()).align(frames, watcher, cancellation);
    outcome
        .failures()
        .forEach(f -> dropped.add(new FrameDropped(f.file(), new FrameDropped.NotAligned(f))));
    if (outcome.frames().size() < 2 && frames.size() > 1) {
      throw new WorkFailed(
          "No two of the frames show the same stars, so none can be aligned; leave alignment out or choose frames with at least %d stars"
              .formatted(StarAligner.FEWEST_STARS));
    }
    return outcome;
  }

  private static PixelLayout commonLayout(List<Frame> frames, boolean moved) {
    PixelLayout first = frames.get(0).layout();
    int channels = frames.stream().mapToInt(f -> f.layout().channels()).max().orElseThrow();
    int bits = frames.stream().mapToInt(f -> f.layout().bits()).max().orElseThrow();
    // A moved sample lies between whole values: it is worth the finer scale.
    return new PixelLayout(first.width(), first.height(), channels, moved ? 16 : bits);
  }

  /** What lies between samples of 8 bits is kept; extremes are as deep as the frames. */
  private Depth usualDepth(List<Frame> frames) {
    boolean deep = frames.stream().anyMatch(f -> f.layout().bits() == 16);
    return deep || method.isBetweenSamples() ? Depth.SIXTEEN : Depth.EIGHT;
  }

  private static List<Layer> layers(
      List<Frame> frames,
      PixelLayout layout,
      Optional<StarAligner.Outcome> aligned,
      DecodeMemory memory) {
    Map<Path, Alignment> moves =
        aligned.map(StarAligner.Outcome::alignments).orElse(List.of()).stream()
            .collect(Collectors.toMap(Alignment::file, Function.identity()));
    return frames.stream()
        .map(frame -> new Layer(frame, () -> open(frame, layout, moves.get(frame.file()), memory)))
        .toList();
  }

  private static PixelSource open(
      Frame frame, PixelLayout layout, Alignment move, DecodeMemory memory) throws UnreadableFrame {
    PixelSource source = FrameReader.open(frame, memory);
    if (!source.layout().equals(layout)) {
      source = new AdaptedSource(source, layout);
    }
    return move == null || move.isIdentity() ? source : new MovedSource(source, move.matrix());
  }

  /** One of the two ways to work, made ready, with the memory it takes. */
  private record Engine(Run work, long memory) {}

  private interface Run {
    void run(PictureSink sink, NoiseProbe.Picture result) throws IOException;
  }

  private Engine engine(BlendJob job, Depth depth, long writing, Path scratchFolder) {
    PixelLayout layout = job.layout();
    Quantizer quantizer = new Quantizer(depth, curve(job), layout.white());
    int frames = job.layers().size();
    long held = heldBytes(job.layers());
    if (method.needsAllAtOnce()) {
      MemoryPlan plan =
          MemoryPlan.ordered(layout, held, writing, frames, Workers.cores(), options.memory());
      OrderedBlend blend =
          new OrderedBlend(job, rule(job, quantizer), plan, quantizer, scratchFolder);
      return new Engine(blend::run, plan.bytes());
    }
    Accumulator accumulator = accumulator(job, frames, quantizer);
    MemoryPlan plan =
        MemoryPlan.running(
            layout,
            accumulator.sampleBytes(),
            held,
            writing,
            frames,
            Workers.cores(),
            options.memory());
    return new Engine(new RunningBlend(job, accumulator, plan, quantizer)::run, plan.bytes());
  }

  /** What the hungriest of the frames holds while it is open. */
  private static long heldBytes(List<Layer> layers) {
    long most = 0;
    for (Layer layer : layers) {
      try (PixelSource source = layer.opener().open()) {
        most = Math.max(most, source.heldBytes());
      } catch (UnreadableFrame e) {
        // Reading it will tell again, where the reason is kept.
        continue;
      }
    }
    return most;
  }

  private Accumulator accumulator(BlendJob job, int frames, Quantizer quantizer) {
    PixelLayout layout = job.layout();
    return switch (method) {
      case LIGHTEN, DARKEN -> {
        boolean brightest = method == BlendMethod.LIGHTEN;
        yield layout.bits() == 8
            ? new PackedExtremeAccumulator(brightest, quantizer)
            : new ExtremeAccumulator(brightest, layout.white(), quantizer);
      }
      case MEAN, SUM ->
          new TotalAccumulator(
              method == BlendMethod.MEAN, light(job), layout.bits(), frames, quantizer);
      case MEDIAN, CLIPPED_MEAN -> throw new IllegalStateException(method + " does not accumulate");
    };
  }

  /** All frames of a blend have the same. */
  private static ToneCurve curve(BlendJob job) {
    return job.layers().get(0).frame().info().colours().curve();
  }

  /** The curve of the light that is averaged; empty where samples are, or are light themselves. */
  private Optional<ToneCurve> light(BlendJob job) {
    return options.averageIn() == AverageIn.ENCODED || curve(job) == ToneCurve.LINEAR
        ? Optional.empty()
        : Optional.of(curve(job));
  }

  private OrderedBlend.ColumnRule rule(BlendJob job, Quantizer quantizer) {
    PixelLayout layout = job.layout();
    if (method == BlendMethod.MEDIAN) {
      return OrderedBlend.median(quantizer);
    }
    Optional<ToneCurve> curve = light(job);
    double[] light = null;
    if (curve.isPresent()) {
      light = new double[layout.white() + 1];
      for (int v = 0; v < light.length; v++) {
        light[v] = curve.get().toLight((double) v / layout.white());
      }
    }
    return OrderedBlend.clippedMean(options.kappa(), light, layout.white(), quantizer);
  }

  private Optional<BlendResult.NoiseGain> noise(BlendJob job, NoiseProbe.Picture result) {
    List<NoiseProbe.Picture> frames = job.probed().stream().filter(Objects::nonNull).toList();
    if (result == null || frames.isEmpty()) {
      return Optional.empty();
    }
    NoiseProbe.Outcome outcome = job.probe().compare(frames, result);
    return Optional.of(
        new BlendResult.NoiseGain(
            outcome.single(), outcome.stacked(), outcome.gain(), method.expectedGain(job.used())));
  }
}
