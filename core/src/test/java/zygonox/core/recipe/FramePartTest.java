package zygonox.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.combine.BlendMethod;
import zygonox.core.develop.FrameMask;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.PictureReader;
import zygonox.core.frame.Frame;
import zygonox.core.frame.TestPictures;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.Srgb;
import zygonox.core.words.RecipeWords;
import zygonox.core.work.WholeFile;

/** Frames that fade out at the edge of the part that counts. */
class FramePartTest {
  private static final PixelLayout LAYOUT = new PixelLayout(90, 40, 3, 16);
  private static final int EDGE = 45;
  private static final int SOFT = 20;

  @TempDir Path folder;
  private Path dark;
  private Path bright;
  private Path mask;

  @BeforeEach
  void shoot() throws Exception {
    Files.createDirectory(folder.resolve("frames"));
    dark = flat("frames/a.tif", 12_000);
    bright = flat("frames/b.tif", 50_000);
    BitSet white = new BitSet();
    for (int y = 0; y < LAYOUT.height(); y++) {
      white.set(y * LAYOUT.width(), y * LAYOUT.width() + EDGE);
    }
    mask = folder.resolve("mask.png");
    new FrameMask(LAYOUT.width(), LAYOUT.height(), white).write(mask, WholeFile.IfPresent.REFUSE);
  }

  private Path flat(String name, int value) throws Exception {
    Raster raster = Raster.blank(LAYOUT);
    Arrays.fill(raster.samples(), (short) value);
    return TestPictures.write(folder.resolve(name), raster, FrameInfo.UNKNOWN);
  }

  private Recipe recipe(BlendMethod method, double edge) {
    return TestRecipes.usual(method).withMasks(Map.of(bright, new FramePart(mask, edge)));
  }

  private Raster blend(Recipe recipe, String name) throws Exception {
    TestRecipes.blend(recipe, folder.resolve("frames"), folder.resolve(name));
    return PictureReader.readWhole(Frame.look(folder.resolve(name)));
  }

  private static double light(double value) {
    return Srgb.toLight(value / 65_535);
  }

  /** The mean of a step over a square, twice: a parabola's rise and its fall. */
  private static double share(int x) {
    int reach = SOFT / 2;
    int side = 2 * reach + 1;
    double sum = 0;
    for (int a = -reach; a <= reach; a++) {
      for (int b = -reach; b <= reach; b++) {
        sum += x + a + b < EDGE ? 1 : 0;
      }
    }
    return sum / (side * side);
  }

  @Test
  void theBrightestLightFadesOverTheEdge() throws Exception {
    Raster seen = blend(recipe(BlendMethod.LIGHTEN, SOFT), "lighten.tif");
    for (int x = 0; x < LAYOUT.width(); x++) {
      double expected = Math.max(light(12_000), share(x) * light(50_000));
      // Shares are kept in steps of one in 255.
      assertThat(light(seen.at(x, 20, 1))).as("at %s", x).isCloseTo(expected, within(0.003));
    }
    Raster hard = blend(recipe(BlendMethod.LIGHTEN, 0), "hard.tif");
    assertThat((int) hard.at(EDGE - 1, 20, 1)).isEqualTo(50_000);
    assertThat((int) hard.at(EDGE, 20, 1)).isEqualTo(12_000);
  }

  @Test
  void addedLightFadesToo() throws Exception {
    Raster seen = blend(recipe(BlendMethod.SUM, SOFT), "sum.tif");
    for (int x = 0; x < LAYOUT.width(); x += 3) {
      double expected = Math.min(1, light(12_000) + share(x) * light(50_000));
      assertThat(light(seen.at(x, 20, 1))).as("at %s", x).isCloseTo(expected, within(0.003));
    }
  }

  @Test
  void inAMeanAPixelCountsOrDoesNot() throws Exception {
    Raster soft = blend(recipe(BlendMethod.MEAN, SOFT), "soft.tif");
    Raster hard = blend(recipe(BlendMethod.MEAN, 0), "hard.tif");
    assertThat(soft.samples()).isEqualTo(hard.samples());
  }

  @Test
  void itIsToldAndReadAgain() {
    Recipe recipe =
        recipe(BlendMethod.LIGHTEN, 7.5)
            .withMasks(Map.of(bright, new FramePart(mask, 7.5), dark, FramePart.hard(mask)));
    RecipeJson json = new RecipeJson(folder);
    assertThat(json.read(json.write(recipe)).masks()).isEqualTo(recipe.masks());
    assertThat(RecipeWords.command(recipe, folder, folder.resolve("o.tif")))
        .contains("--mask frames/b.tif=mask.png")
        .contains("--mask-edge frames/b.tif=7.5")
        .doesNotContain("--mask-edge frames/a.tif");
    assertThatThrownBy(() -> new FramePart(mask, -1))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("between 0 and 10000");
  }
}
