package zygonox.core.develop;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.BitSet;
import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.format.CurvedLight;
import zygonox.core.format.LightSource;
import zygonox.core.format.PixelSource;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.SampleTone;
import zygonox.core.raster.ToneCurve;

class RepairedSamplesTest {
  private static final SampleTone TONE = SampleTone.of(ToneCurve.SRGB);

  @ParameterizedTest
  @ValueSource(ints = {1, 3})
  void samplesThatAreRepairedAreTheRepairedLightEncoded(int channels) throws Exception {
    PixelLayout layout = new PixelLayout(50, 40, channels, 8);
    Random random = new Random(4);
    Raster frame = Raster.blank(layout);
    for (int i = 0; i < layout.samples(); i++) {
      frame.samples()[i] = (short) random.nextInt(256);
    }
    BitSet hot = new BitSet();
    // Scattered, at the edges, and some together.
    random.ints(60, 0, 50 * 40).forEach(hot::set);
    hot.set(0, 3);
    hot.set(20 * 50 + 10, 20 * 50 + 14);
    hot.set(21 * 50 + 10, 21 * 50 + 14);
    hot.set(39 * 50 + 49);
    HotSpots spots = new HotSpots(layout, false, hot);
    SensorCalibration step =
        new SensorCalibration(new float[0], new float[0], spots, layout.rowSamples());
    LightSource light = step.light(new CurvedLight(PixelSource.of(frame), channels, TONE.light()));
    PixelSource samples = step.samples(PixelSource.of(frame), TONE);
    float[] expected = new float[16 * layout.rowSamples()];
    byte[] bytes = new byte[expected.length];
    int repaired = 0;
    for (int top = 0; top < 40; top += 16) {
      int rows = Math.min(16, 40 - top);
      light.read(top, rows, expected);
      samples.readBytes(top, rows, bytes);
      for (int y = 0; y < rows; y++) {
        for (int x = 0; x < 50; x++) {
          for (int c = 0; c < channels; c++) {
            int at = y * layout.rowSamples() + x * channels + c;
            assertThat(bytes[at] & 0xff)
                .as("row %d, column %d, channel %d", top + y, x, c)
                .isEqualTo(TONE.encoder().encode(expected[y * layout.rowSamples() + c * 50 + x]));
            int own = frame.samples()[top * layout.rowSamples() + at];
            repaired += own == (bytes[at] & 0xff) ? 0 : 1;
            assertThat(own == (bytes[at] & 0xff) || hot.get((top + y) * 50 + x)).isTrue();
          }
        }
      }
    }
    assertThat(repaired).isGreaterThan(40 * channels);
  }
}
