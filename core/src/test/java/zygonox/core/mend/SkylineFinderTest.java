package zygonox.core.mend;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.develop.FrameMask;
import zygonox.core.raster.PixelLayout;

/** A ridge with a mast on it, before a sky of light and noise that are known. */
class SkylineFinderTest {
  private static final PixelLayout LAYOUT = new PixelLayout(600, 400, 1, 16);
  private static final int RIDGE = 300;
  private static final int MAST_TOP = 120;
  private static final int MAST = 250;
  private static final int MAST_WIDTH = 6;
  private static final double SKY = 0.004;

  private static boolean isGround(int x, int y) {
    return y >= RIDGE || y >= MAST_TOP && x >= MAST && x < MAST + MAST_WIDTH;
  }

  private static FrameMask sky(double noise) {
    Random random = new Random(3);
    float[][] light = new float[LAYOUT.height()][LAYOUT.width()];
    for (int y = 0; y < LAYOUT.height(); y++) {
      for (int x = 0; x < LAYOUT.width(); x++) {
        double level = isGround(x, y) ? SKY / 40 : SKY * (1 + noise * random.nextGaussian());
        light[y][x] = (float) Math.max(0, level);
      }
    }
    return new SkylineFinder(LAYOUT, (y, row) -> System.arraycopy(light[y], 0, row, 0, row.length))
        .sky(List.of());
  }

  /** At 0.45 of the sky one pixel in seventy is black. */
  @ParameterizedTest
  @ValueSource(doubles = {0.02, 0.2, 0.45})
  void darkNoiseIsNoThingBeforeTheSky(double noise) {
    FrameMask sky = sky(noise);
    int holes = 0;
    int mast = 0;
    for (int y = 0; y < RIDGE - 4; y++) {
      for (int x = 0; x < LAYOUT.width(); x++) {
        if (x < MAST - 2 || x >= MAST + MAST_WIDTH + 2) {
          holes += sky.at(x, y) ? 0 : 1;
        } else if (isGround(x, y) && x > MAST && x < MAST + MAST_WIDTH - 1 && y > MAST_TOP + 2) {
          mast += sky.at(x, y) ? 1 : 0;
        }
      }
    }
    assertThat(holes).as("holes in the sky").isLessThan(20);
    assertThat(mast).as("places of the mast that count as sky").isLessThan(20);
  }
}
