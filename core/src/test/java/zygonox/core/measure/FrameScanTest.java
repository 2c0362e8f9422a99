package zygonox.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.stars.FoundStar;
import zygonox.core.stars.OrderStatistic;
import zygonox.core.stars.StarFinder;
import zygonox.core.work.Cancellation;

/** The one pass over a frame's samples, each part held against the same done the plainest way. */
class FrameScanTest {
  private static Raster noise(int width, int height, int channels, int bits, int most) {
    Raster raster = Raster.blank(new PixelLayout(width, height, channels, bits));
    Random random = new Random(7);
    for (int i = 0; i < raster.samples().length; i++) {
      raster.samples()[i] = (short) random.nextInt(most + 1);
    }
    return raster;
  }

  private static double grey(Raster raster, int x, int y) {
    double sum = 0;
    for (int c = 0; c < raster.layout().channels(); c++) {
      sum += raster.at(x, y, c);
    }
    return sum / raster.layout().channels() / raster.layout().white();
  }

  /** Heights with a last strip of one row, of less than its margin, and of one strip only. */
  @ParameterizedTest
  @CsvSource({
    "64, 64, 3, 8",
    "101, 257, 3, 8",
    "61, 129, 1, 8",
    "77, 300, 3, 16",
    "40, 5, 1, 16",
    "3, 3, 3, 8",
    "1, 1, 1, 8",
    "5, 700, 3, 16"
  })
  void everyPartIsWhatThePlainestWayGives(int width, int height, int channels, int bits) {
    Raster raster = noise(width, height, channels, bits, (1 << bits) - 1);

    FrameScan scan = FrameScan.of(raster, 100, new Cancellation());

    long clipped = 0;
    double bends = 0;
    int bent = 0;
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x++) {
        int full = 0;
        for (int c = 0; c < channels; c++) {
          full |= raster.at(x, y, c) == raster.layout().white() ? 1 : 0;
        }
        clipped += full;
        if (y % 4 == 0 && x > 1) {
          bends +=
              Math.abs(2 * grey(raster, x - 1, y) - grey(raster, x, y) - grey(raster, x - 2, y));
          bent++;
        }
      }
    }
    assertThat(scan.clipped()).isEqualTo((double) clipped / width / height);
    assertThat(scan.detail()).isCloseTo(bends / Math.max(1, bent), within(1e-5));
    assertThat(SkyLevel.of(raster).clipped()).isEqualTo(scan.clipped());
    SmallFrame small = scan.small();
    for (int y = 0; y < height / 4; y++) {
      for (int x = 0; x < width / 4; x++) {
        double mean = 0;
        for (int k = 0; k < 16; k++) {
          mean += grey(raster, 4 * x + k % 4, 4 * y + k / 4) / 16;
        }
        assertThat(small.rows()[y][x]).isCloseTo((float) mean, within(1e-6f));
      }
    }
  }

  @Test
  void clippingIsCountedOfDarkAndBrightRowsAlike() {
    Raster raster = noise(90, 200, 3, 8, 60);
    raster.samples()[0] = 255;
    raster.samples()[1] = 255;
    raster.samples()[90 * 3 * 199 + 89 * 3 + 2] = 255;
    // Bright, and yet no channel is full.
    Arrays.fill(raster.samples(), 90 * 3 * 50, 90 * 3 * 51, (short) 254);

    assertThat(FrameScan.of(raster, 10, new Cancellation()).clipped()).isEqualTo(2.0 / 90 / 200);
  }

  @Test
  void readInStripsOrFromMemoryTheStarsAreTheSame() throws UnreadableFrame {
    Raster raster = noise(300, 400, 1, 16, 900);
    for (int k = 0; k < 12; k++) {
      int x = 40 + 20 * k;
      int y = 30 + 31 * k;
      for (int dy = -3; dy <= 3; dy++) {
        for (int dx = -3; dx <= 3; dx++) {
          double light = 30_000 * Math.exp(-(dx * dx + dy * dy) / 2.0);
          raster.samples()[(y + dy) * 300 + x + dx] += (short) light;
        }
      }
    }

    List<FoundStar> ofMemory = FrameScan.of(raster, 50, new Cancellation()).stars();

    assertThat(ofMemory).hasSizeGreaterThanOrEqualTo(12);
    assertThat(new StarFinder(50).find(PixelSource.of(raster), new Cancellation()))
        .isEqualTo(ofMemory);
  }

  /** The left half is dimmed by haze: its stars are fainter than all of the right half's. */
  @Test
  void halfAreTheBrightestAndTheOthersLieInAllParts() throws UnreadableFrame {
    Raster raster = noise(640, 640, 1, 16, 900);
    for (int row = 0; row < 16; row++) {
      for (int column = 0; column < 16; column++) {
        double peak = (column < 8 ? 9_000 : 30_000) + 100 * row + 7 * column;
        for (int dy = -3; dy <= 3; dy++) {
          for (int dx = -3; dx <= 3; dx++) {
            int at = (40 * row + 20 + dy) * 640 + 40 * column + 20 + dx;
            raster.samples()[at] += (short) (peak * Math.exp(-(dx * dx + dy * dy) / 2.0));
          }
        }
      }
    }

    List<FoundStar> found = new StarFinder(100).find(PixelSource.of(raster), new Cancellation());

    assertThat(found).hasSize(100);
    assertThat(found).isSortedAccordingTo(Comparator.comparing(star -> -star.flux()));
    List<FoundStar> all = new StarFinder(300).find(PixelSource.of(raster), new Cancellation());
    assertThat(all).hasSize(256);
    assertThat(found.subList(0, 50)).isEqualTo(all.subList(0, 50));
    // Each of the 64 parts has four; those of the left have none among the brightest 50.
    for (int part = 0; part < 64; part++) {
      int left = part % 8 * 80;
      int top = part / 8 * 80;
      assertThat(found)
          .anyMatch(s -> s.x() >= left && s.x() < left + 80 && s.y() >= top && s.y() < top + 80);
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 10, 101, 4096})
  void anOrderStatisticIsThatOfTheSortedValues(int count) {
    Random random = new Random(count);
    float[] values = new float[count + 3];
    for (int round = 0; round < 20; round++) {
      for (int i = 0; i < values.length; i++) {
        // Many of them alike, some below zero.
        values[i] = random.nextInt(round % 2 == 0 ? 5 : 100_000) - 2;
      }
      float[] sorted = Arrays.copyOf(values, count);
      Arrays.sort(sorted);
      int rank = random.nextInt(count);
      assertThat(OrderStatistic.select(values, count, rank)).isEqualTo(sorted[rank]);
    }
  }

  @Test
  void theMeanAroundAPlaceIsThatOfItsSquareWithinThePicture() {
    float[][] rows = new float[60][41];
    Random random = new Random(3);
    for (float[] row : rows) {
      for (int x = 0; x < row.length; x++) {
        row[x] = random.nextFloat();
      }
    }

    float[][] around = Surround.of(rows);

    for (int y : new int[] {0, 11, 30, 59}) {
      for (int x : new int[] {0, 5, 20, 40}) {
        double sum = 0;
        int count = 0;
        for (int v = Math.max(0, y - 12); v <= Math.min(59, y + 12); v++) {
          for (int u = Math.max(0, x - 12); u <= Math.min(40, x + 12); u++) {
            sum += rows[v][u];
            count++;
          }
        }
        assertThat(around[y][x]).isCloseTo((float) (sum / count), within(1e-5f));
      }
    }
  }

  /** Of a picture with one line in it the strongest sum is that line's, whichever way it goes. */
  @ParameterizedTest
  @CsvSource({"0, 40, 63, 90", "0, 90, 63, 40", "64, 10, 127, 10", "64, 100, 127, 38"})
  void theStrongestLineIsTheOneThatIsThere(int x1, int y1, int x2, int y2) {
    float[][] columns = new float[150][120];
    for (int x = x1; x <= x2; x++) {
      columns[x][(int) Math.round(y1 + (y2 - y1) * (x - x1) / (double) (x2 - x1))] = 3;
    }

    LineSums sums = new LineSums(columns);
    StraightLine found = sums.strongest(8, null);

    assertThat(found.x1()).isEqualTo(x1);
    assertThat(found.x2()).isEqualTo(x2);
    assertThat(found.y1()).isCloseTo(y1, within(1.5));
    assertThat(found.y2()).isCloseTo(y2, within(1.5));
    // 64 places of 3 over a noise of 8; where the dyadic line misses a place it is a little less.
    assertThat(found.strength()).isBetween(18.0, 24.0);
    assertThat(sums.strongest(8, found)).isSameAs(found);
    assertThat(sums.strongest(25, null)).isNull();
    for (float[] column : columns) {
      Arrays.fill(column, 0);
    }
    assertThat(sums.strongest(1, null)).isNull();
  }
}
