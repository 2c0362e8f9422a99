package zygonox.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.combine.BlendMethod;
import zygonox.core.develop.Calibration;
import zygonox.core.develop.HotPixelRepair;
import zygonox.core.develop.Tone;
import zygonox.core.format.DecodeMemory;
import zygonox.core.format.Depth;
import zygonox.core.format.DngWriter;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.LightSource;
import zygonox.core.format.PictureHeader;
import zygonox.core.format.PictureReader;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameSet;
import zygonox.core.frame.TestPictures;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.Srgb;
import zygonox.core.raw.BayerPattern;
import zygonox.core.words.BlendWords;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.WholeFile;

/** Calibration and development against arithmetic done by hand. */
class CalibrationTest {
  private static final int WIDTH = 48;
  private static final int HEIGHT = 40;
  private static final PixelLayout LAYOUT = new PixelLayout(WIDTH, HEIGHT, 3, 16);
  private static final int BLACK = 512;
  private static final int WHITE = 16_383;

  @TempDir Path folder;
  private Path lights;
  private Path darks;
  private Path flats;

  @BeforeEach
  void folders() throws Exception {
    lights = Files.createDirectory(folder.resolve("lights"));
    darks = Files.createDirectory(folder.resolve("darks"));
    flats = Files.createDirectory(folder.resolve("flats"));
  }

  private static FrameInfo exposed(double seconds) {
    return new FrameInfo(
        Optional.empty(),
        OptionalDouble.of(seconds),
        OptionalDouble.of(2.8),
        OptionalDouble.of(800),
        OptionalDouble.of(20),
        Optional.empty(),
        Optional.empty(),
        1);
  }

  /** Writes a picture of such light and returns the light as it was stored. */
  private static double[] picture(Path file, long seed, double least, double most, double seconds)
      throws Exception {
    Random random = new Random(seed);
    Raster raster = Raster.blank(LAYOUT);
    double[] light = new double[LAYOUT.samples()];
    for (int i = 0; i < light.length; i++) {
      double wanted = least + (most - least) * random.nextDouble();
      int stored = (int) Math.round(65_535 * Srgb.toEncoded(wanted));
      raster.samples()[i] = (short) stored;
      light[i] = Srgb.toLight(stored / 65_535.0);
    }
    TestPictures.write(file, raster, exposed(seconds));
    return light;
  }

  private static void mosaic(Path file, int[] counts, double seconds) {
    PictureHeader header =
        new PictureHeader(WIDTH, HEIGHT, 1, Depth.SIXTEEN, exposed(seconds), () -> "");
    DngWriter.write(
        file,
        WholeFile.IfPresent.REFUSE,
        header,
        new DngWriter.Sensor(BayerPattern.RGGB, BLACK, WHITE, new double[] {0.5, 1, 0.65}),
        HEIGHT,
        (firstRow, rows, samples) -> {
          for (int i = 0; i < rows * WIDTH; i++) {
            samples[i] = (short) counts[firstRow * WIDTH + i];
          }
        });
  }

  private float[] light(Path file) throws Exception {
    Frame frame = Frame.look(file);
    try (LightSource source =
        PictureReader.light(frame, frame.layout().channels(), DecodeMemory.unshared())) {
      float[] light = new float[source.layout().samples()];
      source.read(0, HEIGHT, light);
      return light;
    }
  }

  private BlendResult blend(Recipe recipe, Path out) {
    return TestRecipes.blend(recipe, lights, out);
  }

  private static double middle(double... values) {
    Arrays.sort(values);
    int half = values.length / 2;
    return values.length % 2 == 1 ? values[half] : (values[half - 1] + values[half]) / 2;
  }

  @Test
  void darksAreTakenOffAndFlatsDividedInLinearLight() throws Exception {
    double[] a = picture(lights.resolve("a.png"), 1, 0.2, 0.6, 30);
    double[] b = picture(lights.resolve("b.png"), 2, 0.2, 0.6, 30);
    double[][] dark = new double[4][];
    for (int i = 0; i < 4; i++) {
      dark[i] = picture(darks.resolve("d" + i + ".png"), 10 + i, 0.01, 0.08, 30);
    }
    double[] f0 = picture(flats.resolve("f0.png"), 20, 0.4, 0.6, 0.01);
    double[] f1 = picture(flats.resolve("f1.png"), 21, 0.4, 0.6, 0.01);
    Path out = folder.resolve("out.tif");
    BlendResult result =
        blend(
            TestRecipes.usual(BlendMethod.MEAN)
                .withCalibration(
                    new Calibration(List.of(darks), List.of(flats), HotPixelRepair.NONE)),
            out);
    assertThat(result.used()).isEqualTo(2);
    assertThat(result.warnings()).isEmpty();
    double[] means = new double[3];
    for (int i = 0; i < f0.length; i++) {
      means[i % 3] += (f0[i] + f1[i]) / 2 / (WIDTH * HEIGHT);
    }
    Raster seen = PictureReader.readWhole(Frame.look(out));
    for (int i = 0; i < a.length; i++) {
      double off = middle(dark[0][i], dark[1][i], dark[2][i], dark[3][i]);
      double flat = (f0[i] + f1[i]) / 2 / means[i % 3];
      double expected = ((a[i] - off) / flat + (b[i] - off) / flat) / 2;
      int stored = seen.samples()[i] & 0xffff;
      assertThat((double) stored).isCloseTo(65_535 * Srgb.toEncoded(expected), within(3.0));
    }
  }

  @Test
  void aMosaicIsCalibratedBeforeItsColoursAreFilledIn() throws Exception {
    Random random = new Random(5);
    int[] light = new int[WIDTH * HEIGHT];
    int[] dark = new int[WIDTH * HEIGHT];
    int[] flat = new int[WIDTH * HEIGHT];
    double[] sums = new double[3];
    int[] counts = new int[3];
    for (int i = 0; i < light.length; i++) {
      light[i] = BLACK + 2000 + random.nextInt(9000);
      dark[i] = BLACK - 20 + random.nextInt(200);
      flat[i] = BLACK + 5000 + random.nextInt(2000);
      int channel = BayerPattern.RGGB.at(i % WIDTH, i / WIDTH);
      sums[channel] += flat[i] - BLACK;
      counts[channel]++;
    }
    mosaic(lights.resolve("a.dng"), light, 60);
    mosaic(darks.resolve("d.dng"), dark, 90);
    mosaic(flats.resolve("f.dng"), flat, 1);
    Path out = folder.resolve("out.fits");
    BlendResult result =
        blend(
            TestRecipes.usual(BlendMethod.MEAN)
                .withMono(true)
                .withDepth(Depth.ofBits(32))
                .withCalibration(
                    new Calibration(List.of(darks), List.of(flats), HotPixelRepair.NONE)),
            out);
    assertThat(result.warnings()).containsExactly(BlendWarning.DARK_MISMATCH);
    assertThat(Frame.look(out).layout().channels()).isEqualTo(1);
    float[] seen = light(out);
    for (int i = 0; i < light.length; i++) {
      int channel = BayerPattern.RGGB.at(i % WIDTH, i / WIDTH);
      double factor = sums[channel] / counts[channel] / (flat[i] - BLACK);
      double expected = (double) (light[i] - dark[i]) / (WHITE - BLACK) * factor;
      double told = Srgb.toEncoded(expected);
      assertThat(Math.min(Math.abs(seen[i] - expected), Math.abs(seen[i] - told)))
          .as("pixel " + i + ": " + seen[i] + ", " + expected)
          .isLessThan(2e-4);
    }
  }

  @ParameterizedTest
  @ValueSource(booleans = {true, false})
  void hotPixelsAreFoundAndTakenFromNeighboursOfLikeColour(boolean fromDarks) throws Exception {
    int[] hot = {5 * WIDTH + 7, 20 * WIDTH + 30, 21 * WIDTH + 33, 33 * WIDTH + 12};
    for (int f = 0; f < 6; f++) {
      Random random = new Random(f);
      int[] counts = new int[WIDTH * HEIGHT];
      for (int i = 0; i < counts.length; i++) {
        int channel = BayerPattern.RGGB.at(i % WIDTH, i / WIDTH);
        counts[i] = (int) (BLACK + 700 + 400 * channel + 12 * random.nextGaussian());
      }
      // A star that moves on from frame to frame.
      counts[(10 + 3 * f) * WIDTH + 10] += 6000;
      for (int pixel : hot) {
        counts[pixel] += 5000;
      }
      mosaic(lights.resolve("l" + f + ".dng"), counts, 60);
    }
    if (fromDarks) {
      for (int d = 0; d < 3; d++) {
        Random random = new Random(50 + d);
        int[] counts = new int[WIDTH * HEIGHT];
        for (int i = 0; i < counts.length; i++) {
          counts[i] = (int) (BLACK + 30 + 5 * random.nextGaussian());
        }
        for (int pixel : hot) {
          counts[pixel] += 5000;
        }
        mosaic(darks.resolve("d" + d + ".dng"), counts, 60);
      }
    }
    Path out = folder.resolve("out.tif");
    BlendResult result =
        blend(
            TestRecipes.usual(BlendMethod.LIGHTEN)
                .withMono(true)
                .withCalibration(
                    new Calibration(
                        fromDarks ? List.of(darks) : List.of(), List.of(), HotPixelRepair.AUTO)),
            out);
    assertThat(result.mended().hotPixels()).isEqualTo(hot.length);
    assertThat(BlendWords.mended(result))
        .containsExactly(hot.length + " pixels of each frame taken from their neighbours");
    Raster seen = PictureReader.readWhole(Frame.look(out));
    for (int pixel : hot) {
      int x = pixel % WIDTH;
      int y = pixel / WIDTH;
      assertThat(Math.abs(seen.at(x, y, 0) - seen.at(x + 2, y, 0))).isLessThan(1500);
    }
    // The star is there in all its places.
    for (int f = 0; f < 6; f++) {
      assertThat(seen.at(10, 10 + 3 * f, 0)).isGreaterThan(40_000);
    }
  }

  @Test
  void markedPixelsAreTakenFromTheirNeighbours() throws Exception {
    Raster even = Raster.blank(LAYOUT);
    Arrays.fill(even.samples(), (short) 20_000);
    for (int c = 0; c < 3; c++) {
      even.samples()[3 * (11 * WIDTH + 9) + c] = (short) 60_000;
    }
    TestPictures.write(lights.resolve("a.png"), even, FrameInfo.UNKNOWN);
    Raster mask = Raster.blank(new PixelLayout(WIDTH, HEIGHT, 1, 8));
    mask.samples()[11 * WIDTH + 9] = 255;
    Path marked = TestPictures.write(folder.resolve("mask.png"), mask, FrameInfo.UNKNOWN);
    Path out = folder.resolve("out.png");
    blend(
        TestRecipes.usual(BlendMethod.MEAN)
            .withCalibration(
                new Calibration(List.of(), List.of(), HotPixelRepair.markedIn(marked))),
        out);
    Raster seen = PictureReader.readWhole(Frame.look(out));
    for (int i = 0; i < seen.samples().length; i++) {
      assertThat(seen.samples()[i] & 0xffff).isBetween(19_999, 20_001);
    }
  }

  @Test
  void mastersThatDoNotFitAreRefused() throws Exception {
    picture(lights.resolve("a.png"), 1, 0.2, 0.6, 30);
    TestPictures.write(
        darks.resolve("small.png"),
        TestPictures.random(new PixelLayout(20, 20, 3, 16), 1),
        FrameInfo.UNKNOWN);
    TestPictures.write(flats.resolve("black.png"), Raster.blank(LAYOUT), FrameInfo.UNKNOWN);
    Recipe recipe = TestRecipes.usual(BlendMethod.MEAN);
    Path out = folder.resolve("out.tif");
    assertThatThrownBy(
            () ->
                blend(
                    recipe.withCalibration(
                        new Calibration(List.of(darks), List.of(), HotPixelRepair.NONE)),
                    out))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("20 x 20")
        .hasMessageContaining("48 x 40");
    assertThatThrownBy(
            () ->
                blend(
                    recipe.withCalibration(
                        new Calibration(List.of(), List.of(flats), HotPixelRepair.NONE)),
                    out))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("flat is black");
    assertThat(out).doesNotExist();
  }

  @Test
  void tooLittleMemoryForTheMastersIsToldWithWhatWouldDo() throws Exception {
    picture(lights.resolve("a.png"), 1, 0.2, 0.6, 30);
    picture(darks.resolve("d.png"), 2, 0.01, 0.02, 30);
    Recipe recipe =
        TestRecipes.usual(BlendMethod.MEAN)
            .withCalibration(new Calibration(List.of(darks), List.of(), HotPixelRepair.NONE));
    FrameSet set = FrameFinder.find(List.of(lights), Progress.NONE, new Cancellation());
    assertThatThrownBy(
            () -> TestRecipes.blend(recipe, set, folder.resolve("o.tif"), TestRecipes.room("20k")))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("darks and flats alone take");
  }

  @Test
  void developmentIsArithmeticInLight() throws Exception {
    double[] a = picture(lights.resolve("a.png"), 1, 0.1, 0.2, 30);
    Path out = folder.resolve("out.png");
    blend(
        TestRecipes.usual(BlendMethod.MEAN).withTone(Tone.parse("black=0.05, exposure=1.5")), out);
    Raster seen = PictureReader.readWhole(Frame.look(out));
    for (int i = 0; i < a.length; i++) {
      double expected = (a[i] - 0.05) / 0.95 * Math.pow(2, 1.5);
      assertThat((double) (seen.samples()[i] & 0xffff))
          .isCloseTo(65_535 * Srgb.toEncoded(expected), within(3.0));
    }
  }

  @Test
  void aNeutralPlaceComesOutGreyAndGreenStays() throws Exception {
    double[] a = picture(lights.resolve("a.png"), 1, 0.1, 0.4, 30);
    double[] mean = new double[3];
    for (int y = 18; y <= 22; y++) {
      for (int x = 8; x <= 12; x++) {
        for (int c = 0; c < 3; c++) {
          mean[c] += a[3 * (y * WIDTH + x) + c] / 25;
        }
      }
    }
    Path out = folder.resolve("out.png");
    blend(TestRecipes.usual(BlendMethod.MEAN).withTone(Tone.parse("neutral=10:20")), out);
    Raster seen = PictureReader.readWhole(Frame.look(out));
    for (int i = 0; i < a.length; i++) {
      double expected = a[i] * mean[1] / mean[i % 3];
      assertThat((double) (seen.samples()[i] & 0xffff))
          .isCloseTo(65_535 * Srgb.toEncoded(Math.min(1, expected)), within(3.0));
    }
  }

  @Test
  void higherTemperaturesAreWarmerAndTintIsMagenta() {
    float[] warm = Tone.parse("temperature=8000").balance().orElseThrow().gains();
    assertThat(warm[0]).isGreaterThan(1);
    assertThat(warm[1]).isEqualTo(1);
    assertThat(warm[2]).isLessThan(1);
    float[] plain = Tone.parse("tint=30").balance().orElseThrow().gains();
    assertThat(plain[0]).isGreaterThan(1.1f);
    assertThat(plain[2]).isGreaterThan(1.1f);
    // Tungsten light (CIE illuminant A, 2856 K) is red: balanced for it, red is held back.
    float[] lamp = Tone.parse("temperature=2856").balance().orElseThrow().gains();
    assertThat(lamp[2] / lamp[0]).isBetween(3.5f, 8f);
  }

  @Test
  void whatIsWrittenOfATonemapIsReadAgain() {
    for (String text :
        List.of(
            "black=0.1,temperature=4200,tint=-10,exposure=0.5,highlights=-0.5,shadows=1",
            "neutral=auto",
            "neutral=12:7,exposure=-2")) {
      assertThat(Tone.parse(Tone.parse(text).term())).isEqualTo(Tone.parse(text));
    }
    for (String wrong : List.of("exposure", "glow=1", "exposure=bright", "neutral=5", "black=2")) {
      assertThatThrownBy(() -> Tone.parse(wrong)).isInstanceOf(InvalidInput.class);
    }
  }

  @Test
  void skiesAreBroughtToOneBrightnessAndStarsKeepTheirLight() throws Exception {
    for (int f = 0; f < 3; f++) {
      Raster raster = Raster.blank(LAYOUT);
      double haze = 0.02 * f;
      for (int i = 0; i < raster.samples().length; i++) {
        // The lowest quarter is ground, which haze does not reach.
        boolean ground = i / 3 / WIDTH >= 30;
        boolean star = i / 3 == 15 * WIDTH + 20;
        double light = ground ? 0.01 : 0.05 + haze + (star ? 0.3 : 0);
        raster.samples()[i] = (short) Math.round(65_535 * Srgb.toEncoded(light));
      }
      TestPictures.write(lights.resolve("l" + f + ".png"), raster, FrameInfo.UNKNOWN);
    }
    Path out = folder.resolve("out.png");
    blend(TestRecipes.usual(BlendMethod.LIGHTEN).withMatchLight(true), out);
    Raster seen = PictureReader.readWhole(Frame.look(out));
    assertThat(Srgb.toLight(seen.at(5, 5, 1) / 65_535.0)).isCloseTo(0.05, within(2e-4));
    assertThat(Srgb.toLight(seen.at(20, 15, 1) / 65_535.0)).isCloseTo(0.35, within(2e-4));
  }

  @Test
  void aRecipeWithAllOfItIsReadAsItWasWritten() {
    Recipe recipe =
        TestRecipes.usual(BlendMethod.MEAN)
            .withCalibration(new Calibration(List.of(darks), List.of(flats), HotPixelRepair.AUTO))
            .withMono(true)
            .withMatchLight(true)
            .withTone(Tone.parse("exposure=0.5,neutral=auto"));
    RecipeJson json = new RecipeJson(folder);
    assertThat(json.read(json.write(recipe))).isEqualTo(recipe);
  }

  @Test
  void trailsSwellAndFadeAndTheGroundStays() throws Exception {
    for (int f = 0; f < 10; f++) {
      Raster raster = Raster.blank(LAYOUT);
      for (int i = 0; i < raster.samples().length; i++) {
        int x = i / 3 % WIDTH;
        int y = i / 3 / WIDTH;
        boolean star = y == 10 && x >= 4 + 4 * f && x < 8 + 4 * f;
        double light = y >= 30 ? 0.04 : star ? 0.5 : 0.01;
        raster.samples()[i] = (short) Math.round(65_535 * Srgb.toEncoded(light));
      }
      TestPictures.write(lights.resolve("l" + f + ".png"), raster, FrameInfo.UNKNOWN);
    }
    Path out = folder.resolve("out.png");
    blend(TestRecipes.usual(BlendMethod.LIGHTEN).withTaper(Taper.BOTH), out);
    Raster seen = PictureReader.readWhole(Frame.look(out));
    double[] trail = new double[10];
    for (int f = 0; f < 10; f++) {
      trail[f] = Srgb.toLight(seen.at(5 + 4 * f, 10, 1) / 65_535.0);
    }
    assertThat(trail[0]).isLessThan(0.02);
    assertThat(trail[4]).isGreaterThan(0.4);
    assertThat(trail[9]).isCloseTo(trail[0], within(0.002));
    for (int f = 0; f < 4; f++) {
      assertThat(trail[f + 1]).isGreaterThan(trail[f]);
    }
    assertThat(Srgb.toLight(seen.at(20, 35, 1) / 65_535.0)).isBetween(0.03, 0.0402);
    // With points at their ends trails have two fifths of their light, the last star all of it.
    Path points = folder.resolve("points.png");
    blend(TestRecipes.usual(BlendMethod.LIGHTEN).withTaper(Taper.POINTS_LAST), points);
    Raster ends = PictureReader.readWhole(Frame.look(points));
    assertThat(Srgb.toLight(ends.at(5, 10, 1) / 65_535.0)).isCloseTo(0.2, within(0.002));
    assertThat(Srgb.toLight(ends.at(37, 10, 1) / 65_535.0)).isCloseTo(0.2, within(0.002));
    assertThat(Srgb.toLight(ends.at(41, 10, 1) / 65_535.0)).isCloseTo(0.5, within(0.002));
    assertThat(Srgb.toLight(ends.at(20, 35, 1) / 65_535.0)).isCloseTo(0.04, within(0.001));
    assertThatThrownBy(() -> TestRecipes.usual(BlendMethod.MEAN).withTaper(Taper.IN).checked())
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("mean");
  }

  /**
   * Reading adds 40 counts and a second in the dark 3: of a frame of 60 s that is 220, told by
   * darks of 20, 30 and 40 s and bias frames among them; the flat's own share of it goes too.
   */
  @Test
  void biasFramesAmongTheDarksAreToldByTheirExposure() throws Exception {
    int[] light = new int[WIDTH * HEIGHT];
    int[] bias = new int[WIDTH * HEIGHT];
    int[] flat = new int[WIDTH * HEIGHT];
    for (int i = 0; i < light.length; i++) {
      int of = i % 2;
      light[i] = BLACK + 3000 + 40 + of * 180;
      bias[i] = BLACK + 40;
      flat[i] = BLACK + 40 + (i / WIDTH < HEIGHT / 2 ? 4000 : 2000);
    }
    mosaic(lights.resolve("a.dng"), light, 60);
    for (int k = 0; k < 3; k++) {
      int seconds = 20 + 10 * k;
      int[] dark = new int[WIDTH * HEIGHT];
      for (int i = 0; i < dark.length; i++) {
        dark[i] = BLACK + 40 + i % 2 * 3 * seconds;
      }
      mosaic(darks.resolve("d" + k + ".dng"), dark, seconds);
      mosaic(darks.resolve("b" + k + ".dng"), bias, 1 / 4000.0);
    }
    mosaic(flats.resolve("f.dng"), flat, 0.02);
    Path out = folder.resolve("out.fits");
    Recipe recipe =
        TestRecipes.usual(BlendMethod.MEAN)
            .withMono(true)
            .withDepth(Depth.ofBits(32))
            .withCalibration(new Calibration(List.of(darks), List.of(flats), HotPixelRepair.NONE));
    BlendResult result = blend(recipe, out);
    assertThat(result.warnings()).isEmpty();
    float[] seen = light(out);
    double range = WHITE - BLACK;
    // The flat is twice as bright above as below: its mean over each is 3/4 and 3/2.
    for (int x : new int[] {10, 11}) {
      assertThat(Srgb.toLight(seen[5 * WIDTH + x])).isCloseTo(0.75 * 3000 / range, within(2e-6));
      assertThat(Srgb.toLight(seen[35 * WIDTH + x])).isCloseTo(1.5 * 3000 / range, within(2e-6));
    }
  }

  @Test
  void darksOfAnotherNightsColdAreTold() throws Exception {
    FrameInfo mild = exposed(30).withCelsius(OptionalDouble.of(9.5));
    TestPictures.write(lights.resolve("a.tif"), TestPictures.random(LAYOUT, 1), mild);
    Recipe recipe =
        TestRecipes.usual(BlendMethod.MEAN)
            .withCalibration(
                new Calibration(List.of(darks.resolve("d.tif")), List.of(), HotPixelRepair.NONE));
    for (double celsius : new double[] {6, -8.25}) {
      FrameInfo taken = exposed(30).withCelsius(OptionalDouble.of(celsius));
      TestPictures.write(darks.resolve("d.tif"), TestPictures.random(LAYOUT, 2), taken);
      assertThat(Frame.look(darks.resolve("d.tif")).info().celsius()).hasValue(celsius);
      Path out = folder.resolve("out" + celsius + ".tif");
      assertThat(blend(recipe, out).warnings())
          .isEqualTo(celsius > 0 ? List.of() : List.of(BlendWarning.DARK_MISMATCH));
      assertThat(Frame.look(out).info().celsius()).hasValue(9.5);
    }
  }
}
