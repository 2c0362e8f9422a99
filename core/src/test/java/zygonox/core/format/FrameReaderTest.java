package zygonox.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.twelvemonkeys.imageio.plugins.tiff.TIFFImageWriterSpi;
import ij.IJ;
import ij.ImagePlus;
import ij.io.FileSaver;
import ij.io.Opener;
import ij.process.ShortProcessor;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.OptionalDouble;
import java.util.Random;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.frame.Frame;
import zygonox.core.frame.TestPictures;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;

class FrameReaderTest {
  @TempDir Path folder;

  private static Raster read(Path file) throws UnreadableFrame {
    return PictureReader.readWhole(Frame.look(file));
  }

  @ParameterizedTest
  @CsvSource({
    "tif,1,8",
    "tif,3,8",
    "tif,1,16",
    "tif,3,16",
    "png,1,8",
    "png,3,8",
    "png,1,16",
    "png,3,16"
  })
  void losslessFormatsComeBackToTheSample(String extension, int channels, int bits)
      throws UnreadableFrame {
    Raster raster = TestPictures.random(new PixelLayout(97, 61, channels, bits), 5);
    Path file = folder.resolve("a." + extension);
    TestPictures.write(file, raster, FrameInfo.UNKNOWN);
    Raster back = read(file);
    assertThat(back.layout()).isEqualTo(raster.layout());
    assertThat(back.samples()).isEqualTo(raster.samples());
  }

  @Test
  void rowsCanBeReadInAnyOrder() throws UnreadableFrame {
    Raster raster = TestPictures.random(new PixelLayout(700, 300, 3, 16), 6);
    Path file = TestPictures.write(folder.resolve("a.tif"), raster, FrameInfo.UNKNOWN);
    try (PixelSource source = PictureReader.open(Frame.look(file))) {
      short[] rows = new short[13 * 2100];
      for (int first : new int[] {250, 3, 287, 100}) {
        source.read(first, 13, rows);
        assertThat(rows)
            .isEqualTo(Arrays.copyOfRange(raster.samples(), first * 2100, (first + 13) * 2100));
      }
    }
  }

  /** ImageJ writes big-endian TIFF; a second reader and writer of our own kind of files. */
  @Test
  void bigEndianTiffOfAnotherProgramIsRead() throws UnreadableFrame {
    Random random = new Random(1);
    short[] samples = new short[120 * 80];
    for (int i = 0; i < samples.length; i++) {
      samples[i] = (short) random.nextInt();
    }
    Path file = folder.resolve("ij.tif");
    new FileSaver(new ImagePlus("t", new ShortProcessor(120, 80, samples, null)))
        .saveAsTiff(file.toString());
    Raster back = read(file);
    assertThat(back.layout()).isEqualTo(new PixelLayout(120, 80, 1, 16));
    assertThat(back.samples()).isEqualTo(samples);
  }

  @Test
  void anotherProgramReadsOurSixteenBitTiff() {
    Raster raster = TestPictures.random(new PixelLayout(90, 70, 3, 16), 9);
    Path file = TestPictures.write(folder.resolve("a.tif"), raster, FrameInfo.UNKNOWN);
    IJ.redirectErrorMessages();
    ImagePlus image = new Opener().openImage(file.toString());
    assertThat(image.getNChannels()).isEqualTo(3);
    for (int c = 0; c < 3; c++) {
      short[] plane = (short[]) image.getStack().getPixels(c + 1);
      for (int i = 0; i < plane.length; i++) {
        assertThat(plane[i]).isEqualTo(raster.samples()[3 * i + c]);
      }
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"LZW", "Deflate", "ZLib", "PackBits"})
  void compressedTiffIsRead(String compression) throws IOException, UnreadableFrame {
    BufferedImage image = new BufferedImage(160, 90, BufferedImage.TYPE_3BYTE_BGR);
    Random random = new Random(3);
    for (int y = 0; y < 90; y++) {
      for (int x = 0; x < 160; x++) {
        image.setRGB(x, y, random.nextInt(40) * 0x030201 + x * 0x010000);
      }
    }
    Path file = folder.resolve("c.tif");
    ImageWriter writer = new TIFFImageWriterSpi().createWriterInstance(null);
    try (ImageOutputStream out = ImageIO.createImageOutputStream(file.toFile())) {
      ImageWriteParam param = writer.getDefaultWriteParam();
      param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
      param.setCompressionType(compression);
      writer.setOutput(out);
      writer.write(null, new IIOImage(image, null, null), param);
    }
    Raster back = read(file);
    for (int y = 0; y < 90; y++) {
      for (int x = 0; x < 160; x++) {
        int rgb = back.at(x, y, 0) << 16 | back.at(x, y, 1) << 8 | back.at(x, y, 2);
        assertThat(rgb).isEqualTo(image.getRGB(x, y) & 0xffffff);
      }
    }
  }

  @Test
  void aNegativeIsTurnedRound() throws IOException, UnreadableFrame {
    Raster raster = TestPictures.random(new PixelLayout(40, 30, 1, 16), 8);
    Path file = TestPictures.write(folder.resolve("n.tif"), raster, FrameInfo.UNKNOWN);
    byte[] bytes = Files.readAllBytes(file);
    // The photometric tag, 262, of one short: from 1, black is zero, to 0, white is zero.
    int tag = -1;
    for (int i = 8 + 2 * raster.samples().length; i < bytes.length - 12 && tag < 0; i++) {
      boolean found =
          bytes[i] == 0x06 && bytes[i + 1] == 0x01 && bytes[i + 2] == 3 && bytes[i + 4] == 1;
      tag = found ? i : tag;
    }
    bytes[tag + 8] = 0;
    Files.write(file, bytes);
    Raster back = read(file);
    for (int i = 0; i < raster.samples().length; i++) {
      assertThat(back.samples()[i] & 0xffff).isEqualTo(65535 - (raster.samples()[i] & 0xffff));
    }
  }

  @Test
  void jpegComesOutOfBothDecodersAlike() throws UnreadableFrame {
    Raster raster = TestPictures.smooth(new PixelLayout(333, 217, 3, 8));
    Path file = TestPictures.write(folder.resolve("a.jpg"), raster, FrameInfo.UNKNOWN);
    Raster byReader = read(file);
    Raster byJdk = ImageIoDecoder.decode(file, PictureFormat.JPEG, raster.layout());
    int most = 0;
    for (int i = 0; i < byJdk.samples().length; i++) {
      most = Math.max(most, Math.abs(byReader.samples()[i] - byJdk.samples()[i]));
    }
    assertThat(most).isLessThanOrEqualTo(2);
  }

  @Test
  void packedSamplesAreTheSameSamples() throws UnreadableFrame {
    Raster raster = TestPictures.smooth(new PixelLayout(101, 37, 3, 8));
    for (String name : new String[] {"a.jpg", "a.tif"}) {
      Path file = TestPictures.write(folder.resolve(name), raster, FrameInfo.UNKNOWN);
      try (PixelSource source = PictureReader.open(Frame.look(file))) {
        short[] samples = new short[5 * 303];
        long[] packed = new long[(samples.length + 7) / 8];
        source.read(11, 5, samples);
        source.readPacked(11, 5, packed);
        for (int i = 0; i < samples.length; i++) {
          assertThat((int) (packed[i / 8] >>> 8 * (i % 8)) & 0xff).isEqualTo(samples[i] & 0xffff);
        }
      }
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"a.jpg", "a.tif", "a.png"})
  void exifComesBack(String name) throws UnreadableFrame {
    FrameInfo info = TestPictures.info("2026-10-14T21:13:05.120", "+01:00");
    Raster raster = TestPictures.smooth(new PixelLayout(40, 30, 3, 8));
    Path file = TestPictures.write(folder.resolve(name), raster, info);
    FrameInfo back = Frame.look(file).info();
    assertThat(back).isEqualTo(info);
  }

  @ParameterizedTest
  @CsvSource({"0.00025", "0.004", "0.3", "1.6", "13", "241.5"})
  void exposuresComeBack(double seconds) throws UnreadableFrame {
    FrameInfo one = TestPictures.info("2026-10-14T21:13:05", "+01:00");
    FrameInfo info =
        new FrameInfo(
            one.capturedAt(),
            OptionalDouble.of(seconds),
            one.aperture(),
            one.iso(),
            one.focalMm(),
            one.camera(),
            one.lens(),
            1);
    Raster raster = TestPictures.smooth(new PixelLayout(40, 30, 3, 8));
    Path file = TestPictures.write(folder.resolve("a.jpg"), raster, info);
    assertThat(Frame.look(file).info().exposureSeconds().orElseThrow())
        .isCloseTo(seconds, within(seconds * 1e-6));
  }

  @ParameterizedTest
  @ValueSource(ints = {2, 3, 4, 5, 6, 7, 8})
  void orientationIsAppliedAsExifDefinesIt(int orientation) throws Exception {
    Raster raster = TestPictures.random(new PixelLayout(7, 4, 1, 8), 2);
    Path file = TestPictures.write(folder.resolve("a.tif"), raster, FrameInfo.UNKNOWN);
    Frame stored = Frame.look(file);
    FrameInfo turned =
        new FrameInfo(
            stored.info().capturedAt(),
            stored.info().exposureSeconds(),
            stored.info().aperture(),
            stored.info().iso(),
            stored.info().focalMm(),
            stored.info().camera(),
            stored.info().lens(),
            orientation);
    Frame frame =
        new Frame(
            file,
            stored.format(),
            OrientedSource.uprightLayout(stored.layout(), orientation),
            turned);
    Raster upright = PictureReader.readWhole(frame);
    // Where row 0 and column 0 of the stored picture lie, by the table of CIPA DC-008, 4.6.4.
    int lastX = upright.layout().width() - 1;
    int lastY = upright.layout().height() - 1;
    int[] corner =
        switch (orientation) {
          case 2 -> new int[] {lastX, 0};
          case 3 -> new int[] {lastX, lastY};
          case 4 -> new int[] {0, lastY};
          case 5 -> new int[] {0, 0};
          case 6 -> new int[] {lastX, 0};
          case 7 -> new int[] {lastX, lastY};
          default -> new int[] {0, lastY};
        };
    int[] alongRow =
        switch (orientation) {
          case 2, 3 -> new int[] {-1, 0};
          case 4 -> new int[] {1, 0};
          case 5, 6 -> new int[] {0, 1};
          default -> new int[] {0, -1};
        };
    for (int x = 0; x < 7; x++) {
      assertThat(upright.at(corner[0] + x * alongRow[0], corner[1] + x * alongRow[1], 0))
          .isEqualTo(raster.at(x, 0, 0));
    }
  }

  private ReadFault.Kind fault(Path file) {
    try {
      read(file);
      throw new AssertionError(file + " was read");
    } catch (UnreadableFrame e) {
      return e.fault().kind();
    }
  }

  @Test
  void badFilesAreNamedWithTheReason() throws IOException {
    Path empty = Files.createFile(folder.resolve("empty.jpg"));
    assertThat(fault(empty)).isEqualTo(ReadFault.Kind.EMPTY);
    Path text = folder.resolve("notes.tif");
    Files.writeString(text, "Bring the warm gloves.", StandardCharsets.UTF_8);
    assertThat(fault(text)).isEqualTo(ReadFault.Kind.NOT_A_PICTURE);
    assertThat(fault(folder.resolve("gone.png"))).isEqualTo(ReadFault.Kind.MISSING);
  }

  @ParameterizedTest
  @ValueSource(strings = {"a.jpg", "a.tif", "a.png"})
  void aTruncatedPictureIsUnreadableAtEveryLength(String name) throws IOException {
    Raster raster = TestPictures.random(new PixelLayout(64, 48, 3, 8), 4);
    Path whole = TestPictures.write(folder.resolve(name), raster, FrameInfo.UNKNOWN);
    byte[] bytes = Files.readAllBytes(whole);
    Path cut = folder.resolve("cut-" + name);
    // Our TIFF has its pixels first: cut behind them, only words about the picture are lost.
    int end = name.endsWith("tif") ? 8 + raster.samples().length : bytes.length - 2;
    for (int length = 9; length < end; length += Math.max(1, bytes.length / 60)) {
      Files.write(cut, Arrays.copyOf(bytes, length));
      assertThatThrownBy(() -> read(cut)).isInstanceOf(UnreadableFrame.class);
    }
  }

  @ParameterizedTest
  @EnumSource(
      value = PictureFormat.class,
      names = {"JPEG", "PNG", "TIFF"})
  void damagedBytesNeverDoMoreThanMakeAFrameUnreadable(PictureFormat format) throws IOException {
    String extension = format.name().toLowerCase().replace("jpeg", "jpg").replace("tiff", "tif");
    Raster raster = TestPictures.smooth(new PixelLayout(48, 32, 3, 8));
    Path whole = TestPictures.write(folder.resolve("w." + extension), raster, FrameInfo.UNKNOWN);
    byte[] bytes = Files.readAllBytes(whole);
    Random random = new Random(format.ordinal());
    Path file = folder.resolve("x." + extension);
    for (int round = 0; round < 150; round++) {
      byte[] damaged = bytes.clone();
      for (int k = 0; k <= random.nextInt(6); k++) {
        damaged[random.nextInt(Math.min(damaged.length, 900))] = (byte) random.nextInt();
      }
      Files.write(file, damaged);
      try {
        Raster back = read(file);
        assertThat(back.samples().length).isPositive();
      } catch (UnreadableFrame e) {
        assertThat(e.fault().kind()).isNotNull();
      }
    }
  }
}
