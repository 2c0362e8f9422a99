package zygonox.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import org.hipparchus.stat.descriptive.rank.Max;
import org.hipparchus.stat.descriptive.rank.Median;
import org.hipparchus.stat.descriptive.rank.Min;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import zygonox.core.combine.BlendMethod;
import zygonox.core.format.Depth;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.PictureReader;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameSet;
import zygonox.core.frame.TestPictures;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.Srgb;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;

/**
 * Each method against an independent account of it: maximum, minimum and median by Hipparchus 3.1,
 * the mean in exact whole numbers. Frames come shuffled, whole and banded, cheap to read by rows
 * and not: the outcome must not depend on it.
 */
class BlendExactnessTest {
  @TempDir Path folder;
  @TempDir Path results;

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

  private Raster blend(Recipe recipe, String memory, String name) throws Exception {
    FrameSet set = FrameFinder.find(List.of(folder), Progress.NONE, new Cancellation());
    Path out = results.resolve(name);
    TestRecipes.blend(recipe, set, out, TestRecipes.room(memory));
    return PictureReader.readWhole(Frame.look(out));
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
    check(
        blend(TestRecipes.usual(BlendMethod.LIGHTEN).withDepth(depth), memory, "max.tif"),
        frames,
        c -> (int) new Max().evaluate(c));
    check(
        blend(TestRecipes.usual(BlendMethod.DARKEN).withDepth(depth), memory, "min.png"),
        frames,
        c -> (int) new Min().evaluate(c));
    check(
        blend(TestRecipes.encoded(BlendMethod.MEAN).withDepth(depth), memory, "mean.tif"),
        frames,
        c -> {
          long sum = Math.round(Arrays.stream(c).sum());
          return (int) ((2 * sum + c.length) / (2L * c.length));
        });
    check(
        blend(TestRecipes.encoded(BlendMethod.SUM).withDepth(depth), memory, "sum.tif"),
        frames,
        c -> (int) Math.min(layout.white(), Math.round(Arrays.stream(c).sum())));
    check(
        blend(TestRecipes.usual(BlendMethod.MEDIAN).withDepth(depth), "64m", "median.tif"),
        frames,
        c -> halfUp(new Median().evaluate(c)));
  }

  /** Where nothing is asked for, what lies between 8-bit samples is kept in 16. */
  @ParameterizedTest
  @EnumSource(BlendMethod.class)
  void whatLiesBetweenSamplesIsDeeperThanTheFrames(BlendMethod method) throws Exception {
    PixelLayout layout = new PixelLayout(40, 30, 3, 8);
    List<Raster> frames = frames(layout, 4, "tif");
    Raster result = blend(TestRecipes.encoded(method), "64m", method.term() + ".tif");
    boolean extreme = method == BlendMethod.LIGHTEN || method == BlendMethod.DARKEN;
    assertThat(result.layout().bits()).isEqualTo(extreme ? 8 : 16);
    if (method == BlendMethod.MEDIAN) {
      check(result, frames, c -> halfUp(257 * new Median().evaluate(c)));
    }
    Raster jpeg = blend(TestRecipes.encoded(method), "64m", method.term() + ".jpg");
    assertThat(jpeg.layout().bits()).isEqualTo(8);
  }

  @ParameterizedTest
  @CsvSource({"8", "16"})
  void aMeanOfLightIsWhatOneLongExposureWouldHaveGathered(int bits) throws Exception {
    PixelLayout layout = new PixelLayout(60, 40, 3, bits);
    List<Raster> frames = frames(layout, 6, "tif");
    Raster mean =
        blend(TestRecipes.usual(BlendMethod.MEAN).withDepth(Depth.SIXTEEN), "1g", "mean.tif");
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
    Raster mean = blend(TestRecipes.usual(BlendMethod.MEAN), "1g", "mean.tif");
    assertThat(mean.samples()).isEqualTo(ramp.samples());
  }

  @ParameterizedTest
  @CsvSource({"LIGHTEN", "MEDIAN"})
  void eightBitsBecomeSixteenTimes257(BlendMethod method) throws Exception {
    PixelLayout layout = new PixelLayout(31, 17, 3, 8);
    List<Raster> frames = frames(layout, 3, "tif");
    Raster result = blend(TestRecipes.usual(method).withDepth(Depth.SIXTEEN), "1g", "r.tif");
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
}
