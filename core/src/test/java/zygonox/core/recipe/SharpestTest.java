package zygonox.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalInt;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.combine.BlendMethod;
import zygonox.core.combine.FrameDropped;
import zygonox.core.format.FrameInfo;
import zygonox.core.frame.TestPictures;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.words.Words;

/** Only the sharpest frames of a run, against blurs that are known. */
class SharpestTest {
  private static final int WIDTH = 320;
  private static final int HEIGHT = 240;

  @TempDir Path folder;

  /**
   * Writes frames of one scene, each blurred by its own sigma.
   *
   * @param stars whether it is a starry sky, else a pattern of soft-edged boxes
   */
  private void shoot(boolean stars, double... sigmas) throws Exception {
    Path frames = Files.createDirectories(folder.resolve("frames"));
    for (int f = 0; f < sigmas.length; f++) {
      Random noise = new Random(f);
      Raster raster = Raster.blank(new PixelLayout(WIDTH, HEIGHT, 1, 16));
      double[] light = stars ? stars(sigmas[f]) : boxes(sigmas[f]);
      for (int i = 0; i < light.length; i++) {
        raster.samples()[i] = (short) Math.round(16_000 + light[i] + 60 * noise.nextGaussian());
      }
      TestPictures.write(frames.resolve("f%02d.tif".formatted(f)), raster, FrameInfo.UNKNOWN);
    }
  }

  private static double[] stars(double sigma) {
    double[] light = new double[WIDTH * HEIGHT];
    Random places = new Random(9);
    for (int s = 0; s < 70; s++) {
      double x = 15 + places.nextDouble() * (WIDTH - 30);
      double y = 15 + places.nextDouble() * (HEIGHT - 30);
      double peak = 60_000 * (0.3 + places.nextDouble()) / (2 * Math.PI * sigma * sigma);
      for (int row = (int) y - 9; row <= y + 10; row++) {
        for (int column = (int) x - 9; column <= x + 10; column++) {
          double square = (column - x) * (column - x) + (row - y) * (row - y);
          light[row * WIDTH + column] += peak * Math.exp(-square / (2 * sigma * sigma));
        }
      }
    }
    return light;
  }

  private static double[] boxes(double sigma) {
    double[] light = new double[WIDTH * HEIGHT];
    for (int i = 0; i < light.length; i++) {
      double wave = Math.sin(i % WIDTH / 6.0) * Math.sin(i / WIDTH / 7.0);
      light[i] = 12_000 * Math.tanh(4 * wave / sigma);
    }
    return light;
  }

  private BlendResult blend(int count) {
    return TestRecipes.blend(
        TestRecipes.usual(BlendMethod.MEAN).withSharpest(OptionalInt.of(count)),
        folder.resolve("frames"),
        folder.resolve("out.tif"));
  }

  private static List<String> names(BlendResult done) {
    return done.dropped().stream().map(d -> d.file().getFileName().toString()).toList();
  }

  @Test
  void framesOfWideStarsAreLeftOut() throws Exception {
    shoot(true, 1.1, 2.2, 1.3, 1.9, 1.2, 1.7);
    BlendResult done = blend(3);
    assertThat(done.used()).isEqualTo(3);
    assertThat(names(done)).containsExactlyInAnyOrder("f01.tif", "f03.tif", "f05.tif");
    assertThat(done.dropped()).allMatch(d -> d.reason().equals(new FrameDropped.LessSharp(3)));
    assertThat(Words.reason(done.dropped().get(0).reason())).isEqualTo("3 others are sharper");
  }

  @Test
  void withoutStarsFineDetailTells() throws Exception {
    shoot(false, 3, 1, 2.4, 1.2, 4);
    assertThat(names(blend(2))).containsExactlyInAnyOrder("f00.tif", "f02.tif", "f04.tif");
  }

  @Test
  void whereThereAreNoMoreAllTakePartAndWhatCannotBeReadIsNotCalledBlurred() throws Exception {
    shoot(true, 1.2, 1.4, 1.3);
    assertThat(blend(3).dropped()).isEmpty();
    Path broken = folder.resolve("frames").resolve("f01.tif");
    byte[] bytes = Files.readAllBytes(broken);
    Files.write(broken, Arrays.copyOf(bytes, bytes.length / 2));
    BlendResult done = blend(1);
    assertThat(done.used()).isEqualTo(1);
    assertThat(names(done)).containsExactlyInAnyOrder("f01.tif", "f02.tif");
    assertThat(done.dropped())
        .anyMatch(
            d ->
                d.file().equals(broken.toAbsolutePath())
                    && d.reason() instanceof FrameDropped.Unreadable);
  }

  @Test
  void noneIsRefused() {
    assertThatThrownBy(() -> TestRecipes.usual(BlendMethod.MEAN).withSharpest(OptionalInt.of(0)))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("sharpest");
  }
}
