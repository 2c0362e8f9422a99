package zygonox.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.awt.geom.Line2D;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zygonox.core.combine.BlendMethod;
import zygonox.core.combine.BlendWatcher;
import zygonox.core.develop.FrameMask;
import zygonox.core.format.Depth;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.PictureReader;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.TestPictures;
import zygonox.core.mend.SkylineFinder;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.Srgb;
import zygonox.core.words.RecipeWords;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.WholeFile;

/** Masks of single frames, and sky and ground that are blended by themselves. */
class SkyAndGroundTest {
  private static final int WIDTH = 320;
  private static final int HEIGHT = 240;
  private static final PixelLayout LAYOUT = new PixelLayout(WIDTH, HEIGHT, 3, 16);

  @TempDir Path folder;

  private Path frames() throws Exception {
    Path path = folder.resolve("frames");
    Files.createDirectories(path);
    return path;
  }

  private static double ridge(int x) {
    return 150 + 25 * Math.sin(x / 40.0) - (x > 200 && x < 206 ? 60 : 0);
  }

  /** A sky with stars that move to the right by a few pixels a frame, over a ragged ridge. */
  private static Raster night(int index, double ground, long seed) {
    Random noise = new Random(seed);
    Random places = new Random(99);
    double[] light = new double[LAYOUT.samples()];
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        boolean sky = y < ridge(x);
        double level = sky ? 0.06 + 0.0001 * y : ground * (0.6 + 0.4 * ((x / 7 + y / 5) % 2));
        for (int c = 0; c < 3; c++) {
          light[3 * (y * WIDTH + x) + c] = level + 0.002 * noise.nextGaussian();
        }
      }
    }
    for (int s = 0; s < 90; s++) {
      double sx = places.nextDouble() * (WIDTH + 40) - 40 + 4.3 * index;
      double sy = places.nextDouble() * 175 + 1.6 * index;
      double peak = 0.15 + 0.6 * places.nextDouble();
      for (int y = (int) sy - 4; y <= sy + 5; y++) {
        for (int x = (int) sx - 4; x <= sx + 5; x++) {
          if (x >= 0 && y >= 0 && x < WIDTH && y < ridge(x)) {
            double far = Math.pow(x - sx, 2) + Math.pow(y - sy, 2);
            for (int c = 0; c < 3; c++) {
              light[3 * (y * WIDTH + x) + c] += peak * Math.exp(-far / 2.2);
            }
          }
        }
      }
    }
    Raster raster = Raster.blank(LAYOUT);
    for (int i = 0; i < light.length; i++) {
      double value = Math.max(0, Math.min(1, light[i]));
      raster.samples()[i] = (short) Math.round(65_535 * Srgb.toEncoded(value));
    }
    return raster;
  }

  private void shoot(int count) throws Exception {
    for (int i = 0; i < count; i++) {
      TestPictures.write(
          frames().resolve("n" + i + ".tif"), night(i, 0.02, 5 + i), FrameInfo.UNKNOWN);
    }
  }

  private static SkyAndGround held(Optional<Path> mask, List<Path> frames) {
    return new SkyAndGround(mask, frames, Optional.empty(), false, OptionalDouble.empty());
  }

  private Path maskFile() throws Exception {
    Raster mask = Raster.blank(new PixelLayout(WIDTH, HEIGHT, 1, 8));
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        mask.samples()[y * WIDTH + x] = (short) (y < ridge(x) ? 255 : 0);
      }
    }
    return TestPictures.write(folder.resolve("sky.png"), mask, FrameInfo.UNKNOWN);
  }

  @Test
  void aMaskedFrameTakesPartOnlyWhereItIsWhite() throws Exception {
    Raster dark = Raster.blank(LAYOUT);
    Arrays.fill(dark.samples(), (short) 10_000);
    Raster bright = Raster.blank(LAYOUT);
    Arrays.fill(bright.samples(), (short) 50_000);
    Path a = TestPictures.write(frames().resolve("a.png"), dark, FrameInfo.UNKNOWN);
    Path b = TestPictures.write(frames().resolve("b.png"), bright, FrameInfo.UNKNOWN);
    Raster mask = Raster.blank(new PixelLayout(WIDTH, HEIGHT, 1, 8));
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        // Two pieces in a row, and none in some rows.
        boolean white = y % 3 != 0 && (x < 50 || x > 100 && x < 120);
        mask.samples()[y * WIDTH + x] = (short) (white ? 255 : 0);
      }
    }
    Path file = TestPictures.write(folder.resolve("mask.png"), mask, FrameInfo.UNKNOWN);
    for (BlendMethod method :
        new BlendMethod[] {BlendMethod.LIGHTEN, BlendMethod.MEAN, BlendMethod.MEDIAN}) {
      Path out = folder.resolve(method + ".png");
      TestRecipes.blend(
          TestRecipes.usual(method).withMasks(Map.of(b, FramePart.hard(file))), frames(), out);
      Raster seen = PictureReader.readWhole(Frame.look(out));
      // Of two values a median is their mean, in light as everything masked.
      double mean = (Srgb.toLight(10_000 / 65_535.0) + Srgb.toLight(50_000 / 65_535.0)) / 2;
      double both = method == BlendMethod.LIGHTEN ? 50_000 : 65_535 * Srgb.toEncoded(mean);
      for (int y = 0; y < HEIGHT; y += 7) {
        for (int x = 0; x < WIDTH; x++) {
          double expected = mask.at(x, y, 0) > 0 ? both : 10_000;
          assertThat((double) seen.at(x, y, 1))
              .as(method + " at " + x + ", " + y)
              .isCloseTo(expected, within(2.0));
        }
      }
    }
    assertThat(a).exists();
  }

  @Test
  void aStrokePaintsWhatLiesWithinItsRadiusAndIsKeptAsAPicture() {
    FrameMask whole = new FrameMask(50, 40, new BitSet()).painted(25, 20, 25, 20, 100, true);
    assertThat(whole.white().cardinality()).isEqualTo(50 * 40);
    FrameMask stroke = whole.painted(-5, 8, 30.5, 21, 4.5, false);
    for (int y = 0; y < 40; y++) {
      for (int x = 0; x < 50; x++) {
        // By the library's own geometry of lines.
        double off = Line2D.ptSegDist(-5, 8, 30.5, 21, x, y);
        assertThat(stroke.at(x, y)).as(x + ", " + y).isEqualTo(off > 4.5);
      }
    }
    assertThat(whole.at(10, 13)).isTrue();
    Path file = folder.resolve("mask.png");
    stroke.write(file, WholeFile.IfPresent.REFUSE);
    assertThat(FrameMask.read("sky-mask", file, new PixelLayout(50, 40, 3, 16))).isEqualTo(stroke);
  }

  @Test
  void erodedMasksLoseAMarginAndNothingAtThePicturesEdge() {
    BitSet white = new BitSet();
    for (int y = 0; y < 40; y++) {
      white.set(y * 50, y * 50 + (y < 20 ? 50 : 30));
    }
    FrameMask mask = new FrameMask(50, 40, white).eroded(3);
    for (int y = 0; y < 40; y++) {
      for (int x = 0; x < 50; x++) {
        boolean near = false;
        for (int dy = -3; dy <= 3; dy++) {
          for (int dx = -3; dx <= 3; dx++) {
            int nx = x + dx;
            int ny = y + dy;
            boolean inside = nx >= 0 && ny >= 0 && nx < 50 && ny < 40;
            near |= inside && ny >= 20 && nx >= 30;
          }
        }
        assertThat(mask.at(x, y)).as(x + ", " + y).isEqualTo(!near);
      }
    }
  }

  @Test
  void skyIsAlignedAndGroundStaysSharpWithoutADoubledRidge() throws Exception {
    shoot(8);
    for (Optional<Path> mask : List.of(Optional.of(maskFile()), Optional.<Path>empty())) {
      Path out = folder.resolve("out" + mask.isPresent() + ".tif");
      BlendResult result =
          TestRecipes.blend(
              TestRecipes.usual(BlendMethod.MEAN)
                  .withAlign(Align.STARS, Optional.of(frames().resolve("n4.tif")))
                  .withGround(Optional.of(held(mask, List.of()))),
              frames(),
              out);
      assertThat(result.used()).isEqualTo(8);
      FrameMask sky = result.sky().orElseThrow();
      assertThat(sky.at(60, (int) ridge(60) - 6)).isTrue();
      assertThat(sky.at(60, (int) ridge(60) + 6)).isFalse();
      Raster seen = PictureReader.readWhole(Frame.look(out));
      Raster ideal = night(4, 0.02, 9);
      double worst = 0;
      int wrong = 0;
      for (int y = 5; y < HEIGHT - 5; y++) {
        for (int x = 30; x < WIDTH - 30; x++) {
          double fromEdge = Math.abs(y - ridge(x));
          double light = Srgb.toLight(seen.at(x, y, 1) / 65_535.0);
          double own = Srgb.toLight(ideal.at(x, y, 1) / 65_535.0);
          if (fromEdge > 2.5 && Math.abs(x - 203) > 6 && own < 0.12) {
            worst = Math.max(worst, Math.abs(light - own));
            wrong += Math.abs(light - own) > 0.02 ? 1 : 0;
          }
        }
      }
      assertThat(wrong).as("pixels off by 2 % of white, mask " + mask).isLessThan(150);
      assertThat(folder.toFile().list((d, n) -> n.contains("parts"))).isEmpty();
    }
  }

  @Test
  void theGroundOfOtherFramesIsBroughtToTheSkysBrightness() throws Exception {
    shoot(6);
    Path longer = folder.resolve("longer");
    Files.createDirectories(longer);
    for (int i = 0; i < 2; i++) {
      TestPictures.write(
          longer.resolve("g" + i + ".tif"), night(i, 0.16, 40 + i), FrameInfo.UNKNOWN);
    }
    Recipe recipe =
        TestRecipes.usual(BlendMethod.MEAN)
            .withAlign(Align.STARS, Optional.of(frames().resolve("n3.tif")));
    Path out = folder.resolve("out.tif");
    TestRecipes.blend(
        recipe.withGround(Optional.of(held(Optional.of(maskFile()), List.of(longer)))),
        frames(),
        out);
    assertThat(ground(out)).isCloseTo(0.02 * 0.8, within(0.001));
    // By another method too, and the frames of the sky at each pixel are counted.
    Path counts = folder.resolve("count.png");
    SkyAndGround darkest =
        new SkyAndGround(
            Optional.of(maskFile()),
            List.of(longer),
            Optional.of(BlendMethod.MEAN),
            false,
            OptionalDouble.empty());
    new Blender(
            recipe
                .withMethod(BlendMethod.CLIPPED_MEAN)
                .withKappa(2)
                .withGround(Optional.of(darkest)))
        .blend(
            FrameFinder.find(List.of(frames()), Progress.NONE, new Cancellation()),
            new Destination(
                out, WholeFile.IfPresent.REPLACE, Optional.of(counts), Optional.empty()),
            BlendWatcher.NONE,
            TestRecipes.room("200m"));
    assertThat(ground(out)).isCloseTo(0.02 * 0.8, within(0.001));
    Raster counted = PictureReader.readWhole(Frame.look(counts));
    assertThat(counted.at(160, 60, 0)).isEqualTo(6);
    assertThat(counted.at(160, 230, 0)).isZero();
    SkyAndGround asIs =
        new SkyAndGround(
            Optional.of(maskFile()), List.of(longer), Optional.empty(), true, OptionalDouble.of(0));
    TestRecipes.blend(recipe.withGround(Optional.of(asIs)), frames(), out);
    assertThat(ground(out)).isCloseTo(0.16 * 0.8, within(0.002));
  }

  /** The ground is there everywhere; of the sky what every frame covers is left. */
  @Test
  void croppedToWhatAllFramesCoverItIsThatPartOfTheWhole() throws Exception {
    shoot(6);
    Recipe recipe =
        TestRecipes.usual(BlendMethod.MEAN)
            .withAlign(Align.STARS, Optional.of(frames().resolve("n3.tif")))
            .withGround(Optional.of(held(Optional.of(maskFile()), List.of())));
    Path out = folder.resolve("out.tif");
    TestRecipes.blend(recipe, frames(), out);
    Raster whole = PictureReader.readWhole(Frame.look(out));
    Path counts = folder.resolve("count.png");
    BlendResult done =
        new Blender(recipe.withCrop(Crop.COMMON))
            .blend(
                FrameFinder.find(List.of(frames()), Progress.NONE, new Cancellation()),
                new Destination(
                    out, WholeFile.IfPresent.REPLACE, Optional.of(counts), Optional.empty()),
                BlendWatcher.NONE,
                TestRecipes.room("200m"));
    Raster part = PictureReader.readWhole(Frame.look(out));
    PixelLayout size = part.layout();
    assertThat(size.width()).isEqualTo(done.width()).isLessThan(WIDTH);
    assertThat(size.height()).isEqualTo(done.height());
    assertThat(PictureReader.readWhole(Frame.look(counts)).layout().width())
        .isEqualTo(size.width());
    boolean found = false;
    for (int top = 0; top <= HEIGHT - size.height(); top++) {
      for (int left = 0; left <= WIDTH - size.width(); left++) {
        found |= liesAt(part, whole, left, top);
      }
    }
    assertThat(found).isTrue();
  }

  private static boolean liesAt(Raster part, Raster whole, int left, int top) {
    for (int y = 0; y < part.layout().height(); y++) {
      for (int x = 0; x < part.layout().width(); x++) {
        if (part.at(x, y, 1) != whole.at(x + left, y + top, 1)) {
          return false;
        }
      }
    }
    return true;
  }

  private static double ground(Path out) throws Exception {
    Raster seen = PictureReader.readWhole(Frame.look(out));
    double sum = 0;
    int count = 0;
    for (int y = 190; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        sum += Srgb.toLight(seen.at(x, y, 1) / 65_535.0);
        count++;
      }
    }
    return sum / count;
  }

  /** Planar light, as the ground's own blend has it. */
  private static float[] light(Raster picture) {
    float[] light = new float[LAYOUT.samples()];
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        for (int c = 0; c < 3; c++) {
          light[(y * 3 + c) * WIDTH + x] = (float) Srgb.toLight(picture.at(x, y, c) / 65_535.0);
        }
      }
    }
    return light;
  }

  private static SkylineFinder.Rows rows(float[] light) {
    return (y, row) -> System.arraycopy(light, y * row.length, row, 0, row.length);
  }

  @Test
  void theSkylineIsFoundInRidgesAndMasts() {
    FrameMask sky = new SkylineFinder(LAYOUT, rows(light(night(0, 0.015, 3)))).sky(List.of());
    int wrong = 0;
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        wrong += sky.at(x, y) != y < ridge(x) ? 1 : 0;
      }
    }
    assertThat(wrong / (double) (WIDTH * HEIGHT)).isLessThan(0.01);
    assertThat(sky.at(203, 120)).isFalse();
  }

  /** A ridge that leaves the picture: the columns beside it are sky down to the last row. */
  @Test
  void whereTheRidgeIsOutOfThePictureAllIsSky() {
    Random noise = new Random(8);
    float[] light = new float[LAYOUT.samples()];
    int high = HEIGHT - 90;
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        boolean sky = y < high + 0.9 * x;
        double level = sky ? 0.06 + 0.0001 * y : 0.015;
        for (int c = 0; c < 3; c++) {
          light[(y * 3 + c) * WIDTH + x] = (float) (level + 0.002 * noise.nextGaussian());
        }
      }
    }
    // Trails of stars are clearer than anything else in a column without ground; some are known.
    List<SkylineFinder.SkyPoint> known = new ArrayList<>();
    for (int star = 0; star < 60; star++) {
      int firstX = (int) (noise.nextDouble() * (WIDTH - 12));
      int firstY = (int) (noise.nextDouble() * (HEIGHT - 100));
      boolean overGround = firstX < 110;
      for (int t = 0; t < 36; t++) {
        int x = firstX + t % 12;
        int y = firstY + t % 12 / 2 + t / 12;
        if (overGround) {
          known.add(new SkylineFinder.SkyPoint(x, y));
        }
        for (int c = 0; c < 3; c++) {
          light[(y * 3 + c) * WIDTH + x] = 0.3f;
        }
      }
    }
    FrameMask sky = new SkylineFinder(LAYOUT, rows(light)).sky(known);
    for (int x = 0; x < WIDTH; x++) {
      double ridge = high + 0.9 * x;
      boolean certain = ridge > HEIGHT + 12 || ridge < HEIGHT - 30;
      for (int y = 0; certain && y < HEIGHT; y++) {
        if (Math.abs(y - ridge) > 4) {
          assertThat(sky.at(x, y)).as(x + ", " + y).isEqualTo(y < ridge);
        }
      }
    }
  }

  /** A ground that is lit from frame to frame, under the stars of one of them. */
  @Test
  void aSkyOfOneFrameLiesOverALitGround() throws Exception {
    for (int i = 0; i < 5; i++) {
      Raster frame = night(i, 0.02, 5 + i);
      for (int y = 200; y < 230; y++) {
        for (int x = 30 + 50 * i; x < 60 + 50 * i; x++) {
          for (int c = 0; c < 3; c++) {
            frame.samples()[3 * (y * WIDTH + x) + c] = (short) 45_000;
          }
        }
      }
      TestPictures.write(frames().resolve("n" + i + ".tif"), frame, FrameInfo.UNKNOWN);
    }
    Path own = frames().resolve("n2.tif");
    Recipe recipe =
        TestRecipes.usual(BlendMethod.LIGHTEN)
            .withDepth(Depth.SIXTEEN)
            .withRegions(List.of(Region.parse("sky=" + own)));
    Path out = folder.resolve("lit.tif");
    TestRecipes.blend(recipe.checked(), frames(), out);
    Raster seen = PictureReader.readWhole(Frame.look(out));
    Raster one = PictureReader.readWhole(Frame.look(own));
    for (int y = 0; y < HEIGHT; y += 3) {
      for (int x = 0; x < WIDTH; x++) {
        boolean sky = y < ridge(x) - 8 && (x < 190 || x > 216);
        if (sky) {
          assertThat((double) seen.at(x, y, 1))
              .as(x + ", " + y)
              .isCloseTo(one.at(x, y, 1), within(2.0));
        }
      }
    }
    for (int i = 0; i < 5; i++) {
      assertThat((int) seen.at(45 + 50 * i, 215, 1)).isEqualTo(45_000);
    }
    assertThat(RecipeFile.read(out).recipe().regions()).isEqualTo(recipe.regions());
    assertThat(RecipeWords.command(recipe, folder, out)).contains("--region sky=frames/n2.tif");
    assertThat(RecipeWords.sentence(recipe, OptionalInt.of(5)))
        .contains("the sky from n2.tif alone");
  }

  @Test
  void whatMakesNoSenseIsRefused() throws Exception {
    shoot(2);
    Recipe recipe = TestRecipes.usual(BlendMethod.MEAN);
    assertThatThrownBy(
            () -> recipe.withGround(Optional.of(held(Optional.empty(), List.of()))).checked())
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("align");
    Raster small = Raster.blank(new PixelLayout(20, 20, 1, 8));
    Path wrong = TestPictures.write(folder.resolve("wrong.png"), small, FrameInfo.UNKNOWN);
    assertThatThrownBy(
            () ->
                TestRecipes.blend(
                    recipe.withMasks(Map.of(frames().resolve("n0.tif"), FramePart.hard(wrong))),
                    frames(),
                    folder.resolve("o.tif")))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("20 x 20");
    RecipeJson json = new RecipeJson(folder);
    Recipe all =
        recipe
            .withAlign(Align.STARS, Optional.empty())
            .withMasks(Map.of(frames().resolve("n0.tif"), FramePart.hard(wrong)))
            .withGround(Optional.of(held(Optional.of(wrong), List.of(frames()))));
    assertThat(json.read(json.write(all))).isEqualTo(all);
  }
}
