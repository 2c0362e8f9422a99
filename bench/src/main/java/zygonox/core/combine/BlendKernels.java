package zygonox.core.combine;

import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import zygonox.core.raster.ToneCurve;

/**
 * The inner loops of blending, each over one million samples: what a 24 MP frame costs is 72 times
 * as much. In the package of the loops, which are nobody else's business.
 */
@State(Scope.Thread)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 5, time = 1)
@Fork(1)
public class BlendKernels {
  private static final int SAMPLES = 1_000_000;
  private static final int FRAMES = 30;

  private final short[] kept = new short[SAMPLES];
  private final short[] samples = new short[SAMPLES];
  private final byte[] bytes = new byte[SAMPLES];
  private final long[] keptPacked = new long[SAMPLES / 8];
  private final long[] packed = new long[SAMPLES / 8];
  private final int[] totals = new int[SAMPLES];
  private final int[] light = ToneCurve.SRGB.lightUnits(8, 1 << 26);
  private final float[] floats = new float[SAMPLES];
  private final SortingNetwork network = SortingNetwork.forMedian(FRAMES);
  private final int column = OrderedBlend.columnSamples(FRAMES);
  private final int[][] columns = new int[FRAMES][column];

  @Setup
  public void fill() {
    Random random = new Random(1);
    for (int i = 0; i < SAMPLES; i++) {
      samples[i] = (short) random.nextInt();
      bytes[i] = (byte) samples[i];
      kept[i] = (short) random.nextInt();
      floats[i] = random.nextFloat();
    }
    for (int i = 0; i < packed.length; i++) {
      packed[i] = random.nextLong();
      keptPacked[i] = random.nextLong();
    }
  }

  @Benchmark
  public short[] lightenSixteenBits() {
    ExtremeAccumulator.lighten(kept, 0, samples, 0, SAMPLES);
    return kept;
  }

  @Benchmark
  public long[] lightenPackedEightBits() {
    PackedExtremeAccumulator.lighten(keptPacked, 0, packed, packed.length);
    return keptPacked;
  }

  @Benchmark
  public int[] meanOfStoredValues() {
    TotalAccumulator.addEncoded(totals, 0, bytes, SAMPLES);
    return totals;
  }

  @Benchmark
  public int[] meanOfLight() {
    TotalAccumulator.addLight(totals, 0, bytes, SAMPLES, light);
    return totals;
  }

  @Benchmark
  public int[] meanInLight() {
    LightTotal.add(totals, 0, floats, 0, SAMPLES, 1 << 16);
    return totals;
  }

  /** Thirty frames: a million samples of each. */
  @Benchmark
  public int medianOfThirty() {
    int sum = 0;
    for (int at = 0; at + column <= SAMPLES; at += column) {
      for (int f = 0; f < FRAMES; f++) {
        SampleColumns.widen(samples, (at + 977 * f) % (SAMPLES - column), columns[f], 0, column);
      }
      network.run(columns, column);
      sum += network.twiceMedian(columns, at % column);
    }
    return sum;
  }
}
