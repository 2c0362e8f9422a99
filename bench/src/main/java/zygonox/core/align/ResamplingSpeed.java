package zygonox.core.align;

import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/** Moving a frame of 12 megapixels and three channels, one core: 12 over the seconds is MP/s. */
@State(Scope.Thread)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(1)
public class ResamplingSpeed {
  private static final PixelLayout LAYOUT = new PixelLayout(4000, 3000, 3, 16);
  private static final int STRIP = 8;

  /** Degrees between frame and reference. */
  @Param({"0.05", "1", "5"})
  public double turn;

  @Param public Kernel kernel;

  private final float[] light = new float[64 * LAYOUT.rowSamples()];
  private final float[] strip = new float[STRIP * LAYOUT.rowSamples()];

  @Setup
  public void fill() {
    Random random = new Random(3);
    for (int i = 0; i < light.length; i++) {
      light[i] = random.nextFloat();
    }
  }

  private final class InMemory implements LightSource {
    @Override
    public PixelLayout layout() {
      return LAYOUT;
    }

    @Override
    public boolean anyRowsCheaply() {
      return true;
    }

    @Override
    public long heldBytes() {
      return 0;
    }

    @Override
    public void read(int firstRow, int rows, float[] into) {
      System.arraycopy(light, 0, into, 0, rows * LAYOUT.rowSamples());
    }

    @Override
    public void close() {
      // Holds nothing.
    }
  }

  @Benchmark
  public float[] move() throws UnreadableFrame {
    double angle = Math.toRadians(turn);
    double c = Math.cos(angle);
    double s = Math.sin(angle);
    Homography map = new Homography(new double[] {c, -s, 7.3, s, c, -4.6, 1e-7, -2e-7, 1});
    try (LightSource moved = Moved.onto(new InMemory(), new Placement(map), kernel)) {
      for (int y = 0; y < LAYOUT.height(); y += STRIP) {
        moved.read(y, STRIP, strip);
      }
    }
    return strip;
  }
}
