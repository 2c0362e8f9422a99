package zygonox.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zygonox.core.combine.BlendMethod;
import zygonox.core.combine.BlendWatcher;
import zygonox.core.combine.Rejection;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.PictureReader;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.TestPictures;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.WholeFile;

/** What a clipped mean leaves out, against frames of which it is known. */
class RejectedTest {
  private static final int WIDTH = 90;
  private static final int HEIGHT = 70;
  private static final int FRAMES = 9;

  @TempDir Path folder;
  private Path frames;

  /** Frame k has a bright row k, in green only; frames 7 and 8 have row 60 both. */
  @BeforeEach
  void makeFrames() throws Exception {
    frames = Files.createDirectory(folder.resolve("frames"));
    Random random = new Random(4);
    for (int k = 0; k < FRAMES; k++) {
      Raster raster = Raster.blank(new PixelLayout(WIDTH, HEIGHT, 3, 16));
      for (int i = 0; i < raster.samples().length; i++) {
        // Evenly spread noise has no value that is far from the others.
        raster.samples()[i] = (short) (9_000 + random.nextInt(400));
      }
      bright(raster, k);
      if (k >= 7) {
        bright(raster, 60);
      }
      TestPictures.write(frames.resolve("f" + k + ".tif"), raster, FrameInfo.UNKNOWN);
    }
  }

  private static void bright(Raster raster, int row) {
    for (int x = 0; x < WIDTH; x++) {
      raster.samples()[3 * (row * WIDTH + x) + 1] = 30_000;
    }
  }

  private BlendResult blend(Recipe recipe, Destination to, String memory) {
    return new Blender(recipe)
        .blend(
            FrameFinder.find(List.of(frames), Progress.NONE, new Cancellation()),
            to,
            BlendWatcher.NONE,
            TestRecipes.room(memory));
  }

  private Destination to(Path map) {
    Path out = folder.resolve("out.tif");
    return new Destination(
        out, WholeFile.IfPresent.REPLACE, Optional.empty(), Optional.ofNullable(map));
  }

  /** In both lanes, in one band and in many. */
  @ParameterizedTest
  @CsvSource({"EVEN, 1g", "EVEN, 400k", "QUALITY, 1g", "QUALITY, 800k"})
  void theMapTellsWhereAndTheCountsHowMuch(Weights weights, String memory) throws Exception {
    Path map = folder.resolve("map.png");
    Recipe recipe = TestRecipes.usual(BlendMethod.CLIPPED_MEAN).withKappa(6).withWeights(weights);

    BlendResult done = blend(recipe, to(map), memory);

    Raster counts = PictureReader.readWhole(Frame.look(map));
    long sum = 0;
    for (int y = 0; y < HEIGHT; y++) {
      int there = y < FRAMES ? 1 : y == 60 ? 2 : 0;
      int asExpected = 0;
      for (int x = 0; x < WIDTH; x++) {
        asExpected += counts.at(x, y, 0) == there ? 1 : 0;
        sum += counts.at(x, y, 0);
      }
      // Of nine values three times out of a hundred one more lies far off.
      assertThat(asExpected).as("row %d", y).isGreaterThan(WIDTH - 12);
    }
    Rejection.Counts told = done.rejected().orElseThrow();
    assertThat(told.most()).isBetween(2, 4);
    double samples = 3.0 * WIDTH * HEIGHT * FRAMES;
    assertThat(told.share()).isCloseTo(sum / samples, within(sum / samples * 0.2));
  }

  @Test
  void withoutAMapTheCountsAreTheSame() {
    Recipe recipe = TestRecipes.usual(BlendMethod.CLIPPED_MEAN);
    BlendResult mapped = blend(recipe, to(folder.resolve("map.tif")), "1g");
    assertThat(blend(recipe, to(null), "1g").rejected()).isEqualTo(mapped.rejected());
  }

  @Test
  void onlyAClippedMeanRejects() {
    assertThatThrownBy(
            () -> blend(TestRecipes.usual(BlendMethod.MEAN), to(folder.resolve("m.png")), "1g"))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("Only a clipped mean rejects");
    assertThat(folder.resolve("out.tif")).doesNotExist();
    assertThat(blend(TestRecipes.usual(BlendMethod.MEAN), to(null), "1g").rejected()).isEmpty();
  }

  @Test
  void aMapGoesIntoAPictureOfNumbers() {
    assertThatThrownBy(
            () ->
                blend(
                    TestRecipes.usual(BlendMethod.CLIPPED_MEAN), to(folder.resolve("m.jpg")), "1g"))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining(".png or .tif");
  }
}
