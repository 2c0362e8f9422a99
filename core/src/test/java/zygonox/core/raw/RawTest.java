package zygonox.core.raw;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.Base64;
import java.util.Random;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.Srgb;

class RawTest {
  /** Pictures compressed by other libraries, and their samples (see the names in the file). */
  static Stream<JsonNode> compressed() throws IOException {
    try (InputStream in = RawTest.class.getResourceAsStream("lossless-jpeg.json")) {
      return StreamSupport.stream(new ObjectMapper().readTree(in).spliterator(), false);
    }
  }

  @ParameterizedTest
  @MethodSource("compressed")
  void whatOthersCompressedIsDecodedToTheBit(JsonNode fixture) throws IOException {
    LosslessJpeg.Decoded decoded =
        LosslessJpeg.decode(Base64.getDecoder().decode(fixture.path("data").asText()));
    assertThat(decoded.width()).isEqualTo(fixture.path("width").asInt());
    assertThat(decoded.height()).isEqualTo(fixture.path("height").asInt());
    assertThat(decoded.components()).isEqualTo(fixture.path("components").asInt());
    byte[] bytes = Base64.getDecoder().decode(fixture.path("samples").asText());
    short[] expected = new short[bytes.length / 2];
    ByteBuffer.wrap(bytes).asShortBuffer().get(expected);
    assertThat(decoded.samples()).isEqualTo(expected);
  }

  @Test
  void damagedDataEndInAFaultAndNeverHang() throws IOException {
    byte[] good =
        Base64.getDecoder().decode(compressed().findFirst().orElseThrow().path("data").asText());
    Random random = new Random(11);
    for (int i = 0; i < 3000; i++) {
      byte[] bad = good.clone();
      for (int k = 0; k <= random.nextInt(4); k++) {
        bad[random.nextInt(bad.length)] = (byte) random.nextInt(256);
      }
      int length = random.nextInt(3) == 0 ? random.nextInt(bad.length) : bad.length;
      try {
        LosslessJpeg.decode(Arrays.copyOf(bad, length));
      } catch (IOException e) {
        assertThat(e.getMessage()).isNotBlank();
      }
    }
    assertThatThrownBy(() -> LosslessJpeg.decode(Arrays.copyOf(good, good.length / 2)))
        .isInstanceOf(IOException.class);
    assertThatThrownBy(() -> LosslessJpeg.decode(new byte[0])).isInstanceOf(IOException.class);
  }

  private static final double[] NEUTRAL = {0.5, 1, 0.65};

  /** Counts of a scene whose light in each channel is given, as a sensor of the pattern sees it. */
  private static Mosaic mosaic(BayerPattern pattern, int size, Scene scene) {
    short[] samples = new short[size * size];
    for (int y = 0; y < size; y++) {
      for (int x = 0; x < size; x++) {
        int c = pattern.at(x, y);
        samples[y * size + x] = (short) Math.round(512 + scene.light(x, y, c) * NEUTRAL[c] * 15871);
      }
    }
    return new Mosaic(size, size, pattern, samples, new float[] {512, 512, 512, 512}, 16_383);
  }

  private static Raster developed(Mosaic mosaic, CameraColour colour) {
    Raster raster = Raster.blank(new PixelLayout(mosaic.width(), mosaic.height(), 3, 16));
    Development development = new Development(mosaic, colour);
    float[] light = new float[3 * mosaic.width()];
    for (int y = 0; y < mosaic.height(); y++) {
      development.light(y, light);
      DevelopedRows.encode(light, light.length, raster.samples(), y * light.length);
    }
    return raster;
  }

  private interface Scene {
    double light(int x, int y, int channel);
  }

  private static CameraColour colour() {
    return CameraColour.of(CameraColour.matrixOfPlain(NEUTRAL), NEUTRAL);
  }

  @ParameterizedTest
  @CsvSource({"0, 1, 1, 2", "2, 1, 1, 0", "1, 0, 2, 1", "1, 2, 0, 1"})
  void aFlatColourComesOutAsItIsUpToTheEdges(int a, int b, int c, int d) {
    double[] light = {0.2, 0.1, 0.4};
    Raster raster =
        developed(
            mosaic(new BayerPattern(a, b, c, d), 20, (x, y, channel) -> light[channel]), colour());
    for (int y = 0; y < 20; y++) {
      for (int x = 0; x < 20; x++) {
        for (int channel = 0; channel < 3; channel++) {
          assertThat(raster.at(x, y, channel) / 65_535.0)
              .isCloseTo(Srgb.toEncoded(light[channel]), within(2e-4));
        }
      }
    }
  }

  @Test
  void aSmoothSceneIsPutTogetherWithoutFringes() {
    Scene ramp = (x, y, c) -> 0.05 + 0.004 * x + 0.003 * y;
    Raster raster = developed(mosaic(BayerPattern.RGGB, 60, ramp), colour());
    for (int y = 2; y < 58; y++) {
      for (int x = 2; x < 58; x++) {
        for (int c = 0; c < 3; c++) {
          assertThat(raster.at(x, y, c) / 65_535.0)
              .isCloseTo(Srgb.toEncoded(ramp.light(x, y, c)), within(4e-4));
        }
      }
    }
  }

  @Test
  void aStarKeepsItsPlace() {
    Scene star =
        (x, y, c) ->
            0.02
                + 0.5
                    * Math.exp(-(Math.pow(x - 30.4, 2) + Math.pow(y - 29.7, 2)) / (2 * 1.3 * 1.3));
    Raster raster = developed(mosaic(BayerPattern.RGGB, 60, star), colour());
    for (int c = 0; c < 3; c++) {
      double sum = 0;
      double sumX = 0;
      double sumY = 0;
      for (int y = 22; y < 38; y++) {
        for (int x = 22; x < 38; x++) {
          double light = Srgb.toLight(raster.at(x, y, c) / 65_535.0) - 0.02;
          sum += light;
          sumX += light * x;
          sumY += light * y;
        }
      }
      assertThat(sumX / sum).isCloseTo(30.4, within(0.05));
      assertThat(sumY / sum).isCloseTo(29.7, within(0.05));
    }
  }

  @Test
  void whatIsFullIsWhiteWhateverItsColour() {
    Raster raster =
        developed(
            new Mosaic(
                8,
                8,
                BayerPattern.RGGB,
                filled(64, (short) 16_383),
                new float[] {512, 512, 512, 512},
                16_383),
            colour());
    for (int i = 0; i < raster.samples().length; i++) {
      assertThat(raster.samples()[i] & 0xffff).isGreaterThan(65_500);
    }
  }

  @Test
  void whatLiesBelowBlackStaysInTheLight() {
    Mosaic dark =
        new Mosaic(
            8,
            8,
            BayerPattern.RGGB,
            filled(64, (short) 500),
            new float[] {512, 512, 512, 512},
            16_383);
    float[] light = new float[24];
    new Development(dark, CameraColour.PLAIN).light(3, light);
    for (float value : light) {
      assertThat((double) value).isCloseTo(-12 / 15_871.0, within(1e-8));
    }
  }

  private static short[] filled(int count, short value) {
    short[] samples = new short[count];
    Arrays.fill(samples, value);
    return samples;
  }

  @Test
  void aCamerasMatrixBecomesTheWayToSrgb() {
    // The matrix of a real kind of camera (made-up numbers of usual size); grey must stay grey.
    double[] matrix = {0.7, -0.1, -0.08, -0.45, 1.25, 0.22, -0.1, 0.2, 0.6};
    CameraColour colour = CameraColour.of(matrix, new double[] {0.47, 1, 0.62});
    assertThat(colour.gain()[1]).isEqualTo(1);
    assertThat(colour.gain()[0]).isCloseTo((float) (1 / 0.47), within(1e-5f));
    for (float[] row : colour.matrix()) {
      assertThat(row[0] + row[1] + row[2]).isCloseTo(1, within(1e-5f));
    }
  }

  @Test
  void otherMosaicsAreRefusedAndAShiftedOneIsItself() {
    assertThatThrownBy(() -> new BayerPattern(0, 0, 1, 2)).isInstanceOf(InvalidInput.class);
    assertThatThrownBy(() -> new BayerPattern(0, 1, 1, 0)).isInstanceOf(InvalidInput.class);
    assertThat(BayerPattern.RGGB.shifted(1, 1)).isEqualTo(new BayerPattern(2, 1, 1, 0));
    assertThat(BayerPattern.RGGB.shifted(4, 2)).isEqualTo(BayerPattern.RGGB);
  }
}
