package zygonox.core.combine;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.ToneCurve;

/** Columns of stored samples: exact medians, and means of those that agree. */
final class SampleColumns implements Columns<PixelSource> {
  /** How columns become results. */
  interface Rule {
    /**
     * @param columns one row for each frame, changed by the call
     */
    void combine(int[][] columns, int frames, int count, ResultRows result, int at, int step);
  }

  private final PixelLayout layout;
  private final Rule rule;
  private final short[][] samples;
  private final int[][] columns;

  private SampleColumns(
      PixelLayout layout, Rule rule, int frames, int rowsSamples, int columnSamples) {
    this.layout = layout;
    this.rule = rule;
    this.samples = new short[frames][rowsSamples];
    this.columns = new int[frames][columnSamples];
  }

  @Override
  public void read(int frame, PixelSource source, int firstRow, int rows) throws UnreadableFrame {
    source.read(firstRow, rows, samples[frame]);
  }

  @Override
  public NoiseProbe.Samples samples(int frame) {
    return (row, x, channel) ->
        samples[frame][RowOrder.INTERLEAVED.index(layout, row, x, channel)] & 0xffff;
  }

  @Override
  public void gather(int frame, double weight, int from, int as, int at, int count) {
    widen(samples[frame], from, columns[as], at, count);
  }

  static void widen(short[] samples, int from, int[] column, int at, int count) {
    for (int i = 0; i < count; i++) {
      column[at + i] = samples[from + i] & 0xffff;
    }
  }

  @Override
  public void combine(int frames, int count, ResultRows result, int at, int step) {
    rule.combine(columns, frames, count, result, at, step);
  }

  /** The median; for an even number of frames the mean of the two middle samples. */
  static Rule median(Quantizer quantizer) {
    ConcurrentHashMap<Integer, SortingNetwork> networks = new ConcurrentHashMap<>();
    return (columns, frames, count, result, at, step) -> {
      SortingNetwork network = networks.computeIfAbsent(frames, SortingNetwork::forMedian);
      network.run(columns, count);
      for (int i = 0; i < count; i++) {
        quantizer.ratio(result, at + i * step, network.twiceMedian(columns, i), 2);
      }
    };
  }

  /**
   * The mean of those that agree; see {@link ClippedMean}.
   *
   * @param curve of the light that is averaged; empty to average samples as they are
   */
  static Rule clippedMean(
      double kappa, Optional<ToneCurve> curve, PixelLayout layout, Quantizer quantizer) {
    float[] light = curve.map(c -> c.light(layout.bits())).orElse(null);
    ConcurrentHashMap<Integer, SortingNetwork> networks = new ConcurrentHashMap<>();
    return (columns, frames, count, result, at, step) -> {
      networks.computeIfAbsent(frames, SortingNetwork::sorting).run(columns, count);
      double[] values = new double[frames];
      ClippedMean clipped = new ClippedMean(kappa);
      for (int i = 0; i < count; i++) {
        for (int f = 0; f < frames; f++) {
          int sample = columns[f][i];
          values[f] = light == null ? sample : light[sample];
        }
        double mean = clipped.ofSorted(values, frames);
        if (light == null) {
          quantizer.fraction(result, at + i * step, mean / layout.white());
        } else {
          quantizer.light(result, at + i * step, mean);
        }
        result.rejected()[at + i * step] = (short) clipped.rejected();
      }
    };
  }

  /** The exact lane. */
  record Lane(PixelLayout layout, Rule rule) implements Columns.Lane<PixelSource> {
    @Override
    public RowOrder order() {
      return RowOrder.INTERLEAVED;
    }

    @Override
    public int sampleBytes() {
      return Short.BYTES;
    }

    @Override
    public int keptBytes() {
      return layout.bits() / 8;
    }

    @Override
    public Columns<PixelSource> columns(int frames, int rowsSamples, int columnSamples) {
      return new SampleColumns(layout, rule, frames, rowsSamples, columnSamples);
    }

    @Override
    public void keep(
        Columns<PixelSource> columns,
        Scratch scratch,
        int frame,
        int firstRow,
        int rows,
        ByteBuffer buffer)
        throws IOException {
      scratch.write(frame, firstRow, rows, ((SampleColumns) columns).samples[0], buffer);
    }

    @Override
    public PixelSource kept(Scratch scratch, Path original, int frame, Coverage coverage) {
      return scratch.samples(original, frame, coverage);
    }
  }
}
