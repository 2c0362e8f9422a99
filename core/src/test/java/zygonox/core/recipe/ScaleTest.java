package zygonox.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
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

/** More resolution than a frame has, against a picture that is known at every point. */
class ScaleTest {
  private static final int WIDTH = 420;
  private static final int HEIGHT = 300;

  /** Waves that one frame's pixels are too coarse for. */
  private static final double FINE = 2 * Math.PI * 0.42;

  @TempDir Path folder;

  /** Light at a place in the reference's pixels: soft shapes to match by, and fine bars. */
  private static double scene(double x, double y) {
    double soft =
        0.25
            + 0.08 * Math.sin(x / 9.0) * Math.cos(y / 11.0)
            + 0.06 * Math.sin(x / 23.0 + y / 17.0)
            + 0.05 * Math.cos((x * x + y * y) / 9000.0);
    return soft + 0.06 * Math.sin(FINE * x);
  }

  /** What a pixel gathers over its whole area, some places meant. */
  private static double gathered(double x, double y) {
    double sum = 0;
    for (int i = 0; i < 6; i++) {
      sum += scene(x + (i + 0.5) / 6 - 0.5, y);
    }
    return sum / 6;
  }

  private void shoot(int count, double step) throws Exception {
    Path frames = Files.createDirectories(folder.resolve("frames"));
    for (int f = 0; f < count; f++) {
      Random noise = new Random(f);
      double dx = f == 0 ? 0 : step * (f % 4) * 1.27 + Math.rint(step * f);
      double dy = f == 0 ? 0 : step * (f / 4) * 0.83;
      Raster raster = Raster.blank(new PixelLayout(WIDTH, HEIGHT, 1, 16));
      for (int y = 0; y < HEIGHT; y++) {
        for (int x = 0; x < WIDTH; x++) {
          double light = gathered(x + dx, y + dy) + 0.001 * noise.nextGaussian();
          raster.samples()[y * WIDTH + x] = (short) Math.round(65_535 * Srgb.toEncoded(light));
        }
      }
      TestPictures.write(frames.resolve("f%02d.tif".formatted(f)), raster, FrameInfo.UNKNOWN);
    }
  }

  private BlendResult blend(int scale, Path out) {
    return TestRecipes.blend(
        TestRecipes.usual(BlendMethod.MEAN)
            .withAlign(Align.SHIFT, Optional.of(folder.resolve("frames/f00.tif")))
            .withScale(scale),
        folder.resolve("frames"),
        out);
  }

  /** How strongly the fine bars show, 1 for as they are. */
  private static double bars(Raster raster, int scale) {
    double sin = 0;
    double cos = 0;
    int count = 0;
    for (int y = 100; y < raster.layout().height() - 100; y++) {
      for (int x = 60 * scale; x < raster.layout().width() - 60 * scale; x++) {
        double place = (x + 0.5) / scale - 0.5;
        double light = Srgb.toLight(raster.at(x, y, 0) / 65_535.0);
        sin += light * Math.sin(FINE * place);
        cos += light * Math.cos(FINE * place);
        count++;
      }
    }
    return 2 * Math.hypot(sin, cos) / count / 0.06;
  }

  @Test
  void movedFramesShowMoreTogetherThanOneOfThem() throws Exception {
    shoot(16, 0.31);
    Path out = folder.resolve("out.tif");
    BlendResult result = blend(2, out);
    assertThat(result.used()).isEqualTo(16);
    assertThat(result.warnings()).isEmpty();
    Raster seen = PictureReader.readWhole(Frame.look(out));
    assertThat(seen.layout().width()).isEqualTo(2 * WIDTH);
    assertThat(seen.layout().height()).isEqualTo(2 * HEIGHT);
    // A pixel's own area leaves sinc(0.42) of it, the drop's once more: 0.73 and 0.54.
    assertThat(bars(seen, 2)).isBetween(0.4, 0.75);
    // On the frame's own grid the same waves cannot be told from slower ones; resampled they fade.
    Path plain = folder.resolve("plain.tif");
    blend(1, plain);
    assertThat(PictureReader.readWhole(Frame.look(plain)).layout().width()).isEqualTo(WIDTH);
    // The place of all of it is the reference's: soft shapes fall where they are.
    double worst = 0;
    for (int y = 60; y < 2 * HEIGHT - 60; y += 3) {
      for (int x = 60; x < 2 * WIDTH - 60; x += 3) {
        double told = Srgb.toLight(seen.at(x, y, 0) / 65_535.0);
        double mean = 0;
        for (int k = -6; k <= 6; k++) {
          mean += scene((x + k + 0.5) / 2 - 0.5, (y + 0.5) / 2 - 0.5) / 13;
        }
        worst = Math.max(worst, Math.abs(told - mean));
      }
    }
    assertThat(worst).isLessThan(0.09);
  }

  @Test
  void framesThatLieOnEachOtherHaveNothingToGain() throws Exception {
    shoot(4, 0);
    BlendResult result = blend(2, folder.resolve("out.tif"));
    assertThat(result.warnings()).containsExactly(BlendWarning.NO_DETAIL);
  }

  @Test
  void withoutAligningThereIsNoScale() {
    Recipe recipe = TestRecipes.usual(BlendMethod.MEAN).withScale(2);
    assertThatThrownBy(recipe::checked)
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("align");
    assertThatThrownBy(() -> recipe.withScale(5)).isInstanceOf(InvalidInput.class);
  }
}
