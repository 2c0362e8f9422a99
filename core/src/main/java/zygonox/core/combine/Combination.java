package zygonox.core.combine;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Collectors;
import zygonox.core.format.Depth;
import zygonox.core.format.LightSource;
import zygonox.core.format.PictureSink;
import zygonox.core.format.PixelSource;
import zygonox.core.format.RowSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.quantity.ByteSize;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.ToneCurve;
import zygonox.core.raster.ToneTable;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Workers;

/**
 * Many frames on their way to one picture: takes contributions and gives light, knowing nothing of
 * what was done to them before. One of two engines, in one of two lanes, fitted into its memory
 * when it is made.
 *
 * @param <S> the lane
 */
public final class Combination<S extends RowSource> {
  private static final int LIGHT_WHITE = 65_535;

  /**
   * How frames are combined.
   *
   * @param averageIn for mean, clipped mean and sum in the exact lane
   * @param kappa clipped mean: how many sigma from the median still agree
   * @param layout the blend's grid, channels and input depth
   * @param curve of input and output
   * @param depth of the output
   * @param memory bound for pixel memory
   * @param writingBytes what writing the result holds of it
   * @param scratchFolder where decoded frames may be kept for as long as it takes
   * @param snapshot where a half-grown blend is kept
   * @param mapsRejected whether a clipped mean keeps what it leaves out at each pixel
   */
  public record Terms(
      BlendMethod method,
      AverageIn averageIn,
      double kappa,
      PixelLayout layout,
      ToneCurve curve,
      Depth depth,
      ByteSize memory,
      long writingBytes,
      Path scratchFolder,
      Snapshot snapshot,
      boolean mapsRejected) {}

  private interface Engine {
    void run(PictureSink sink, NoiseProbe.Picture result) throws IOException;
  }

  private final Terms terms;
  private final BlendJob<S> job;
  private final Coverage[] coverage;
  private final Optional<Rejection> rejection;
  private Engine engine;
  private MemoryPlan plan;
  private NoiseProbe.Picture result;

  private Combination(
      Terms terms,
      int probeWhite,
      List<Contribution<S>> frames,
      BlendWatcher watcher,
      Cancellation cancellation) {
    this.terms = terms;
    this.job = BlendJob.of(frames, terms.layout, probeWhite, watcher, cancellation);
    this.coverage = new Coverage[frames.size()];
    this.rejection =
        terms.method == BlendMethod.CLIPPED_MEAN
            ? Optional.of(new Rejection(terms.layout, terms.mapsRejected))
            : Optional.empty();
  }

  /** Stored samples as they are: exact. */
  public static Combination<PixelSource> exact(
      Terms terms,
      List<Contribution<PixelSource>> frames,
      BlendWatcher watcher,
      Cancellation cancellation) {
    PixelLayout layout = terms.layout;
    Combination<PixelSource> made =
        new Combination<>(terms, layout.white(), frames, watcher, cancellation);
    Quantizer quantizer = new Quantizer(terms.depth, terms.curve, layout.white());
    // Where samples are light themselves, or are averaged as they stand, whole numbers do.
    Optional<ToneCurve> light =
        terms.averageIn == AverageIn.ENCODED || terms.curve == ToneCurve.LINEAR
            ? Optional.empty()
            : Optional.of(terms.curve);
    switch (terms.method) {
      case LIGHTEN, DARKEN -> {
        boolean brightest = terms.method == BlendMethod.LIGHTEN;
        made.running(
            layout.bits() == 8
                ? new PackedExtremeAccumulator(brightest, layout, quantizer)
                : new ExtremeAccumulator(brightest, layout, quantizer),
            quantizer);
      }
      case MEAN, SUM ->
          made.running(
              new TotalAccumulator(
                  terms.method == BlendMethod.MEAN, light, layout, frames.size(), quantizer),
              quantizer);
      case MEDIAN ->
          made.ordered(new SampleColumns.Lane(layout, SampleColumns.median(quantizer)), quantizer);
      case CLIPPED_MEAN ->
          made.ordered(
              new SampleColumns.Lane(
                  layout, SampleColumns.clippedMean(terms.kappa, light, layout, quantizer)),
              quantizer);
    }
    return made;
  }

  /** Light, for frames that are developed, moved or weighted on their way. */
  public static Combination<LightSource> light(
      Terms terms,
      List<Contribution<LightSource>> frames,
      BlendWatcher watcher,
      Cancellation cancellation) {
    PixelLayout layout = terms.layout;
    Combination<LightSource> made =
        new Combination<>(terms, LIGHT_WHITE, frames, watcher, cancellation);
    Quantizer quantizer = new Quantizer(terms.depth, terms.curve, LIGHT_WHITE);
    ToneTable encoder = new ToneTable(terms.curve);
    switch (terms.method) {
      case LIGHTEN, DARKEN ->
          made.running(
              new LightExtreme(terms.method == BlendMethod.LIGHTEN, layout, terms.curve, quantizer),
              quantizer);
      case MEAN, SUM ->
          made.running(
              new LightTotal(
                  terms.method == BlendMethod.MEAN, layout, terms.curve, frames.size(), quantizer),
              quantizer);
      case MEDIAN ->
          made.ordered(
              new LightColumns.Lane(layout, LightColumns.median(quantizer), encoder), quantizer);
      case CLIPPED_MEAN ->
          made.ordered(
              new LightColumns.Lane(
                  layout, LightColumns.clippedMean(terms.kappa, quantizer), encoder),
              quantizer);
    }
    return made;
  }

  private void running(Accumulator<S> accumulator, Quantizer quantizer) {
    plan =
        MemoryPlan.running(
            terms.layout,
            accumulator.sampleBytes(),
            accumulator.stripSampleBytes(),
            heldBytes(),
            terms.writingBytes,
            job.contributions().size(),
            Workers.cores(),
            terms.memory);
    engine = new RunningBlend<>(job, accumulator, plan, quantizer, coverage, terms.snapshot)::run;
  }

  private void ordered(Columns.Lane<S> lane, Quantizer quantizer) {
    plan =
        MemoryPlan.ordered(
            terms.layout,
            lane.sampleBytes(),
            heldBytes(),
            terms.writingBytes,
            job.contributions().size(),
            Workers.cores(),
            terms.memory);
    engine =
        new OrderedBlend<>(
                job,
                lane,
                plan,
                quantizer,
                terms.scratchFolder,
                coverage,
                terms.snapshot,
                rejection)
            ::run;
  }

  /** What the hungriest of the frames holds while it is open. */
  private long heldBytes() {
    AtomicLong most = new AtomicLong();
    try (Workers crew = Workers.perCore()) {
      crew.forEach(
          coverage.length,
          (i, worker) -> {
            try (S source = job.contributions().get(i).opener().open()) {
              most.accumulateAndGet(source.heldBytes(), Math::max);
              coverage[i] = Coverage.of(source);
            } catch (UnreadableFrame e) {
              // Reading it will tell again, where the reason is kept.
              coverage[i] = Coverage.none(terms.layout.height());
            }
          });
    }
    return most.get();
  }

  /** Combines all frames, each row of the result going to the sink. */
  public void run(PictureSink sink) throws IOException {
    if (job.probe().works()) {
      result = job.probe().picture(terms.depth == Depth.EIGHT ? 255 : 65_535);
    }
    engine.run(sink, result);
  }

  /** Which frames cover what; those that were dropped so far cover nothing. */
  public CoverageMap coverage() {
    Set<Path> left = job.dropped().stream().map(FrameDropped::file).collect(Collectors.toSet());
    List<Coverage> taking = new ArrayList<>();
    for (int i = 0; i < coverage.length; i++) {
      if (!left.contains(job.contributions().get(i).frame().file())) {
        taking.add(coverage[i]);
      }
    }
    return new CoverageMap(terms.layout, taking);
  }

  /** What a clipped mean left out; empty for other methods. */
  public Optional<Rejection> rejection() {
    return rejection;
  }

  /** How many frames took part. */
  public int used() {
    return job.used();
  }

  /** Those that could not be read on the way. */
  public List<FrameDropped> dropped() {
    return List.copyOf(job.dropped());
  }

  /** Pixel memory that the plan takes. */
  public long memoryBytes() {
    return plan.bytes();
  }

  /** Noise before and after; empty for pictures too small to measure. */
  public Optional<NoiseGain> noise() {
    List<NoiseProbe.Picture> frames = job.probed().stream().filter(Objects::nonNull).toList();
    if (result == null || frames.isEmpty()) {
      return Optional.empty();
    }
    NoiseProbe.Outcome outcome = job.probe().compare(frames, result);
    return Optional.of(
        new NoiseGain(
            outcome.single(),
            outcome.stacked(),
            outcome.gain(),
            terms.method.expectedGain(job.used())));
  }
}
