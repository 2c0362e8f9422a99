package zygonox.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import nom.tam.fits.Fits;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.combine.AverageIn;
import zygonox.core.combine.BlendMethod;
import zygonox.core.combine.BlendWatcher;
import zygonox.core.combine.FrameDropped;
import zygonox.core.combine.NoiseGain;
import zygonox.core.combine.Preview;
import zygonox.core.format.Depth;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.PictureReader;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameSet;
import zygonox.core.frame.TestPictures;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Cancelled;
import zygonox.core.work.Progress;
import zygonox.core.work.WholeFile.IfPresent;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workroom;

class BlenderTest {
  @TempDir Path folder;
  private Path frames;
  private Path out;

  @BeforeEach
  void folders() throws IOException {
    frames = Files.createDirectory(folder.resolve("frames"));
    out = Files.createDirectory(folder.resolve("out"));
  }

  private void frame(String name, PixelLayout layout, long seed) {
    TestPictures.write(
        frames.resolve(name),
        TestPictures.random(layout, seed),
        TestPictures.info("2026-10-14T22:00:" + (10 + seed), "+01:00"));
  }

  private BlendResult blend(BlendMethod method, String name) {
    return blend(TestRecipes.usual(method), name);
  }

  private BlendResult blend(Recipe recipe, String name) {
    return TestRecipes.blend(recipe, frames, out.resolve(name));
  }

  private long outputs() throws IOException {
    try (Stream<Path> list = Files.list(out)) {
      return list.count();
    }
  }

  @Test
  void framesOfAnotherSizeAreLeftOutWithTheReason() {
    PixelLayout layout = new PixelLayout(40, 30, 3, 8);
    frame("a.png", layout, 1);
    frame("b.png", layout, 2);
    frame("c.png", new PixelLayout(30, 40, 3, 8), 3);
    BlendResult result = blend(BlendMethod.LIGHTEN, "r.png");
    assertThat(result.used()).isEqualTo(2);
    assertThat(result.dropped()).hasSize(1);
    assertThat(result.dropped().get(0).file()).hasFileName("c.png");
    assertThat(result.dropped().get(0).reason())
        .isEqualTo(new FrameDropped.OtherSize("30 x 40", "40 x 30"));
  }

  @Test
  void greyAndColourAndBothDepthsAreBlendedTogether() throws Exception {
    frame("a.tif", new PixelLayout(40, 30, 1, 8), 1);
    frame("b.tif", new PixelLayout(40, 30, 3, 16), 2);
    BlendResult result = blend(BlendMethod.LIGHTEN, "r.tif");
    assertThat(result.used()).isEqualTo(2);
    Frame frame = Frame.look(result.output());
    assertThat(frame.layout()).isEqualTo(new PixelLayout(40, 30, 3, 16));
  }

  @ParameterizedTest
  @EnumSource(BlendMethod.class)
  void aFrameThatBreaksInTheMiddleIsLeftOutAndTheRestBlended(BlendMethod method) throws Exception {
    PixelLayout layout = new PixelLayout(64, 48, 3, 8);
    for (int i = 0; i < 4; i++) {
      frame("f" + i + ".png", layout, i);
    }
    // Its chunks are whole, so that only decoding tells.
    Path bad = frames.resolve("f2.png");
    byte[] bytes = Files.readAllBytes(bad);
    int data = new String(bytes, StandardCharsets.ISO_8859_1).indexOf("IDAT") + 40;
    Arrays.fill(bytes, data, data + 60, (byte) 0x5a);
    Files.write(bad, bytes);
    BlendResult result = blend(method, "r.tif");
    assertThat(result.used()).isEqualTo(3);
    assertThat(result.dropped()).extracting(FrameDropped::file).containsExactly(bad);
    assertThat(outputs()).isEqualTo(1);
  }

  @Test
  void oneFrameAloneIsItsOwnBlend() throws Exception {
    PixelLayout layout = new PixelLayout(40, 30, 3, 16);
    frame("a.tif", layout, 1);
    BlendResult result = blend(BlendMethod.MEDIAN, "r.tif");
    assertThat(PictureReader.readWhole(Frame.look(result.output())).samples())
        .isEqualTo(TestPictures.random(layout, 1).samples());
  }

  @Test
  void metadataOfTheFirstFrameAndTheMakingAreKept() throws Exception {
    frame("a.tif", new PixelLayout(40, 30, 3, 8), 1);
    frame("b.tif", new PixelLayout(40, 30, 3, 8), 2);
    BlendResult result = blend(BlendMethod.MEAN, "r.tif");
    FrameInfo info = Frame.look(result.output()).info();
    assertThat(info).isEqualTo(TestPictures.info("2026-10-14T22:00:11", "+01:00"));
    assertThat(Files.readString(result.output(), StandardCharsets.ISO_8859_1))
        .contains("mean of 2 frames")
        .contains("Zygonox");
  }

  @Test
  void tooLittleMemoryIsRefusedWithTheLeastThatWorks() {
    for (int i = 0; i < 3; i++) {
      frame("f" + i + ".tif", new PixelLayout(900, 600, 3, 16), i);
    }
    FrameSet set = FrameFinder.find(List.of(frames), Progress.NONE, new Cancellation());
    Workroom tiny = Workroom.unwatched(new ByteSize(10_000));
    assertThatThrownBy(
            () ->
                TestRecipes.blend(
                    TestRecipes.usual(BlendMethod.MEAN), set, out.resolve("r.tif"), tiny))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("the least that works is ");
  }

  @Test
  void outputsThatCannotBeAreRefusedBeforeTheWork() throws IOException {
    frame("a.tif", new PixelLayout(20, 20, 3, 8), 1);
    assertThatThrownBy(() -> blend(BlendMethod.MEAN, "no/where.tif"))
        .isInstanceOf(InvalidInput.class);
    assertThatThrownBy(() -> blend(BlendMethod.MEAN, "r.bmp"))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining(".tif, .png, .jpg or .fits");
    Recipe sixteen = TestRecipes.usual(BlendMethod.MEAN).withDepth(Depth.SIXTEEN);
    assertThatThrownBy(() -> blend(sixteen, "r.jpg"))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("16 bits");
    assertThat(outputs()).isZero();
  }

  @Test
  void noFrameAtAllIsTold() {
    assertThatThrownBy(() -> blend(BlendMethod.MEAN, "r.tif"))
        .isInstanceOf(WorkFailed.class)
        .hasMessageContaining("no readable frame");
  }

  /** Cut off after it was looked at, as by a card that is pulled out. */
  @ParameterizedTest
  @ValueSource(strings = {"tif", "png"})
  void aFrameThatBreaksOffIsDroppedFromAMedianOfEveryFormat(String ending) throws IOException {
    PixelLayout layout = new PixelLayout(400, 300, 3, 16);
    for (int i = 0; i < 5; i++) {
      frame("f" + i + "." + ending, layout, i);
    }
    FrameSet set = FrameFinder.find(List.of(frames), Progress.NONE, new Cancellation());
    Path cut = frames.resolve("f2." + ending);
    try (FileChannel channel = FileChannel.open(cut, StandardOpenOption.WRITE)) {
      channel.truncate(channel.size() / 2);
    }
    BlendResult result =
        TestRecipes.blend(TestRecipes.usual(BlendMethod.MEDIAN), set, out.resolve("r.tif"));
    assertThat(result.used()).isEqualTo(4);
    assertThat(result.dropped()).extracting(d -> d.file()).containsExactly(cut);
    assertThat(result.dropped().get(0).reason()).isInstanceOf(FrameDropped.Unreadable.class);
  }

  /** Aligned on the stars it is not one that has none: its fault is told. */
  @Test
  void aFrameThatCannotBeDecodedIsToldSoWhenItIsToBeAligned() throws IOException {
    for (int i = 0; i < 3; i++) {
      frame("f" + i + ".png", new PixelLayout(400, 300, 3, 8), i);
    }
    FrameSet set = FrameFinder.find(List.of(frames), Progress.NONE, new Cancellation());
    for (int i = 0; i < 3; i++) {
      Path cut = frames.resolve("f" + i + ".png");
      try (FileChannel channel = FileChannel.open(cut, StandardOpenOption.WRITE)) {
        channel.truncate(channel.size() / 2);
      }
    }
    Recipe aligned = TestRecipes.usual(BlendMethod.MEAN).withAlign(Align.STARS, Optional.empty());
    assertThatThrownBy(() -> TestRecipes.blend(aligned, set, out.resolve("r.tif")))
        .isInstanceOf(WorkFailed.class)
        .hasMessageContaining("None of the frames could be read");
  }

  @Test
  void whatContradictsItselfOrDoesNothingIsRefused() {
    Recipe mean = TestRecipes.usual(BlendMethod.MEAN);
    Recipe lighten = TestRecipes.usual(BlendMethod.LIGHTEN);
    Map<Recipe, String> idle =
        Map.of(
            lighten.withKappa(2), "kappa",
            lighten.withWeights(Weights.QUALITY), "weights",
            lighten.withAverageIn(AverageIn.ENCODED), "average-in",
            mean.withAlign(Align.NONE, Optional.of(folder)), "reference",
            mean.withAlign(Align.STARS, Optional.empty()).withAverageIn(AverageIn.ENCODED),
                "average-in");
    idle.forEach(
        (recipe, part) ->
            assertThatThrownBy(() -> new Blender(recipe))
                .isInstanceOf(InvalidInput.class)
                .satisfies(e -> assertThat(((InvalidInput) e).about()).isEqualTo(part)));
  }

  @Test
  void cancellingLeavesNothingBehind() throws IOException {
    for (int i = 0; i < 8; i++) {
      frame("f" + i + ".png", new PixelLayout(300, 200, 3, 8), i);
    }
    FrameSet set = FrameFinder.find(List.of(frames), Progress.NONE, new Cancellation());
    for (BlendMethod method : List.of(BlendMethod.LIGHTEN, BlendMethod.MEDIAN)) {
      Cancellation cancellation = new Cancellation();
      BlendWatcher impatient =
          new BlendWatcher() {
            @Override
            public void step(int done, int total) {
              cancellation.request();
            }

            @Override
            public boolean wantsPictures() {
              return true;
            }

            @Override
            public void picture(Preview preview) {
              assertThat(preview.argb()).hasSize(preview.width() * preview.height());
            }
          };
      assertThatThrownBy(
              () ->
                  new Blender(TestRecipes.usual(method))
                      .blend(
                          set,
                          new Destination(out.resolve("r.tif"), IfPresent.REFUSE),
                          impatient,
                          new Workroom(
                              Workroom.usualMemory(),
                              Optional.empty(),
                              Progress.NONE,
                              cancellation)))
          .isInstanceOf(Cancelled.class);
    }
    assertThat(outputs()).isZero();
  }

  @Test
  void noiseFallsByTheRootOfTheNumber() {
    PixelLayout layout = new PixelLayout(640, 480, 1, 16);
    for (int f = 0; f < 16; f++) {
      Random random = new Random(f);
      Raster raster = Raster.blank(layout);
      for (int i = 0; i < layout.samples(); i++) {
        raster.samples()[i] = (short) Math.round(20_000 + 400 * random.nextGaussian());
      }
      TestPictures.write(frames.resolve("f" + f + ".tif"), raster, FrameInfo.UNKNOWN);
    }
    BlendResult mean = blend(BlendMethod.MEAN, "mean.tif");
    NoiseGain noise = mean.noise().orElseThrow();
    assertThat(noise.single() * 65535).isCloseTo(400, within(12.0));
    assertThat(noise.expected().orElseThrow()).isEqualTo(4);
    assertThat(noise.gain().orElseThrow()).isCloseTo(4, within(0.2));
    BlendResult median = blend(BlendMethod.MEDIAN, "median.tif");
    assertThat(median.noise().orElseThrow().gain().orElseThrow())
        .isCloseTo(median.noise().orElseThrow().expected().orElseThrow(), within(0.2));
    BlendResult lighten = blend(BlendMethod.LIGHTEN, "lighten.tif");
    assertThat(lighten.noise().orElseThrow().expected()).isEmpty();
  }

  @ParameterizedTest
  @EnumSource(
      value = BlendMethod.class,
      names = {"LIGHTEN", "MEAN"})
  void floatAndFitsHoldTheSamePicture(BlendMethod method) throws Exception {
    PixelLayout layout = new PixelLayout(50, 30, 3, 16);
    frame("a.tif", layout, 1);
    frame("b.tif", layout, 2);
    blend(TestRecipes.encoded(method).withDepth(Depth.FLOAT), "r.fits");
    Raster whole =
        PictureReader.readWhole(Frame.look(blend(TestRecipes.encoded(method), "r.tif").output()));
    try (Fits fits = new Fits(out.resolve("r.fits").toFile())) {
      float[][][] planes = (float[][][]) fits.readHDU().getKernel();
      for (int y = 0; y < 30; y++) {
        for (int x = 0; x < 50; x++) {
          // FITS counts rows from the bottom.
          assertThat(planes[1][29 - y][x] * 65535).isCloseTo(whole.at(x, y, 1), within(0.51f));
        }
      }
    }
  }
}
