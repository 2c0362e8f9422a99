package zygonox.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.Base64;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Random;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.frame.Frame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.Srgb;
import zygonox.core.raw.BayerPattern;
import zygonox.core.raw.CameraColour;
import zygonox.core.raw.LosslessJpeg;
import zygonox.core.work.WholeFile;

class DngTest {
  private static final double[] NEUTRAL = {0.5, 1, 0.65};
  private static final FrameInfo INFO =
      new FrameInfo(
          Optional.of(
              new CaptureTime(
                  LocalDateTime.parse("2026-10-14T21:10:00.250"),
                  Optional.of(ZoneOffset.ofHours(1)))),
          OptionalDouble.of(20),
          OptionalDouble.of(2.8),
          OptionalDouble.of(3200),
          OptionalDouble.of(24),
          Optional.of("Fellgate Wether 24"),
          Optional.of("Fellgate 20 mm f/2"),
          1);

  @TempDir Path folder;

  private Path written(int width, int height, double light) {
    Path file = folder.resolve("a.dng");
    DngWriter.write(
        file,
        WholeFile.IfPresent.REPLACE,
        new PictureHeader(width, height, 1, Depth.SIXTEEN, INFO, () -> ""),
        new DngWriter.Sensor(BayerPattern.RGGB, 512, 16_383, NEUTRAL),
        16,
        (first, rows, samples) -> {
          for (int y = 0; y < rows; y++) {
            for (int x = 0; x < width; x++) {
              double share = light * NEUTRAL[BayerPattern.RGGB.at(x, first + y)];
              samples[y * width + x] = (short) Math.round(512 + share * 15_871);
            }
          }
        });
    return file;
  }

  @Test
  void aRawFileComesBackDevelopedWithWhatItSaysOfItself() throws Exception {
    Frame frame = Frame.look(written(50, 38, 0.18));
    assertThat(frame.format()).isEqualTo(PictureFormat.DNG);
    assertThat(frame.layout()).isEqualTo(new PixelLayout(50, 38, 3, 16));
    assertThat(frame.info()).usingRecursiveComparison().ignoringFields("credits").isEqualTo(INFO);
    Raster raster = PictureReader.readWhole(frame);
    for (short sample : raster.samples()) {
      assertThat((sample & 0xffff) / 65_535.0).isCloseTo(Srgb.toEncoded(0.18), within(3e-4));
    }
  }

  @Test
  void aValidatorOfItsOwnFindsNoFault() throws Exception {
    Path file = written(64, 48, 0.18);
    Process exiftool;
    try {
      exiftool =
          new ProcessBuilder("exiftool", "-validate", "-warning", "-a", file.toString())
              .redirectErrorStream(true)
              .start();
    } catch (IOException e) {
      Assumptions.abort("exiftool is not installed");
      return;
    }
    String said = new String(exiftool.getInputStream().readAllBytes());
    assertThat(said).contains("OK").doesNotContain("Warning ");
  }

  /** A DNG put together tag by tag, as other cameras' are. */
  private Path built(byte[] data, UnaryOperator<Ifd> tags) throws IOException {
    Ifd ifd =
        new Ifd()
            .longs(254, 0)
            .shorts(262, 32803)
            .shorts(277, 1)
            .shorts(33421, 2, 2)
            .octets(33422, 0, 1, 1, 2)
            .octets(50706, 1, 4, 0, 0)
            .signedRationals(50721, CameraColour.matrixOfPlain(NEUTRAL))
            .rationals(50728, NEUTRAL)
            .shorts(50778, 21);
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    int at = 8 + data.length + (data.length & 1);
    out.write(
        ByteBuffer.allocate(8)
            .order(Ifd.ORDER)
            .putShort((short) 0x4949)
            .putShort((short) 42)
            .putInt(at)
            .array());
    out.write(data);
    if ((data.length & 1) == 1) {
      out.write(0);
    }
    out.write(tags.apply(ifd).at(at));
    return Files.write(folder.resolve("built.dng"), out.toByteArray());
  }

  private static JsonNode fixture() throws IOException {
    try (InputStream in = LosslessJpeg.class.getResourceAsStream("lossless-jpeg.json")) {
      return new ObjectMapper().readTree(in).get(0);
    }
  }

  @Test
  void compressedTilesAreLaidSideBySide() throws Exception {
    byte[] tile = Base64.getDecoder().decode(fixture().path("data").asText());
    byte[] twice = ByteBuffer.allocate(2 * tile.length).put(tile).put(tile).array();
    Path file =
        built(
            twice,
            ifd ->
                ifd.longs(256, 40)
                    .longs(257, 12)
                    .shorts(258, 14)
                    .shorts(259, 7)
                    .longs(322, 20)
                    .longs(323, 12)
                    .longs(324, 8, 8 + tile.length)
                    .longs(325, tile.length, tile.length));
    Raster raster = PictureReader.readWhole(Frame.look(file));
    assertThat(raster.layout()).isEqualTo(new PixelLayout(40, 12, 3, 16));
    byte[] samples = Base64.getDecoder().decode(fixture().path("samples").asText());
    // A green pixel's own colour is its count: white is 2^14 - 1, black 0.
    int stored = ByteBuffer.wrap(samples).getShort(2 * (4 * 20 + 7)) & 0xffff;
    for (int x : new int[] {7, 27}) {
      assertThat(Srgb.toLight(raster.at(x, 4, 1) / 65_535.0))
          .isCloseTo(stored / 16_383.0, within(2e-3));
    }
  }

  private static byte[] packed(int width, int height, int bits, int value) {
    int rowBytes = (width * bits + 7) / 8;
    byte[] data = new byte[rowBytes * height];
    for (int y = 0; y < height; y++) {
      for (int i = 0; i < width * bits; i++) {
        int bit = value >> bits - 1 - i % bits & 1;
        data[y * rowBytes + i / 8] |= (byte) (bit << 7 - i % 8);
      }
    }
    return data;
  }

  @ParameterizedTest
  @ValueSource(ints = {8, 10, 12, 14})
  void packedSamplesBlackLevelsAndCropsAreHonoured(int bits) throws Exception {
    int white = (1 << bits) - 1;
    int black = white / 16;
    int value = black + (white - black) / 4;
    byte[] data = packed(30, 20, bits, value);
    Path file =
        built(
            data,
            ifd ->
                ifd.longs(256, 30)
                    .longs(257, 20)
                    .shorts(258, bits)
                    .shorts(259, 1)
                    .longs(273, 8)
                    .longs(278, 20)
                    .longs(279, data.length)
                    .shorts(50713, 2, 2)
                    .longs(50714, black, black, black, black)
                    .longs(50717, white)
                    .longs(50829, 2, 4, 18, 28)
                    .longs(50719, 1, 1)
                    .longs(50720, 20, 12));
    Frame frame = Frame.look(file);
    assertThat(frame.layout()).isEqualTo(new PixelLayout(20, 12, 3, 16));
    Raster raster = PictureReader.readWhole(frame);
    double light = (value - black) / (double) (white - black);
    assertThat(Srgb.toLight(raster.at(9, 6, 1) / 65_535.0)).isCloseTo(light, within(0.01));
    assertThat(Srgb.toLight(raster.at(9, 6, 0) / 65_535.0))
        .isCloseTo(Math.min(1, light / 0.5), within(0.01));
  }

  @Test
  void linearSamplesAreTakenAsTheyAre() throws Exception {
    int width = 12;
    byte[] data = new byte[width * 8 * 3 * 2];
    ByteBuffer samples = ByteBuffer.wrap(data).order(Ifd.ORDER);
    for (int i = 0; i < width * 8; i++) {
      samples.putShort((short) 5000).putShort((short) 10_000).putShort((short) 6500);
    }
    Path file =
        built(
            data,
            ifd ->
                ifd.longs(256, width)
                    .longs(257, 8)
                    .shorts(258, 16, 16, 16)
                    .shorts(259, 1)
                    .shorts(262, 34892)
                    .shorts(277, 3)
                    .longs(273, 8)
                    .longs(278, 8)
                    .longs(279, data.length)
                    .longs(50717, 40_000));
    Raster raster = PictureReader.readWhole(Frame.look(file));
    for (int c = 0; c < 3; c++) {
      assertThat(Srgb.toLight(raster.at(5, 5, c) / 65_535.0)).isCloseTo(0.25, within(1e-3));
    }
  }

  @Test
  void whatIsNotReadIsToldByItsKind() throws Exception {
    Path lossy =
        built(
            new byte[100],
            ifd ->
                ifd.longs(256, 10).longs(257, 10).shorts(258, 16).shorts(259, 34892).longs(273, 8));
    assertThatThrownBy(() -> Frame.look(lossy))
        .isInstanceOfSatisfying(
            UnreadableFrame.class,
            e -> {
              assertThat(e.fault().kind()).isEqualTo(ReadFault.Kind.UNSUPPORTED);
              assertThat(e.fault().detail()).contains("34892");
            });
    Path cut = written(64, 48, 0.2);
    Path sixColours =
        built(
            new byte[200],
            ifd ->
                ifd.longs(256, 10)
                    .longs(257, 10)
                    .shorts(258, 16)
                    .shorts(259, 1)
                    .shorts(33421, 6, 6)
                    .longs(273, 8)
                    .longs(279, 200));
    assertThatThrownBy(() -> Frame.look(sixColours))
        .isInstanceOfSatisfying(
            UnreadableFrame.class,
            e -> assertThat(e.fault().kind()).isEqualTo(ReadFault.Kind.UNSUPPORTED));
    assertThat(cut).exists();
  }

  @Test
  void damagedFilesAreToldAndNeverHang() throws Exception {
    byte[] good = Files.readAllBytes(written(40, 30, 0.2));
    byte[] tile = Base64.getDecoder().decode(fixture().path("data").asText());
    byte[] compressed =
        Files.readAllBytes(
            built(
                tile,
                ifd ->
                    ifd.longs(256, 20)
                        .longs(257, 12)
                        .shorts(258, 14)
                        .shorts(259, 7)
                        .longs(273, 8)
                        .longs(278, 12)
                        .longs(279, tile.length)));
    Random random = new Random(5);
    Path file = folder.resolve("bad.dng");
    for (int i = 0; i < 1500; i++) {
      byte[] bad = (i % 2 == 0 ? good : compressed).clone();
      for (int k = 0; k <= random.nextInt(5); k++) {
        // Mostly in the directory, where it hurts.
        int at =
            random.nextInt(4) == 0
                ? random.nextInt(bad.length)
                : bad.length - 1 - random.nextInt(600);
        bad[Math.max(0, at)] = (byte) random.nextInt(256);
      }
      int length = random.nextInt(4) == 0 ? random.nextInt(bad.length) : bad.length;
      Files.write(file, Arrays.copyOf(bad, length));
      try {
        PictureReader.readWhole(Frame.look(file));
      } catch (UnreadableFrame e) {
        assertThat(e.fault().kind()).isNotNull();
      }
    }
  }
}
