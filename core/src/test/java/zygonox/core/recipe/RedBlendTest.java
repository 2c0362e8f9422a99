package zygonox.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.combine.BlendMethod;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.PictureReader;
import zygonox.core.frame.Frame;
import zygonox.core.frame.TestPictures;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.Srgb;

/** Light of a narrow band laid on a picture in colours, by its stars. */
class RedBlendTest {
  private static final int WIDTH = 300;
  private static final int HEIGHT = 220;
  private static final double CLOUD_X = 170;
  private static final double CLOUD_Y = 90;

  @TempDir Path folder;

  /** Stars everywhere; behind the filter they are fainter, and a cloud glows. */
  private static Raster sky(int channels, double dx, double dy, boolean filtered, long seed) {
    Random noise = new Random(seed);
    Random places = new Random(4);
    double[] light = new double[WIDTH * HEIGHT];
    for (int i = 0; i < light.length; i++) {
      double x = i % WIDTH - dx - CLOUD_X;
      double y = i / WIDTH - dy - CLOUD_Y;
      double cloud = filtered ? 0.2 * Math.exp(-(x * x + y * y) / 800) : 0;
      light[i] = (filtered ? 0.02 : 0.06) + cloud + 0.001 * noise.nextGaussian();
    }
    for (int s = 0; s < 70; s++) {
      double sx = places.nextDouble() * WIDTH + dx;
      double sy = places.nextDouble() * HEIGHT + dy;
      double peak = (0.2 + 0.5 * places.nextDouble()) * (filtered ? 0.4 : 1);
      for (int y = (int) sy - 4; y <= sy + 5; y++) {
        for (int x = (int) sx - 4; x <= sx + 5; x++) {
          if (x >= 0 && y >= 0 && x < WIDTH && y < HEIGHT) {
            double far = Math.pow(x - sx, 2) + Math.pow(y - sy, 2);
            light[y * WIDTH + x] += peak * Math.exp(-far / 2.2);
          }
        }
      }
    }
    Raster raster = Raster.blank(new PixelLayout(WIDTH, HEIGHT, channels, 16));
    for (int i = 0; i < raster.samples().length; i++) {
      double value = Math.max(0, Math.min(1, light[i / channels]));
      raster.samples()[i] = (short) Math.round(65_535 * Srgb.toEncoded(value));
    }
    return raster;
  }

  private Path shoot(String name, int channels, double dx, boolean filtered) throws Exception {
    Path path = Files.createDirectories(folder.resolve(name));
    for (int i = 0; i < 4; i++) {
      TestPictures.write(
          path.resolve("f" + i + ".tif"),
          sky(channels, dx + 1.7 * i, 0.6 * i, filtered, 7 + i),
          FrameInfo.UNKNOWN);
    }
    return path;
  }

  @Test
  void theCloudIsAddedToTheRedWhereItIsAndItsBackgroundIsNot() throws Exception {
    Path colours = shoot("colours", 3, 0, false);
    Path band = shoot("band", 1, 9.4, true);
    Recipe recipe =
        TestRecipes.usual(BlendMethod.MEAN)
            .withAlign(Align.STARS, Optional.of(colours.resolve("f0.tif")));
    Path out = folder.resolve("out.tif");
    BlendResult result =
        TestRecipes.blend(
            recipe.withRed(Optional.of(new RedLight(List.of(band), 0.5))), colours, out);
    assertThat(result.used()).isEqualTo(4);
    Path plain = folder.resolve("plain.tif");
    TestRecipes.blend(recipe, colours, plain);
    Raster with = PictureReader.readWhole(Frame.look(out));
    Raster without = PictureReader.readWhole(Frame.look(plain));
    double red = 0;
    double sumX = 0;
    for (int y = 40; y < 140; y++) {
      for (int x = 110; x < 230; x++) {
        double added = light(with, x, y, 0) - light(without, x, y, 0);
        red += added;
        sumX += added * x;
        assertThat(with.at(x, y, 1)).isCloseTo(without.at(x, y, 1), within(2));
      }
    }
    // The cloud's light is 0.5 x 0.2 x 2 pi x 400, a little beyond the square; stars add theirs.
    assertThat(red).isBetween(240.0, 330.0);
    assertThat(sumX / red).isCloseTo(CLOUD_X, within(2.0));
    // Away from the cloud the sky stays neutral.
    assertThat(middle(with)).isCloseTo(middle(without), within(0.001));
  }

  private static double light(Raster raster, int x, int y, int channel) {
    return Srgb.toLight(raster.at(x, y, channel) / 65_535.0);
  }

  private static double middle(Raster raster) {
    double[] values = new double[60 * 60];
    for (int i = 0; i < values.length; i++) {
      values[i] = light(raster, 10 + i % 60, 150 + i / 60, 0);
    }
    Arrays.sort(values);
    return values[values.length / 2];
  }

  @Test
  void whatDoesNotFitIsRefusedAndTheRecipeIsReadAgain() throws Exception {
    Path colours = shoot("colours", 3, 0, false);
    Recipe recipe = TestRecipes.usual(BlendMethod.MEAN);
    Recipe red =
        recipe
            .withAlign(Align.STARS, Optional.empty())
            .withRed(Optional.of(new RedLight(List.of(colours), 2)));
    assertThatThrownBy(() -> red.withScale(2).checked()).isInstanceOf(InvalidInput.class);
    assertThatThrownBy(() -> new RedLight(List.of(colours), -1)).isInstanceOf(InvalidInput.class);
    RecipeJson json = new RecipeJson(folder);
    assertThat(json.read(json.write(red))).isEqualTo(red);
    Path small = Files.createDirectories(folder.resolve("small"));
    TestPictures.write(
        small.resolve("s.tif"),
        TestPictures.random(new PixelLayout(50, 50, 1, 16), 1),
        FrameInfo.UNKNOWN);
    assertThatThrownBy(
            () ->
                TestRecipes.blend(
                    recipe.withRed(Optional.of(new RedLight(List.of(small), 1))),
                    colours,
                    folder.resolve("o.tif")))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("50 x 50");
  }
}
