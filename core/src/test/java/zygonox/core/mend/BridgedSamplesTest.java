package zygonox.core.mend;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.align.Homography;
import zygonox.core.format.CurvedLight;
import zygonox.core.format.LightSource;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.SampleTone;
import zygonox.core.raster.ToneCurve;

/** 8-bit frames of a sky that turns, mended as samples and as light. */
class BridgedSamplesTest {
  private static final double DEGREES = 1.5;
  private static final SampleTone TONE = SampleTone.of(ToneCurve.SRGB);

  private static Homography turned(double degrees) {
    double c = Math.cos(Math.toRadians(degrees));
    double s = Math.sin(Math.toRadians(degrees));
    return new Homography(
        new double[] {c, -s, 100 - 100 * c - 20 * s, s, c, -20 + 20 * c - 100 * s, 0, 0, 1});
  }

  private static final Moments MOMENTS =
      Moments.of(
          List.of(
              new Bridge.Moment(turned(-DEGREES / 3), turned(2 * DEGREES / 3)),
              new Bridge.Moment(turned(-2 * DEGREES / 3), turned(DEGREES / 3))));

  /** Stars of several colours over noise. */
  private static Raster frame(PixelLayout layout, double degrees, int seed) {
    Random stars = new Random(7);
    Random noise = new Random(seed);
    double[] light = new double[layout.samples()];
    Homography turn = turned(degrees);
    for (int star = 0; star < 60; star++) {
      double x = 220 * stars.nextDouble() - 10;
      double y = 90 * stars.nextDouble() - 10;
      double u = turn.x(x, y);
      double v = turn.y(x, y);
      double[] colour = {stars.nextDouble(), stars.nextDouble(), stars.nextDouble()};
      for (int row = 0; row < layout.height(); row++) {
        for (int column = 0; column < layout.width(); column++) {
          double r = Math.pow(column - u, 2) + Math.pow(row - v, 2);
          for (int c = 0; c < layout.channels(); c++) {
            int at = (row * layout.width() + column) * layout.channels() + c;
            light[at] += (0.2 + 0.6 * colour[c]) * Math.exp(-r / 3);
          }
        }
      }
    }
    Raster raster = Raster.blank(layout);
    for (int i = 0; i < light.length; i++) {
      light[i] += 0.02 + 0.002 * noise.nextGaussian();
      raster.samples()[i] = (short) TONE.encoder().encode(light[i]);
    }
    return raster;
  }

  private static LightSource light(Raster frame) {
    return new CurvedLight(PixelSource.of(frame), frame.layout().channels(), TONE.light());
  }

  private static StillLight dark(PixelLayout layout) {
    return new StillLight(layout.width(), new float[layout.width() * layout.height()]);
  }

  private static SampleWindow window(Raster frame, int rows, StillLight still)
      throws UnreadableFrame {
    PixelSource samples = PixelSource.of(frame);
    Standouts standouts = SampleWindow.standouts(samples, TONE.light(), still);
    return new SampleWindow(samples, TONE.light(), rows, standouts);
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 3})
  void samplesThatAreBridgedAreTheBridgedLightEncoded(int channels) throws Exception {
    PixelLayout layout = new PixelLayout(200, 70, channels, 8);
    Raster own = frame(layout, 0, 1);
    Raster next = frame(layout, DEGREES, 2);
    LightSource light =
        new BridgedLight(light(own), () -> light(next), MOMENTS, true, dark(layout));
    StillLight dark = dark(layout);
    PixelSource samples =
        new BridgedSamples(
            PixelSource.of(own),
            rows -> window(own, rows, dark),
            rows -> window(next, rows, dark),
            MOMENTS,
            true,
            TONE.encoder());
    int raised = 0;
    for (int[] rows : new int[][] {{24, 24}, {48, 22}, {0, 24}}) {
      float[] expected = new float[rows[1] * layout.rowSamples()];
      byte[] bytes = new byte[expected.length];
      short[] shorts = new short[expected.length];
      light.read(rows[0], rows[1], expected);
      samples.readBytes(rows[0], rows[1], bytes);
      samples.read(rows[0], rows[1], shorts);
      for (int y = 0; y < rows[1]; y++) {
        for (int x = 0; x < layout.width(); x++) {
          for (int c = 0; c < channels; c++) {
            int at = y * layout.rowSamples() + x * channels + c;
            float wanted = expected[y * layout.rowSamples() + c * layout.width() + x];
            assertThat(bytes[at] & 0xff)
                .as("row %d, column %d, channel %d", rows[0] + y, x, c)
                .isEqualTo(TONE.encoder().encode(wanted))
                .isEqualTo(shorts[at]);
            raised += shorts[at] > own.samples()[rows[0] * layout.rowSamples() + at] ? 1 : 0;
          }
        }
      }
    }
    assertThat(raised).isGreaterThan(100);
    light.close();
    samples.close();
  }

  @Test
  void samplesWithPatchesAreThePatchedLightEncoded() throws Exception {
    PixelLayout layout = new PixelLayout(40, 12, 3, 8);
    Raster own = frame(layout, 0, 3);
    int[][] spans = {{3, 9, 20, 21}, {}, {0, 40}};
    float[][] lights = {new float[21], {}, new float[120]};
    Random random = new Random(5);
    for (float[] row : lights) {
      for (int i = 0; i < row.length; i++) {
        row[i] = random.nextFloat();
      }
    }
    List<Patch> patches = List.of(new Patch(4, spans, lights));
    float[] expected = new float[layout.samples()];
    byte[] bytes = new byte[layout.samples()];
    new PatchedLight(light(own), patches).read(0, 12, expected);
    new PatchedSamples(PixelSource.of(own), patches, TONE.encoder()).readBytes(0, 12, bytes);
    for (int y = 0; y < 12; y++) {
      for (int x = 0; x < 40; x++) {
        for (int c = 0; c < 3; c++) {
          float wanted = expected[y * layout.rowSamples() + c * 40 + x];
          assertThat(bytes[y * layout.rowSamples() + 3 * x + c] & 0xff)
              .isEqualTo(TONE.encoder().encode(wanted));
        }
      }
    }
  }
}
