package zygonox.core.combine;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.concurrent.ConcurrentHashMap;
import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.ToneTable;

/** Columns of light: medians, and means of those that agree. */
final class LightColumns implements Columns<LightSource> {
  /** How columns become results. */
  interface Rule {
    /**
     * @param columns one row for each frame, changed by the call
     * @param weights of each row's frame
     */
    void combine(
        float[][] columns,
        double[] weights,
        int frames,
        int count,
        ResultRows result,
        int at,
        int step);
  }

  private final PixelLayout layout;
  private final Rule rule;
  private final ToneTable encoder;
  private final float[][] light;
  private final float[][] columns;
  private final double[] weights;

  private LightColumns(
      PixelLayout layout,
      Rule rule,
      ToneTable encoder,
      int frames,
      int rowsSamples,
      int columnSamples) {
    this.layout = layout;
    this.rule = rule;
    this.encoder = encoder;
    this.light = new float[frames][rowsSamples];
    this.columns = new float[frames][columnSamples];
    this.weights = new double[frames];
  }

  @Override
  public void read(int frame, LightSource source, int firstRow, int rows) throws UnreadableFrame {
    source.read(firstRow, rows, light[frame]);
  }

  @Override
  public NoiseProbe.Samples samples(int frame) {
    return (row, x, channel) ->
        Math.round(
            65_535 * encoder.encode(light[frame][RowOrder.PLANAR.index(layout, row, x, channel)]));
  }

  @Override
  public void gather(int frame, double weight, int from, int as, int at, int count) {
    weights[as] = weight;
    System.arraycopy(light[frame], from, columns[as], at, count);
  }

  @Override
  public void combine(int frames, int count, ResultRows result, int at, int step) {
    rule.combine(columns, weights, frames, count, result, at, step);
  }

  /** The median; for an even number of frames the mean of the two middle ones. */
  static Rule median(Quantizer quantizer) {
    ConcurrentHashMap<Integer, SortingNetwork> networks = new ConcurrentHashMap<>();
    return (columns, weights, frames, count, result, at, step) -> {
      SortingNetwork network = networks.computeIfAbsent(frames, SortingNetwork::forMedian);
      network.run(columns, count);
      network.medians(columns, count);
      quantizer.light(columns[0], 0, count, result, at, step);
    };
  }

  /** The mean of those that agree; see {@link ClippedMean}. */
  static Rule clippedMean(double kappa, Quantizer quantizer) {
    ConcurrentHashMap<Integer, SortingNetwork> networks = new ConcurrentHashMap<>();
    return (columns, weights, frames, count, result, at, step) -> {
      double[] values = new double[frames];
      double[] sorted = new double[frames];
      ClippedMean clipped = new ClippedMean(kappa);
      boolean even = Arrays.stream(weights, 0, frames).allMatch(w -> w == 1);
      if (even) {
        networks.computeIfAbsent(frames, SortingNetwork::sorting).run(columns, count);
      }
      for (int i = 0; i < count; i++) {
        for (int f = 0; f < frames; f++) {
          values[f] = columns[f][i];
        }
        double mean =
            even ? clipped.ofSorted(values, frames) : clipped.of(values, weights, frames, sorted);
        quantizer.light(result, at + i * step, mean);
        result.rejected()[at + i * step] = (short) clipped.rejected();
      }
    };
  }

  /** The light lane. */
  record Lane(PixelLayout layout, Rule rule, ToneTable encoder)
      implements Columns.Lane<LightSource> {
    @Override
    public RowOrder order() {
      return RowOrder.PLANAR;
    }

    @Override
    public int sampleBytes() {
      return Float.BYTES;
    }

    @Override
    public int keptBytes() {
      return Float.BYTES;
    }

    @Override
    public Columns<LightSource> columns(int frames, int rowsSamples, int columnSamples) {
      return new LightColumns(layout, rule, encoder, frames, rowsSamples, columnSamples);
    }

    @Override
    public void keep(
        Columns<LightSource> columns,
        Scratch scratch,
        int frame,
        int firstRow,
        int rows,
        ByteBuffer buffer)
        throws IOException {
      scratch.write(frame, firstRow, rows, ((LightColumns) columns).light[0], buffer);
    }

    @Override
    public LightSource kept(Scratch scratch, Path original, int frame, Coverage coverage) {
      return scratch.light(original, frame, coverage);
    }
  }
}
