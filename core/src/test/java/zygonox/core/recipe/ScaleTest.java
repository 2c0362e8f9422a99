package zygonox.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.withinPercentage;

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
import zygonox.core.words.BlendWords;

/** More resolution than a frame has, against a picture that is known at every point. */
class ScaleTest {
  private static final int WIDTH = 420;
  private static final int HEIGHT = 300;

  /** Waves that one frame's pixels are too coarse for. */
  private static final double FINE = 2 * Math.PI * 0.42;

  /** Waves a frame can just hold, and others that it cannot: in waves a pixel. */
  private static final double HELD = 0.38;

  private static final double BEYOND = 0.63;

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
    return strength(raster, scale, FINE) / 0.06;
  }

  /** How high a wave along rows is, of so many turns a pixel of the frame. */
  private static double strength(Raster raster, int scale, double turns) {
    double sin = 0;
    double cos = 0;
    int count = 0;
    for (int y = 100; y < raster.layout().height() - 100; y++) {
      for (int x = 60 * scale; x < raster.layout().width() - 60 * scale; x++) {
        double place = (x + 0.5) / scale - 0.5;
        double light = Srgb.toLight(raster.at(x, y, 0) / 65_535.0);
        sin += light * Math.sin(turns * place);
        cos += light * Math.cos(turns * place);
        count++;
      }
    }
    return 2 * Math.hypot(sin, cos) / count;
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

  /** Frames at random places that show waves along and down. */
  private void shootWaves(double beyond, double noise) throws Exception {
    Path frames = Files.createDirectories(folder.resolve("frames"));
    Random random = new Random(3);
    for (int f = 0; f < 16; f++) {
      double dx = f == 0 ? 0 : 6 * random.nextDouble();
      double dy = f == 0 ? 0 : 6 * random.nextDouble();
      Raster raster = Raster.blank(new PixelLayout(WIDTH, HEIGHT, 1, 16));
      for (int y = 0; y < HEIGHT; y++) {
        for (int x = 0; x < WIDTH; x++) {
          double light = gatheredWaves(x + dx, y + dy, beyond) + noise * random.nextGaussian();
          raster.samples()[y * WIDTH + x] = (short) Math.round(65_535 * Srgb.toEncoded(light));
        }
      }
      TestPictures.write(frames.resolve("f%02d.tif".formatted(f)), raster, FrameInfo.UNKNOWN);
    }
  }

  /** What a pixel gathers over its area is sinc(f) of a wave. */
  private static double gatheredWaves(double x, double y, double beyond) {
    double waves =
        sinc(HELD) * Math.sin(2 * Math.PI * HELD * x)
            + beyond * sinc(BEYOND) * Math.sin(2 * Math.PI * BEYOND * x);
    double soft =
        0.08 * Math.sin(x / 9.0) * Math.cos(y / 11.0) + 0.06 * Math.sin(x / 23.0 + y / 17);
    return 0.4 + soft + 0.05 * waves;
  }

  private static double sinc(double x) {
    return Math.sin(Math.PI * x) / (Math.PI * x);
  }

  /**
   * A pixel's area and the drop's each leave sinc(f) of a wave, whatever the positions; the band
   * beyond is wider than that of what is held by a tenth.
   */
  @Test
  void whatIsGainedIsToldAgainstWhatOneFrameHolds() throws Exception {
    shootWaves(1, 0.004);
    double expected = Math.pow(sinc(BEYOND) / sinc(HELD), 2) * Math.sqrt(0.5 / 0.55);
    double told = blend(2, folder.resolve("out.tif")).finerDetail().orElseThrow();
    assertThat(told).isCloseTo(expected, withinPercentage(20));
  }

  @Test
  void whereThereIsNothingFinerThatIsToldToo() throws Exception {
    shootWaves(0, 0.004);
    assertThat(blend(2, folder.resolve("out.tif")).finerDetail().orElseThrow()).isLessThan(0.05);
    assertThat(blend(1, folder.resolve("plain.tif")).finerDetail()).isEmpty();
  }

  /** Of a wave that was left H of itself, H (1 + V (1 - H)) is there after one step. */
  @Test
  void sharpeningGivesBackWhatThePixelsBlurred() throws Exception {
    shootWaves(0, 0.004);
    Path frames = folder.resolve("frames");
    Recipe recipe =
        TestRecipes.usual(BlendMethod.MEAN)
            .withAlign(Align.SHIFT, Optional.of(frames.resolve("f00.tif")))
            .withScale(2);
    Path plain = folder.resolve("plain.tif");
    TestRecipes.blend(recipe, frames, plain);
    Path out = folder.resolve("out.tif");
    BlendResult result = TestRecipes.blend(recipe.withSharpen(0.8), frames, out);
    assertThat(result.output()).isEqualTo(out);
    assertThat(result.recipe().sharpen()).isEqualTo(0.8);
    assertThat(BlendWords.noise(result).orElseThrow()).startsWith("before it was sharpened");
    double turns = 2 * Math.PI * HELD;
    double before = strength(PictureReader.readWhole(Frame.look(plain)), 2, turns);
    double after = strength(PictureReader.readWhole(Frame.look(out)), 2, turns);
    // The blur as it is on the grid of half pixels: weights of a quarter, a half and a quarter.
    double left = 0.5 + 0.5 * Math.cos(turns / 2);
    assertThat(after / before).isCloseTo(1 + 0.8 * (1 - left), withinPercentage(2));
    // What is even stays as it is, up to the picture's edge.
    Raster one = PictureReader.readWhole(Frame.look(plain));
    Raster other = PictureReader.readWhole(Frame.look(out));
    double mean = 0;
    double meanAfter = 0;
    for (int i = 0; i < one.samples().length; i++) {
      mean += Srgb.toLight((one.samples()[i] & 0xffff) / 65_535.0);
      meanAfter += Srgb.toLight((other.samples()[i] & 0xffff) / 65_535.0);
    }
    assertThat(meanAfter).isCloseTo(mean, withinPercentage(0.1));
    // Nothing is left beside it.
    try (var there = Files.list(folder)) {
      assertThat(there.map(p -> p.getFileName().toString()))
          .containsExactlyInAnyOrder("frames", "plain.tif", "out.tif");
    }
  }

  @Test
  void withoutAFinerGridThereIsNoSharpening() {
    Recipe recipe = TestRecipes.usual(BlendMethod.MEAN).withAlign(Align.SHIFT, Optional.empty());
    assertThatThrownBy(() -> recipe.withSharpen(0.5).checked())
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("scale");
    assertThat(recipe.withScale(2).withSharpen(0.5).withScale(1).sharpen()).isZero();
    assertThatThrownBy(() -> recipe.withScale(2).withSharpen(1.5)).isInstanceOf(InvalidInput.class);
  }

  /** Each pixel is the mean of four, in light; frames are halved before they are moved. */
  @Test
  void aRoughLookIsHalfAsWideAndHigh() throws Exception {
    shootWaves(0, 0);
    Path frames = folder.resolve("frames");
    Recipe one = TestRecipes.usual(BlendMethod.MEAN);
    Path whole = folder.resolve("whole.tif");
    Path half = folder.resolve("half.tif");
    TestRecipes.blend(one, frames, whole);
    BlendResult result = TestRecipes.blend(one.withScale(Recipe.HALF), frames, half);
    assertThat(result.width()).isEqualTo(WIDTH / 2);
    assertThat(result.height()).isEqualTo(HEIGHT / 2);
    assertThat(result.starWidths()).isEmpty();
    Raster large = PictureReader.readWhole(Frame.look(whole));
    Raster small = PictureReader.readWhole(Frame.look(half));
    double worst = 0;
    for (int y = 0; y < HEIGHT / 2; y++) {
      for (int x = 0; x < WIDTH / 2; x++) {
        double mean = 0;
        for (int k = 0; k < 4; k++) {
          mean += Srgb.toLight(large.at(2 * x + k % 2, 2 * y + k / 2, 0) / 65_535.0) / 4;
        }
        double off = Srgb.toLight(small.at(x, y, 0) / 65_535.0) - mean;
        worst = Math.max(worst, Math.abs(off));
      }
    }
    assertThat(worst).isLessThan(5e-5);
    Recipe moved = one.withAlign(Align.SHIFT, Optional.of(frames.resolve("f00.tif")));
    assertThat(TestRecipes.blend(moved.withScale(Recipe.HALF), frames, half).used()).isEqualTo(16);
    Raster aligned = PictureReader.readWhole(Frame.look(half));
    double off = 0;
    for (int y = 20; y < HEIGHT / 2 - 20; y++) {
      for (int x = 20; x < WIDTH / 2 - 20; x++) {
        double light = Srgb.toLight(aligned.at(x, y, 0) / 65_535.0);
        off += Math.abs(light - gatheredWaves(2 * x + 0.5, 2 * y + 0.5, 0));
      }
    }
    // The waves that half the size cannot hold are what is missing: 0.033 high at the most.
    assertThat(off / ((WIDTH / 2 - 40) * (HEIGHT / 2 - 40))).isLessThan(0.03);
    assertThatThrownBy(() -> one.withScale(1.5))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("0.5 (half size), 1, 2, 3 or 4");
  }
}
