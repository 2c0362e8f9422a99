package zygonox.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.assertj.core.api.Assertions.withinPercentage;

import java.util.Arrays;
import java.util.OptionalDouble;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.work.Cancellation;

/** Sharpness of edges whose width is known. */
class EdgeSharpnessTest {
  private static final int WIDTH = 400;
  private static final int HEIGHT = 320;

  /**
   * A bright disc and a slanted bar on a dark ground, their edges an integrated Gaussian.
   *
   * @param sigma of the edges, in pixels
   * @param factor that all light is multiplied by
   * @param noise standard deviation of one frame, in shares of white
   * @param frames whose mean it is, the first of them always the same
   */
  private static Raster picture(double sigma, double factor, double noise, int frames, int left) {
    Raster raster = Raster.blank(new PixelLayout(WIDTH, HEIGHT, 1, 16));
    Random[] random = new Random[frames];
    Arrays.setAll(random, k -> new Random(77 + k));
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        double disc = 70 - Math.hypot(x + left - 130, y - 150);
        double bar = 25 - Math.abs(0.8 * (x + left - 300) + 0.6 * (y - 160));
        double light = 0.1 + 0.35 * (edge(disc / sigma) + edge(bar / sigma));
        double grain = 0;
        for (Random one : random) {
          grain += noise * one.nextGaussian() / frames;
        }
        double value = factor * (light + grain);
        raster.samples()[y * WIDTH + x] = (short) Math.round(65_535 * Math.min(1, value));
      }
    }
    return raster;
  }

  /** The normal distribution's integral, by its logistic likeness (common practice, no source). */
  private static double edge(double t) {
    return 1 / (1 + Math.exp(-1.702 * t));
  }

  private static OptionalDouble sharpness(Raster one, Raster many, int left)
      throws UnreadableFrame {
    return EdgeSharpness.of(
        PixelSource.of(one), PixelSource.of(many), left, 0, (x, y) -> true, new Cancellation());
  }

  /** Also where the frame is noisy, and the picture of another brightness. */
  @ParameterizedTest
  @CsvSource({
    "2, 2, 1, 0",
    "2, 3, 1, 0",
    "2, 4, 1, 0",
    "3, 2, 1, 0",
    "2, 2, 1, 0.03",
    "2, 3, 1, 0.03",
    "2, 3, 0.6, 0.03",
    "2, 2, 1.1, 0.03",
  })
  void isTheOneWidthOverTheOther(double one, double many, double factor, double noise)
      throws UnreadableFrame {
    Raster frame = picture(one, 1, noise, 1, 0);
    Raster picture = picture(many, factor, noise, 12, 0);
    assertThat(sharpness(frame, picture, 0).orElseThrow())
        .isCloseTo(one / many, withinPercentage(6));
  }

  @Test
  void aPictureThatWasCroppedLiesWhereItWasCutOut() throws UnreadableFrame {
    Raster frame = picture(2, 1, 0.01, 1, 0);
    assertThat(sharpness(frame, picture(2, 1, 0, 1, 16), 16).orElseThrow())
        .isCloseTo(1, within(0.05));
  }

  @Test
  void withoutEdgesNothingIsSaid() throws UnreadableFrame {
    Raster flat = Raster.blank(new PixelLayout(WIDTH, HEIGHT, 3, 8));
    assertThat(sharpness(flat, flat, 0)).isEmpty();
  }

  /** A torch in another of the frames lights up what is dark in this one. */
  @Test
  void ofWhatWasLitOtherwiseNothingIsSaid() throws UnreadableFrame {
    Raster frame = picture(2, 0.1, 0.005, 1, 0);
    Raster lit = picture(2, 0.1, 0.005, 12, 0);
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        int at = y * WIDTH + x;
        double glow = 30_000 * Math.exp(-Math.pow(Math.hypot(x - 250, y - 60) / 90, 2));
        lit.samples()[at] = (short) Math.min(65_535, (lit.samples()[at] & 0xffff) + glow);
      }
    }
    assertThat(sharpness(frame, lit, 0)).isEmpty();
  }
}
