package zygonox.core.format;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zygonox.core.frame.TestPictures;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.ToneCurve;

/** Samples by their curve, whichever way they are read. */
class CurvedLightTest {
  /** Rows of eight bits that fill whole numbers are read packed, others one after another. */
  @ParameterizedTest
  @CsvSource({"24, 3, 8", "23, 3, 8", "24, 1, 8", "24, 3, 16"})
  void everySampleIsItsLight(int width, int channels, int bits) throws Exception {
    PixelLayout layout = new PixelLayout(width, 9, channels, bits);
    Raster raster = TestPictures.random(layout, width + channels);
    float[] table = ToneCurve.SRGB.light(bits);
    float[] light = new float[5 * 3 * width];
    try (LightSource source = new CurvedLight(PixelSource.of(raster), 3, table)) {
      source.read(3, 5, light);
    }
    for (int y = 0; y < 5; y++) {
      for (int c = 0; c < 3; c++) {
        for (int x = 0; x < width; x++) {
          int sample = raster.at(x, y + 3, channels == 3 ? c : 0);
          assertThat(light[(3 * y + c) * width + x]).isEqualTo(table[sample]);
        }
      }
    }
  }
}
