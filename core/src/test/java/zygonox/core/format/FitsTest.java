package zygonox.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Random;
import java.util.function.Consumer;
import nom.tam.fits.BasicHDU;
import nom.tam.fits.Fits;
import nom.tam.fits.FitsFactory;
import nom.tam.fits.Header;
import nom.tam.fits.HeaderCardException;
import nom.tam.util.FitsFile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.frame.Frame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.Srgb;

/** FITS files written by nom-tam-fits, the library of reference, and read by ours. */
class FitsTest {
  private static final int WIDTH = 30;
  private static final int HEIGHT = 20;

  @TempDir Path folder;

  private Path written(Object data, Consumer<Header> cards) throws Exception {
    Path file = folder.resolve("a.fits");
    Files.deleteIfExists(file);
    try (Fits fits = new Fits();
        FitsFile out = new FitsFile(file.toFile(), "rw")) {
      BasicHDU<?> hdu = FitsFactory.hduFactory(data);
      cards.accept(hdu.getHeader());
      fits.addHDU(hdu);
      fits.write(out);
    }
    return file;
  }

  private static void add(Header header, String key, Object value) {
    try {
      if (value instanceof String text) {
        header.addValue(key, text, "");
      } else if (value instanceof Integer number) {
        header.addValue(key, number, "");
      } else {
        header.addValue(key, (Double) value, "");
      }
    } catch (HeaderCardException e) {
      throw new AssertionError(e);
    }
  }

  private static short[][] counts() {
    short[][] rows = new short[HEIGHT][WIDTH];
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        rows[y][x] = (short) (1000 * y + x - 32_768);
      }
    }
    return rows;
  }

  @Test
  void unsignedCountsOfSixteenBitsStandFirstRowBelow() throws Exception {
    Path file =
        written(
            counts(),
            h -> {
              add(h, "BZERO", 32_768);
              add(h, "EXPTIME", 30.0);
              add(h, "DATE-OBS", "2026-10-14T20:10:00.5");
              add(h, "INSTRUME", "Fellgate Hogg 45");
            });
    Frame frame = Frame.look(file);
    assertThat(frame.format()).isEqualTo(PictureFormat.FITS);
    assertThat(frame.layout()).isEqualTo(new PixelLayout(WIDTH, HEIGHT, 1, 16));
    assertThat(frame.info().exposureSeconds()).hasValue(30);
    assertThat(frame.info().camera()).contains("Fellgate Hogg 45");
    assertThat(frame.info().capturedAt().orElseThrow().clock())
        .hasToString("2026-10-14T20:10:00.500");
    Raster raster = PictureReader.readWhole(frame);
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        assertThat(raster.at(x, HEIGHT - 1 - y, 0)).isEqualTo(1000 * y + x);
      }
    }
  }

  @Test
  void rowsFromTheTopAreTakenSo() throws Exception {
    Path file =
        written(
            counts(),
            h -> {
              add(h, "BZERO", 32_768);
              add(h, "ROWORDER", "TOP-DOWN");
            });
    assertThat(PictureReader.readWhole(Frame.look(file)).at(3, 2, 0)).isEqualTo(2003);
  }

  @ParameterizedTest
  @ValueSource(floats = {1, 65_535})
  void floatingSamplesAreSharesOrCounts(float white) throws Exception {
    float[][][] cube = new float[3][HEIGHT][WIDTH];
    for (int c = 0; c < 3; c++) {
      for (float[] row : cube[c]) {
        Arrays.fill(row, white * (0.25f + 0.2f * c));
      }
    }
    cube[0][0][0] = Float.NaN;
    Raster raster = PictureReader.readWhole(Frame.look(written(cube, h -> {})));
    assertThat(raster.layout()).isEqualTo(new PixelLayout(WIDTH, HEIGHT, 3, 16));
    for (int c = 0; c < 3; c++) {
      assertThat(raster.at(5, 5, c) / 65_535.0).isCloseTo(0.25 + 0.2 * c, within(1e-4));
    }
    assertThat(raster.at(0, HEIGHT - 1, 0)).isZero();
  }

  @Test
  void aMosaicWhosePatternIsToldIsDeveloped() throws Exception {
    // Red 0.4, green 0.2, blue 0.1 in RGGB from the first row stored, which is the lowest.
    double[] light = {0.4, 0.2, 0.1};
    short[][] rows = new short[HEIGHT][WIDTH];
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        int c = (y & 1) + (x & 1);
        rows[y][x] = (short) (Math.round(light[c] * 65_535) - 32_768);
      }
    }
    Path file =
        written(
            rows,
            h -> {
              add(h, "BZERO", 32_768);
              add(h, "BAYERPAT", "RGGB");
            });
    Raster raster = PictureReader.readWhole(Frame.look(file));
    for (int c = 0; c < 3; c++) {
      assertThat(raster.at(10, 9, c) / 65_535.0).isCloseTo(Srgb.toEncoded(light[c]), within(3e-4));
    }
  }

  @Test
  void bytesStayBytes() throws Exception {
    byte[][] rows = new byte[HEIGHT][WIDTH];
    rows[HEIGHT - 1][4] = (byte) 200;
    Frame frame = Frame.look(written(rows, h -> {}));
    assertThat(frame.layout().bits()).isEqualTo(8);
    assertThat(PictureReader.readWhole(frame).at(4, 0, 0)).isEqualTo(200);
  }

  @Test
  void whatIsNotReadIsToldAndACutFileIsCut() throws Exception {
    Path four = written(new short[4][HEIGHT][WIDTH], h -> {});
    assertKind(four, ReadFault.Kind.UNSUPPORTED);
    Path doubles = written(new double[HEIGHT][WIDTH], h -> {});
    assertKind(doubles, ReadFault.Kind.UNSUPPORTED);
    Path pattern = written(counts(), h -> add(h, "BAYERPAT", "XTRANS"));
    assertKind(pattern, ReadFault.Kind.UNSUPPORTED);
    byte[] whole = Files.readAllBytes(written(new short[200][200], h -> {}));
    Path cut = folder.resolve("cut.fits");
    Files.write(cut, Arrays.copyOf(whole, whole.length / 2));
    assertThatThrownBy(() -> Frame.look(cut)).isInstanceOf(UnreadableFrame.class);
  }

  private static void assertKind(Path file, ReadFault.Kind kind) {
    assertThatThrownBy(() -> Frame.look(file))
        .isInstanceOfSatisfying(
            UnreadableFrame.class, e -> assertThat(e.fault().kind()).isEqualTo(kind));
  }

  @Test
  void damagedFilesAreToldAndNeverHang() throws Exception {
    byte[] good = Files.readAllBytes(written(counts(), h -> add(h, "BZERO", 32_768)));
    Random random = new Random(9);
    Path file = folder.resolve("bad.fits");
    for (int i = 0; i < 200; i++) {
      byte[] bad = good.clone();
      for (int k = 0; k <= random.nextInt(6); k++) {
        bad[random.nextInt(600)] = (byte) (32 + random.nextInt(90));
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
