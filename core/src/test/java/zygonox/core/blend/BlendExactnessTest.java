package zygonox.core.blend;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.hipparchus.stat.descriptive.rank.Max;
import org.hipparchus.stat.descriptive.rank.Median;
import org.hipparchus.stat.descriptive.rank.Min;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import zygonox.core.frame.Depth;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameInfo;
import zygonox.core.frame.FrameReader;
import zygonox.core.frame.FrameSet;
import zygonox.core.frame.JpegQuality;
import zygonox.core.frame.TestPictures;
import zygonox.core.quantity.ByteSize;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.Srgb;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.WholeFile.IfPresent;

/**
 * Each method against an independent account of it: maximum, minimum and median by Hipparchus 3.1,
 * the mean in exact whole numbers. Frames come shuffled, whole and banded, cheap to read by rows
 * and not: the outcome must not depend on it.
 */
class BlendExactnessTest {
  @TempDir Path folder;

  private final Random random = new Random(7);

  private List<Raster> frames(PixelLayout layout, int count, String extension) {
    List<Raster> rasters = new ArrayList<>();
    List<Integer> order = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      rasters.add(TestPictures.random(layout, random.nextLong()));
      order.add(i);
    }
    Collections.shuffle(order, random);
    for (int i : order) {
      Path file = folder.resolve("f" + i + "." + extension);
      TestPictures.write(file, rasters.get(i), FrameInfo.UNKNOWN);
    }
    return rasters;
  }

  private Raster blend(BlendMethod method, BlendOptions options, String name) throws Exception {
    FrameSet set = FrameFinder.find(List.of(folder), Progress.NONE, new Cancellation());
    Path parent = folder.resolveSibling(folder.getFileName() + "-out");
    Files.createDirectories(parent);
    Path out = parent.resolve(name);
    BlendResult result =
        new Blender(method, options)
            .blend(set, out, IfPresent.REPLACE, BlendWatcher.NONE, new Cancellation());
    assertThat(result.used()).isEqualTo(set.frames().size());
    return FrameReader.readWhole(FrameReader.look(out));
  }

  private static BlendOptions options(AverageIn averageIn, Depth depth, String memory) {
    return new BlendOptions(
        BlendOptions.Align.NONE,
        Optional.empty(),
        averageIn,
        3,
        Optional.ofNullable(depth),
        JpegQuality.USUAL,
        ByteSize.parse(memory));
  }

  private interface Expected {
    int of(double[] column);
  }

  private static void check(Raster result, List<Raster> frames, Expected expected) {
    double[] column = new double[frames.size()];
    for (int i = 0; i < result.layout().samples(); i++) {
      for (int f = 0; f < column.length; f++) {
        column[f] = frames.get(f).samples()[i] & 0xffff;
      }
      assertThat(result.samples()[i] & 0xffff).isEqualTo(expected.of(column));
    }
  }

  private static int halfUp(double value) {
    return (int) Math.floor(value + 0.5);
  }

  @ParameterizedTest
  @CsvSource({
    "1, 3, 8, tif, 1g", "2, 3, 8, png, 1g", "3, 1, 16, tif, 1g", "4, 3, 16, png, 1g",
    "5, 3, 16, tif, 200k", "8, 1, 8, tif, 1g", "17, 3, 8, png, 2m", "30, 3, 16, tif, 900k"
  })
  void everyMethodIsExact(int count, int channels, int bits, String extension, String memory)
      throws Exception {
    PixelLayout layout = new PixelLayout(83, 71, channels, bits);
    List<Raster> frames = frames(layout, count, extension);
    Depth depth = Depth.ofBits(bits);
    BlendOptions plain = options(AverageIn.ENCODED, depth, memory);
    check(blend(BlendMethod.LIGHTEN, plain, "max.tif"), frames, c -> (int) new Max().evaluate(c));
    check(blend(BlendMethod.DARKEN, plain, "min.png"), frames, c -> (int) new Min().evaluate(c));
    check(
        blend(BlendMethod.MEAN, plain, "mean.tif"),
        frames,
        c -> {
          long sum = Math.round(Arrays.stream(c).sum());
          return (int) ((2 * sum + c.length) / (2L * c.length));
        });
    check(
        blend(BlendMethod.SUM, plain, "sum.tif"),
        frames,
        c -> (int) Math.min(layout.white(), Math.round(Arrays.stream(c).sum())));
    check(
        blend(BlendMethod.MEDIAN, options(AverageIn.ENCODED, depth, "64m"), "median.tif"),
        frames,
        c -> halfUp(new Median().evaluate(c)));
  }

  /** Where nothing is asked for, what lies between 8-bit samples is kept in 16. */
  @ParameterizedTest
  @EnumSource(BlendMethod.class)
  void whatLiesBetweenSamplesIsDeeperThanTheFrames(BlendMethod method) throws Exception {
    PixelLayout layout = new PixelLayout(40, 30, 3, 8);
    List<Raster> frames = frames(layout, 4, "tif");
    BlendOptions plain = options(AverageIn.ENCODED, null, "64m");
    Raster result = blend(method, plain, method.term() + ".tif");
    boolean extreme = method == BlendMethod.LIGHTEN || method == BlendMethod.DARKEN;
    assertThat(result.layout().bits()).isEqualTo(extreme ? 8 : 16);
    if (method == BlendMethod.MEDIAN) {
      check(result, frames, c -> halfUp(257 * new Median().evaluate(c)));
    }
    Raster jpeg = blend(method, plain, method.term() + ".jpg");
    assertThat(jpeg.layout().bits()).isEqualTo(8);
  }

  @ParameterizedTest
  @CsvSource({"8", "16"})
  void aMeanOfLightIsWhatOneLongExposureWouldHaveGathered(int bits) throws Exception {
    PixelLayout layout = new PixelLayout(60, 40, 3, bits);
    List<Raster> frames = frames(layout, 6, "tif");
    Raster mean =
        blend(BlendMethod.MEAN, options(AverageIn.LINEAR, Depth.SIXTEEN, "1g"), "mean.tif");
    double[] column = new double[frames.size()];
    for (int i = 0; i < layout.samples(); i++) {
      for (int f = 0; f < column.length; f++) {
        column[f] = Srgb.toLight((frames.get(f).samples()[i] & 0xffff) / (double) layout.white());
      }
      double light = Arrays.stream(column).average().orElseThrow();
      int expected = halfUp(65535 * Srgb.toEncoded(light));
      assertThat(Math.abs((mean.samples()[i] & 0xffff) - expected)).isLessThanOrEqualTo(1);
    }
  }

  @ParameterizedTest
  @CsvSource({"1", "3", "300"})
  void aMeanOfLikeFramesIsThatFrame(int count) throws Exception {
    PixelLayout layout = new PixelLayout(256, 256, 1, 16);
    Raster ramp = Raster.blank(layout);
    for (int i = 0; i < layout.samples(); i++) {
      ramp.samples()[i] = (short) i;
    }
    for (int f = 0; f < count; f++) {
      TestPictures.write(folder.resolve("f" + f + ".tif"), ramp, FrameInfo.UNKNOWN);
    }
    Raster mean = blend(BlendMethod.MEAN, options(AverageIn.LINEAR, null, "1g"), "mean.tif");
    assertThat(mean.samples()).isEqualTo(ramp.samples());
  }

  @ParameterizedTest
  @CsvSource({"LIGHTEN", "MEDIAN"})
  void eightBitsBecomeSixteenTimes257(BlendMethod method) throws Exception {
    PixelLayout layout = new PixelLayout(31, 17, 3, 8);
    List<Raster> frames = frames(layout, 3, "tif");
    Raster result = blend(method, options(AverageIn.LINEAR, Depth.SIXTEEN, "1g"), "r.tif");
    check(
        result,
        frames,
        c ->
            257
                * (int)
                    (method == BlendMethod.LIGHTEN
                        ? new Max().evaluate(c)
                        : new Median().evaluate(c)));
  }

  @ParameterizedTest
  @CsvSource({"1", "2", "3", "7", "12"})
  void aNetworkFindsTheMiddleOfEveryPatternOfZerosAndOnes(int size) {
    // The 0-1 principle (Knuth, TAOCP vol. 3, theorem 5.3.4 Z).
    int patterns = 1 << size;
    int[][] rows = new int[size][patterns];
    for (int p = 0; p < patterns; p++) {
      for (int r = 0; r < size; r++) {
        rows[r][p] = p >> r & 1;
      }
    }
    SortingNetwork network = SortingNetwork.forMedian(size);
    network.run(rows, patterns);
    for (int p = 0; p < patterns; p++) {
      int ones = Integer.bitCount(p);
      int twice = 2 * ones > size ? 2 : 2 * ones == size ? 1 : 0;
      assertThat(network.twiceMedian(rows, p)).isEqualTo(twice);
    }
  }

  @ParameterizedTest
  @CsvSource({"61", "100", "257"})
  void largeNetworksFindMediansToo(int size) {
    int[][] rows = new int[size][50];
    double[][] columns = new double[50][size];
    for (int r = 0; r < size; r++) {
      for (int i = 0; i < 50; i++) {
        rows[r][i] = random.nextInt(65_536);
        columns[i][r] = rows[r][i];
      }
    }
    SortingNetwork network = SortingNetwork.forMedian(size);
    network.run(rows, 50);
    for (int i = 0; i < 50; i++) {
      assertThat(network.twiceMedian(rows, i) / 2.0).isEqualTo(new Median().evaluate(columns[i]));
    }
  }

  @ParameterizedTest
  @CsvSource({"3, 100, 5", "2, 40, 6"})
  void aClippedMeanLeavesTheOutlierOut(double kappa, double outlier, int others) {
    double[] values = new double[others + 10];
    Arrays.fill(values, 10);
    for (int i = 0; i < values.length; i++) {
      values[i] += i % 2 == 0 ? 0.1 : -0.1;
    }
    double honest = Arrays.stream(values, 1, values.length).average().orElseThrow();
    values[0] = outlier;
    assertThat(ClippedMean.of(values, kappa)).isEqualTo(honest);
  }
}
