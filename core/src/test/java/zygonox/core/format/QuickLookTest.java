package zygonox.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.frame.Frame;
import zygonox.core.frame.TestPictures;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raw.BayerPattern;
import zygonox.core.work.WholeFile;

/** Small pictures of frames, and cameras' own raw files by LibRaw. */
class QuickLookTest {
  private static final int WIDTH = 960;
  private static final int HEIGHT = 640;
  private static final FrameInfo INFO = TestPictures.info("2026-10-14T22:00:00", "+01:00");

  @TempDir Path folder;
  private Path dng;

  /** Left dark, right bright, the upper half redder. */
  @BeforeEach
  void writeDng() {
    dng = folder.resolve("a.dng");
    PictureHeader header = new PictureHeader(WIDTH, HEIGHT, 1, Depth.SIXTEEN, INFO, () -> "");
    BayerPattern pattern = BayerPattern.RGGB;
    double[] neutral = {0.5, 1, 0.65};
    DngWriter.write(
        dng,
        WholeFile.IfPresent.REPLACE,
        header,
        new DngWriter.Sensor(pattern, 512, 16_383, neutral),
        64,
        (first, rows, samples) -> {
          for (int y = 0; y < rows; y++) {
            for (int x = 0; x < WIDTH; x++) {
              int c = pattern.at(x, first + y);
              double light = (0.05 + 0.4 * x / WIDTH) * (c == 0 && first + y < 320 ? 1.5 : 1);
              samples[y * WIDTH + x] = (short) (512 + light * neutral[c] * (16_383 - 512));
            }
          }
        });
  }

  private static double mean(Raster raster, double left, double top, int channel) {
    PixelLayout layout = raster.layout();
    int x0 = (int) (left * layout.width());
    int y0 = (int) (top * layout.height());
    double sum = 0;
    int n = 0;
    for (int y = y0; y < y0 + layout.height() / 5; y++) {
      for (int x = x0; x < x0 + layout.width() / 5; x++) {
        sum += raster.at(x, y, channel);
        n++;
      }
    }
    return sum / n / layout.white();
  }

  private static void assertAlike(Raster small, Raster whole) {
    for (double left : new double[] {0.05, 0.75}) {
      for (double top : new double[] {0.1, 0.7}) {
        for (int c = 0; c < 3; c++) {
          int channel = Math.min(c, whole.layout().channels() - 1);
          assertThat(mean(small, left, top, c))
              .as("%.2f %.2f %d", left, top, c)
              .isCloseTo(mean(whole, left, top, channel), within(0.02));
        }
      }
    }
  }

  @Test
  void aRawFileHoldsASmallPictureOfItselfThatLooksTheSame() throws Exception {
    Frame frame = Frame.look(dng);
    assertThat(frame.format()).isEqualTo(PictureFormat.DNG);
    Raster small = QuickLook.of(frame, 60);
    assertThat(small.layout()).isEqualTo(new PixelLayout(60, 40, 3, 8));
    assertAlike(small, PictureReader.readWhole(frame));
  }

  @ParameterizedTest
  @ValueSource(strings = {"a.jpg", "a.png", "a.tif"})
  void everyFormatIsMadeSmall(String name) throws Exception {
    Raster whole = TestPictures.smooth(new PixelLayout(WIDTH, HEIGHT, 3, 8));
    Frame frame = Frame.look(TestPictures.write(folder.resolve(name), whole, INFO));
    Raster small = QuickLook.of(frame, 120);
    assertThat(Math.max(small.layout().width(), small.layout().height())).isBetween(120, 240);
    assertThat(small.layout().bits()).isEqualTo(8);
    assertAlike(small, PictureReader.readWhole(frame));
  }

  @Test
  void aSixteenBitGreyFrameBecomesEightBitColour() throws Exception {
    Raster whole = TestPictures.smooth(new PixelLayout(WIDTH, HEIGHT, 1, 16));
    Frame frame = Frame.look(TestPictures.write(folder.resolve("g.tif"), whole, INFO));
    assertAlike(QuickLook.of(frame, 160), whole);
  }

  @Test
  void damageDoesNotHangOrEscape() throws Exception {
    byte[] whole = Files.readAllBytes(dng);
    Random random = new Random(2);
    for (int k = 0; k < 300; k++) {
      byte[] bytes = whole.clone();
      int from = k % 2 == 0 ? whole.length - 1500 : 0;
      for (int m = 0; m < 6; m++) {
        bytes[from + random.nextInt(k % 2 == 0 ? 1500 : 64)] = (byte) random.nextInt(256);
      }
      Path file = folder.resolve("m.dng");
      Files.write(file, bytes);
      try {
        Raster raster = QuickLook.of(Frame.look(file), 60);
        assertThat(raster.layout().width()).isPositive();
      } catch (UnreadableFrame e) {
        assertThat(e.fault().kind()).isNotNull();
      }
    }
  }

  @Test
  void libRawDevelopsLikeWeDo() throws Exception {
    assumeTrue(LibRaw.isPresent(), "the system has no LibRaw");
    assertThat(MakerRaw.look(dng).layout()).isEqualTo(new PixelLayout(WIDTH, HEIGHT, 3, 16));
    Raster theirs = LibRaw.develop(dng);
    Raster ours = PictureReader.readWhole(Frame.look(dng));
    for (double left : new double[] {0.05, 0.75}) {
      for (int c = 0; c < 3; c++) {
        assertThat(mean(theirs, left, 0.7, c)).isCloseTo(mean(ours, left, 0.7, c), within(0.02));
      }
    }
    FrameInfo info = LibRaw.info(dng);
    assertThat(info.exposureSeconds()).hasValue(20);
    assertThat(info.iso()).hasValue(1600);
    assertThat(info.focalMm()).hasValue(24);
  }

  @Test
  void aMakersRawIsToldByItsSamplesAndReadByLibRawOnly() throws Exception {
    // A DNG without its version is a TIFF with a sensor's samples: a raw file of no known maker.
    byte[] bytes = Files.readAllBytes(dng);
    for (int i = bytes.length - 3000; i < bytes.length - 12; i++) {
      if ((bytes[i] & 0xff) == 0x12 && (bytes[i + 1] & 0xff) == 0xc6 && bytes[i + 2] == 1) {
        bytes[i] = 0x11;
      }
    }
    Path file = folder.resolve("made.nef");
    Files.write(file, bytes);
    assertThat(DngStructure.read(file)).isEmpty();
    assertThat(DngStructure.hasMosaic(file)).isTrue();
    if (LibRaw.isPresent()) {
      try {
        assertThat(Frame.look(file).format()).isEqualTo(PictureFormat.RAW);
      } catch (UnreadableFrame e) {
        assertThat(e.fault().kind()).isEqualTo(ReadFault.Kind.DAMAGED);
      }
    } else {
      assertThatThrownBy(() -> Frame.look(file))
          .isInstanceOfSatisfying(
              UnreadableFrame.class,
              e -> assertThat(e.fault().kind()).isEqualTo(ReadFault.Kind.NEEDS_LIBRAW));
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"IIU\0", "IIRO", "FUJIFILM", "FOVb", "\0\0\0\0ftypcrx "})
  void startsOfMakersFormatsAreKnown(String start) {
    byte[] bytes =
        java.util.Arrays.copyOf(start.getBytes(java.nio.charset.StandardCharsets.ISO_8859_1), 12);
    assertThat(PictureFormat.of(bytes)).contains(PictureFormat.RAW);
  }
}
