package zygonox.core.align;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.assertj.core.api.Assertions.withinPercentage;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/** Resampling in two passes against the samples around each place. */
class MovedLightTest {
  private static final PixelLayout LAYOUT = new PixelLayout(700, 210, 3, 16);

  /** Waves that go beyond black and white, told by a formula. */
  private static final class Waves implements LightSource {
    private int readTwice;
    private int next;

    static double at(double x, double y, int channel) {
      return 0.4
          + 0.7 * Math.sin(x / 17 + channel) * Math.cos(y / 13 - channel)
          + 0.1 * Math.sin((x + 2 * y) / 9);
    }

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
      readTwice += firstRow < next ? 1 : 0;
      next = firstRow + rows;
      for (int y = 0; y < rows; y++) {
        for (int c = 0; c < 3; c++) {
          for (int x = 0; x < LAYOUT.width(); x++) {
            into[(y * 3 + c) * LAYOUT.width() + x] = (float) at(x, firstRow + y, c);
          }
        }
      }
    }

    @Override
    public void close() {
      next = 0;
    }
  }

  private static Homography map(double turn, double shiftX, double shiftY, double tilt) {
    double c = Math.cos(turn);
    double s = Math.sin(turn);
    return new Homography(new double[] {c, -s, shiftX, s, c, shiftY, tilt, -tilt / 2, 1});
  }

  private static float[] whole(LightSource source, int rows) throws UnreadableFrame {
    float[] whole = new float[LAYOUT.samples()];
    float[] strip = new float[rows * LAYOUT.rowSamples()];
    for (int y = 0; y < LAYOUT.height(); y += rows) {
      int count = Math.min(rows, LAYOUT.height() - y);
      source.read(y, count, strip);
      System.arraycopy(strip, 0, whole, y * LAYOUT.rowSamples(), count * LAYOUT.rowSamples());
    }
    return whole;
  }

  @Property(tries = 10)
  void everyCoveredPixelIsWhatTheFormulaSaysUpToTheRaggedEdge(
      @ForAll @DoubleRange(min = -0.2, max = 0.2) double turn,
      @ForAll @DoubleRange(min = -60, max = 60) double shiftX,
      @ForAll @DoubleRange(min = -60, max = 60) double shiftY,
      @ForAll @IntRange(min = -40, max = 40) int tiltMillionths,
      @ForAll @IntRange(min = 1, max = 40) int rows,
      @ForAll Kernel kernel)
      throws Exception {
    Homography map = map(turn, shiftX, shiftY, tiltMillionths / 1e6);
    if (!MovedLight.canMove(new Placement(map), LAYOUT)) {
      return;
    }
    Homography back = map.inverse();
    try (LightSource moved = new MovedLight(new Waves(), new Placement(map), kernel);
        LightSource direct = new TurnedLight(new Waves(), new Placement(map), kernel)) {
      float[] twoPasses = whole(moved, rows);
      float[] sixteen = whole(direct, 64);
      double offTruth = 0;
      double offDirect = 0;
      double offAtEdge = 0;
      for (int y = 0; y < LAYOUT.height(); y++) {
        assertThat(moved.covered(y)).isEqualTo(direct.covered(y));
        for (int x = moved.covered(y)[0]; x < moved.covered(y)[1]; x++) {
          double u = back.x(x, y);
          double v = back.y(x, y);
          boolean inside = u > 3 && v > 3 && u < LAYOUT.width() - 4 && v < LAYOUT.height() - 4;
          for (int c = 0; c < 3; c++) {
            int i = (y * 3 + c) * LAYOUT.width() + x;
            double off = Math.abs(twoPasses[i] - sixteen[i]);
            if (inside) {
              offTruth = Math.max(offTruth, Math.abs(twoPasses[i] - Waves.at(u, v, c)));
              offDirect = Math.max(offDirect, off);
            } else {
              offAtEdge = Math.max(offAtEdge, off);
            }
          }
        }
      }
      // Lanczos's weights do not quite follow a slope: 0.05 of a pixel.
      assertThat(offTruth).isLessThan(kernel == Kernel.CUBIC ? 6e-4 : 4e-3);
      assertThat(offDirect).isLessThan(kernel == Kernel.CUBIC ? 8e-4 : 4e-3);
      // Beside the edge the outermost pixels stand for what lies beyond, either way.
      assertThat(offAtEdge).isLessThan(0.03);
    }
  }

  @ParameterizedTest
  @EnumSource
  void aBentFrameIsWhatTheFormulaSays(Kernel kernel) throws Exception {
    Homography map = map(0.05, 12, -7, 1e-5);
    Homography back = map.inverse();
    List<HomographyFit.Pair> pairs = new ArrayList<>();
    for (int x = 5; x < LAYOUT.width(); x += 20) {
      for (int y = 5; y < LAYOUT.height(); y += 20) {
        double bentX = 2.5 * Math.sin(x / 400.0) + y / 100.0;
        double bentY = 2.5 * Math.cos(x / 450.0 + y / 200.0);
        pairs.add(new HomographyFit.Pair(back.x(x, y) + bentX, back.y(x, y) + bentY, x, y));
      }
    }
    Placement placement = new Placement(map, Bend.of(pairs, map, LAYOUT.width(), LAYOUT.height()));
    assertThat(placement.bends()).isTrue();
    try (LightSource moved = Moved.onto(new Waves(), placement, kernel);
        LightSource direct = new TurnedLight(new Waves(), placement, kernel)) {
      assertThat(moved).isInstanceOf(MovedLight.class);
      float[] twoPasses = whole(moved, 40);
      float[] sixteen = whole(direct, 64);
      double off = 0;
      double offDirect = 0;
      int compared = 0;
      for (int y = 0; y < LAYOUT.height(); y++) {
        assertThat(moved.covered(y)).isEqualTo(direct.covered(y));
        for (int x = moved.covered(y)[0]; x < moved.covered(y)[1]; x++) {
          double u = placement.backX(x, y);
          double v = placement.backY(x, y);
          assertThat(u).isBetween(0.0, LAYOUT.width() - 1.0);
          assertThat(v).isBetween(0.0, LAYOUT.height() - 1.0);
          if (u > 2 && v > 2 && u < LAYOUT.width() - 3 && v < LAYOUT.height() - 3) {
            compared++;
            for (int c = 0; c < 3; c++) {
              int i = (y * 3 + c) * LAYOUT.width() + x;
              off = Math.max(off, Math.abs(twoPasses[i] - Waves.at(u, v, c)));
              offDirect = Math.max(offDirect, Math.abs(sixteen[i] - Waves.at(u, v, c)));
            }
          }
        }
      }
      assertThat(compared).isGreaterThan(LAYOUT.width() * LAYOUT.height() * 3 / 4);
      // A fiftieth of a pixel on waves that rise by 0.05 from one to the next.
      assertThat(off).isLessThan(kernel == Kernel.CUBIC ? 2e-3 : 4e-3);
      assertThat(offDirect).isLessThan(kernel == Kernel.CUBIC ? 2e-3 : 4e-3);
    }
  }

  @Test
  void eachRowOfTheFrameIsReadOnce() throws Exception {
    Waves waves = new Waves();
    try (LightSource moved =
        new MovedLight(waves, new Placement(map(0.1, 5, -3, 0)), Kernel.CUBIC)) {
      whole(moved, 8);
      assertThat(waves.readTwice).isZero();
      assertThat(moved.heldBytes()).isLessThan((long) Float.BYTES * LAYOUT.samples());
      float[] row = new float[LAYOUT.rowSamples()];
      moved.read(3, 1, row);
      assertThat(waves.readTwice).isEqualTo(1);
    }
  }

  @Test
  void aFrameTurnedFarGoesTheOtherWay() throws Exception {
    Homography half = new Homography(new double[] {-1, 0, 699, 0, -1, 209, 0, 0, 1});
    assertThat(MovedLight.canMove(new Placement(half), LAYOUT)).isFalse();
    try (LightSource turned = Moved.onto(new Waves(), new Placement(half), Kernel.CUBIC)) {
      float[] row = new float[LAYOUT.rowSamples()];
      turned.read(9, 1, row);
      assertThat((double) row[LAYOUT.width() + 30]).isCloseTo(Waves.at(669, 200, 1), within(1e-5));
    }
  }

  private static final double SKY = 0.04;

  /** Bright, sharp stars on a noisy sky, each at another place between the pixels. */
  private static final class Stars implements LightSource {
    private final double noise;
    private final float[] light = new float[LAYOUT.samples()];

    Stars(double noise) {
      this.noise = noise;
      Random random = new Random(5);
      for (int i = 0; i < light.length; i++) {
        light[i] = (float) (SKY + noise * random.nextGaussian());
      }
      for (int k = 0; k < 60; k++) {
        double x = 20 + random.nextDouble() * (LAYOUT.width() - 40);
        double y = 20 + random.nextDouble() * (LAYOUT.height() - 40);
        for (int v = (int) y - 8; v <= y + 8; v++) {
          for (int u = (int) x - 8; u <= x + 8; u++) {
            double r2 = (u - x) * (u - x) + (v - y) * (v - y);
            for (int c = 0; c < 3; c++) {
              light[(v * 3 + c) * LAYOUT.width() + u] += 0.8 * Math.exp(-r2 / (2 * 0.85 * 0.85));
            }
          }
        }
      }
    }

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
      System.arraycopy(light, firstRow * LAYOUT.rowSamples(), into, 0, rows * LAYOUT.rowSamples());
    }

    double flux() {
      double flux = 0;
      for (float l : light) {
        flux += l - SKY;
      }
      return flux;
    }

    @Override
    public void close() {}
  }

  /** Seen in turned and in nearly upright frames alike; light is neither lost nor won by it. */
  @ParameterizedTest
  @EnumSource
  void noDarkRingsAreLeftAroundStars(Kernel kernel) throws Exception {
    Placement placement = new Placement(map(0.03, 3.3, -2.6, 0));
    Stars stars = new Stars(0);
    for (LightSource moved :
        List.of(
            new MovedLight(stars, placement, kernel), new TurnedLight(stars, placement, kernel))) {
      float[] seen = whole(moved, 32);
      double flux = 0;
      float least = 1;
      float most = 0;
      for (int y = 0; y < LAYOUT.height(); y++) {
        for (int x = moved.covered(y)[0]; x < moved.covered(y)[1]; x++) {
          for (int c = 0; c < 3; c++) {
            float light = seen[(y * 3 + c) * LAYOUT.width() + x];
            least = Math.min(least, light);
            most = Math.max(most, light);
            flux += light - SKY;
          }
        }
      }
      // The kernel alone goes down to less than nothing beside such stars.
      assertThat((double) least).isGreaterThan(SKY - 2e-3);
      assertThat(most).isGreaterThan(0.7f);
      assertThat(flux).isCloseTo(stars.flux(), withinPercentage(4));
    }
  }

  @ParameterizedTest
  @EnumSource
  void theSkysLevelStaysWhatItIs(Kernel kernel) throws Exception {
    double noise = 0.006;
    float[] seen =
        whole(new MovedLight(new Stars(noise), new Placement(map(0.03, 3.3, -2.6, 0)), kernel), 32);
    float[] inside = new float[LAYOUT.samples()];
    int count = 0;
    for (int y = 50; y < LAYOUT.height() - 50; y++) {
      for (int x = 50; x < LAYOUT.width() - 50; x++) {
        inside[count++] = seen[(y * 3 + 1) * LAYOUT.width() + x];
      }
    }
    double middle = zygonox.core.stars.OrderStatistic.select(inside, count, count / 2);
    assertThat(middle).isCloseTo(SKY, within(0.05 * noise));
  }

  /**
   * Waves of three pixels, moved by half a pixel: what remains of them is the sum of the weights
   * times the wave at their places.
   */
  @Test
  void fineWavesFadeLessByLanczos() {
    double[] kept = new double[2];
    for (Kernel kernel : Kernel.values()) {
      float[] weights = new float[kernel.taps()];
      kernel.weights(0.5, weights);
      double sum = 0;
      for (int k = 0; k < weights.length; k++) {
        sum += weights[k] * Math.cos(2 * Math.PI / 3 * (k - kernel.taps() / 2 + 0.5));
      }
      kept[kernel.ordinal()] = sum;
    }
    // Keys's weights there are (-1, 9, 9, -1) / 16: 9/8 cos 60 - 1/8 cos 180.
    assertThat(kept[0]).isCloseTo(9.0 / 16 + 1.0 / 8, within(1e-6));
    assertThat(kept[1]).isGreaterThan(kept[0] + 0.05).isLessThan(1.05);
  }
}
