package zygonox.core.blend;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import nom.tam.fits.Fits;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import zygonox.core.frame.Depth;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameInfo;
import zygonox.core.frame.FrameReader;
import zygonox.core.frame.FrameSet;
import zygonox.core.frame.JpegQuality;
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

  private BlendResult blend(BlendMethod method, BlendOptions options, String name) {
    FrameSet set = FrameFinder.find(List.of(frames), Progress.NONE, new Cancellation());
    return new Blender(method, options)
        .blend(set, out.resolve(name), IfPresent.REFUSE, BlendWatcher.NONE, new Cancellation());
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
    BlendResult result = blend(BlendMethod.LIGHTEN, BlendOptions.usual(), "r.png");
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
    BlendResult result = blend(BlendMethod.LIGHTEN, BlendOptions.usual(), "r.tif");
    assertThat(result.used()).isEqualTo(2);
    Frame frame = FrameReader.look(result.output());
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
    BlendResult result = blend(method, BlendOptions.usual(), "r.tif");
    assertThat(result.used()).isEqualTo(3);
    assertThat(result.dropped()).extracting(FrameDropped::file).containsExactly(bad);
    assertThat(outputs()).isEqualTo(1);
  }

  @Test
  void oneFrameAloneIsItsOwnBlend() throws Exception {
    PixelLayout layout = new PixelLayout(40, 30, 3, 16);
    frame("a.tif", layout, 1);
    BlendResult result = blend(BlendMethod.MEDIAN, BlendOptions.usual(), "r.tif");
    assertThat(FrameReader.readWhole(FrameReader.look(result.output())).samples())
        .isEqualTo(TestPictures.random(layout, 1).samples());
  }

  @Test
  void metadataOfTheFirstFrameAndTheMakingAreKept() throws Exception {
    frame("a.tif", new PixelLayout(40, 30, 3, 8), 1);
    frame("b.tif", new PixelLayout(40, 30, 3, 8), 2);
    BlendResult result = blend(BlendMethod.MEAN, BlendOptions.usual(), "r.tif");
    FrameInfo info = FrameReader.look(result.output()).info();
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
    BlendOptions tiny =
        new BlendOptions(
            BlendOptions.Align.NONE,
            Optional.empty(),
            AverageIn.LINEAR,
            3,
            Optional.empty(),
            JpegQuality.USUAL,
            new ByteSize(10_000));
    assertThatThrownBy(() -> blend(BlendMethod.MEAN, tiny, "r.tif"))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("the least that works is --memory");
  }

  @Test
  void outputsThatCannotBeAreRefusedBeforeTheWork() throws IOException {
    frame("a.tif", new PixelLayout(20, 20, 3, 8), 1);
    assertThatThrownBy(() -> blend(BlendMethod.MEAN, BlendOptions.usual(), "no/where.tif"))
        .isInstanceOf(InvalidInput.class);
    assertThatThrownBy(() -> blend(BlendMethod.MEAN, BlendOptions.usual(), "r.bmp"))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining(".tif, .png, .jpg or .fits");
    BlendOptions sixteen =
        new BlendOptions(
            BlendOptions.Align.NONE,
            Optional.empty(),
            AverageIn.LINEAR,
            3,
            Optional.of(Depth.SIXTEEN),
            JpegQuality.USUAL,
            BlendOptions.usualMemory());
    assertThatThrownBy(() -> blend(BlendMethod.MEAN, sixteen, "r.jpg"))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("16 bits");
    assertThat(outputs()).isZero();
  }

  @Test
  void noFrameAtAllIsTold() {
    assertThatThrownBy(() -> blend(BlendMethod.MEAN, BlendOptions.usual(), "r.tif"))
        .isInstanceOf(WorkFailed.class)
        .hasMessageContaining("no readable frame");
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
                  new Blender(method, BlendOptions.usual())
                      .blend(set, out.resolve("r.tif"), IfPresent.REFUSE, impatient, cancellation))
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
    BlendResult mean = blend(BlendMethod.MEAN, BlendOptions.usual(), "mean.tif");
    BlendResult.NoiseGain noise = mean.noise().orElseThrow();
    assertThat(noise.single() * 65535).isCloseTo(400, within(12.0));
    assertThat(noise.expected().orElseThrow()).isEqualTo(4);
    assertThat(noise.gain().orElseThrow()).isCloseTo(4, within(0.2));
    BlendResult median = blend(BlendMethod.MEDIAN, BlendOptions.usual(), "median.tif");
    assertThat(median.noise().orElseThrow().gain().orElseThrow())
        .isCloseTo(median.noise().orElseThrow().expected().orElseThrow(), within(0.2));
    BlendResult lighten = blend(BlendMethod.LIGHTEN, BlendOptions.usual(), "lighten.tif");
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
    BlendOptions floats =
        new BlendOptions(
            BlendOptions.Align.NONE,
            Optional.empty(),
            AverageIn.ENCODED,
            3,
            Optional.of(Depth.FLOAT),
            JpegQuality.USUAL,
            BlendOptions.usualMemory());
    blend(method, floats, "r.fits");
    Raster whole =
        FrameReader.readWhole(
            FrameReader.look(
                blend(method, BlendOptions.usual().withAverageIn(AverageIn.ENCODED), "r.tif")
                    .output()));
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
