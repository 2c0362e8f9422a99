package zygonox.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.hipparchus.stat.descriptive.moment.StandardDeviation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.PictureReader;
import zygonox.core.format.PixelSource;
import zygonox.core.frame.Frame;
import zygonox.core.frame.TestPictures;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.stars.FoundStar;
import zygonox.core.stars.StarFinder;
import zygonox.core.work.Cancellation;

class MeasureTest {
  @TempDir Path folder;

  @ParameterizedTest
  // W. Dixon and F. Massey, Introduction to Statistical Analysis, table of estimates (from memory).
  @CsvSource({"2, 1.000", "3, 0.743", "4, 0.838", "5, 0.697", "6, 0.776", "7, 0.679", "10, 0.723"})
  void theMedianIsAsEfficientAsPublished(int n, double efficiency) {
    assertThat(MedianEfficiency.of(n)).isCloseTo(efficiency, within(0.001));
  }

  @Test
  void theMedianOfManyTendsToTwoOverPi() {
    assertThat(MedianEfficiency.of(99)).isCloseTo(2 / Math.PI, within(0.006));
    assertThat(MedianEfficiency.of(5000)).isEqualTo(2 / Math.PI);
  }

  @ParameterizedTest
  @CsvSource({"0.5", "1.3", "7", "250"})
  void sigmaIsFoundThroughRoundingAndOutliers(double sigma) {
    Random random = new Random(3);
    int[] differences = new int[40_000];
    double[] values = new double[differences.length];
    for (int i = 0; i < differences.length; i++) {
      values[i] = sigma * random.nextGaussian();
      long a = Math.round(1000 + values[i]);
      long b = Math.round(1000 + sigma * random.nextGaussian());
      differences[i] = (int) (a - b);
    }
    double truth = new StandardDeviation().evaluate(values);
    for (int i = 0; i < 400; i++) {
      differences[i * 100] = 30_000;
    }
    double found = Noise.sigma(differences, differences.length);
    // Rounding to whole samples adds a noise of its own, 1/12 of a square sample.
    assertThat(found).isCloseTo(Math.sqrt(truth * truth + 1 / 12.0), within(0.04 * sigma + 0.06));
  }

  private record TrueStar(double x, double y) {}

  private List<FoundStar> find(Raster raster) throws Exception {
    Path file = TestPictures.write(folder.resolve("s.tif"), raster, FrameInfo.UNKNOWN);
    try (PixelSource source = PictureReader.open(Frame.look(file))) {
      return new StarFinder(500).find(source, new Cancellation());
    }
  }

  @ParameterizedTest
  @CsvSource({"0.8", "1.2", "1.8"})
  void starsAreFoundToATenthOfAPixel(double sigma) throws Exception {
    PixelLayout layout = new PixelLayout(800, 700, 1, 16);
    Random random = new Random(11);
    double[] light = new double[layout.samples()];
    List<TrueStar> truth = new ArrayList<>();
    for (int gy = 0; gy < 10; gy++) {
      for (int gx = 0; gx < 12; gx++) {
        TrueStar star =
            new TrueStar(
                40 + 62 * gx + 10 * random.nextDouble(), 40 + 66 * gy + 10 * random.nextDouble());
        truth.add(star);
        for (int y = (int) star.y - 9; y <= star.y + 9; y++) {
          for (int x = (int) star.x - 9; x <= star.x + 9; x++) {
            double r2 = (x - star.x) * (x - star.x) + (y - star.y) * (y - star.y);
            light[y * 800 + x] += 9000 * Math.exp(-r2 / (2 * sigma * sigma));
          }
        }
      }
    }
    Raster raster = Raster.blank(layout);
    for (int i = 0; i < light.length; i++) {
      raster.samples()[i] = (short) Math.round(6000 + light[i] + 150 * random.nextGaussian());
    }
    // Hot pixels are no stars.
    for (int k = 0; k < 40; k++) {
      raster.samples()[(15 + 16 * k) * 800 + 20 + k] = (short) 60_000;
    }
    List<FoundStar> found = find(raster);
    assertThat(found).hasSizeBetween(118, 124);
    double squares = 0;
    for (TrueStar star : truth) {
      double nearest =
          found.stream()
              .mapToDouble(f -> Math.hypot(f.x() - star.x, f.y() - star.y))
              .min()
              .orElseThrow();
      squares += nearest * nearest / truth.size();
    }
    assertThat(Math.sqrt(squares)).isLessThan(0.1);
  }

  @Test
  void anEdgeAndAnEmptySkyHoldNoStars() throws Exception {
    PixelLayout layout = new PixelLayout(400, 300, 3, 16);
    Raster raster = Raster.blank(layout);
    Random random = new Random(2);
    for (int y = 0; y < 300; y++) {
      for (int x = 0; x < 400; x++) {
        for (int c = 0; c < 3; c++) {
          int level = y < 180 + 20 * Math.sin(x / 30.0) ? 9000 : 500;
          raster.samples()[(y * 400 + x) * 3 + c] =
              (short) Math.max(0, Math.round(level + 120 * random.nextGaussian()));
        }
      }
    }
    assertThat(find(raster)).hasSizeLessThan(3);
  }
}
