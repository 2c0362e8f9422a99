package zygonox.core.mend;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zygonox.core.align.Homography;
import zygonox.core.format.DrawnLight;
import zygonox.core.format.DrawnLight.At;
import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.measure.Streak;
import zygonox.core.raster.PixelLayout;

class LinePatchTest {
  private static final PixelLayout LAYOUT = new PixelLayout(160, 90, 3, 16);
  private static final float SKY = 0.01f;

  private static LightSource frame(At at) {
    return new DrawnLight(LAYOUT, at);
  }

  /** The frame with a line's light taken out, as it is blended. */
  private static float[] mended(Streak line, At own, At beside) throws UnreadableFrame {
    LinePatch patch = new LinePatch(Stray.LINE, line, LAYOUT);
    int reach = RowWindow.reach(Homography.IDENTITY, LAYOUT);
    LightWindow window = new LightWindow(frame(beside), 2 * reach + 1);
    List<LinePatch.Beside> others = List.of(new LinePatch.Beside(window, reach, Optional.empty()));
    float[] row = new float[LAYOUT.rowSamples()];
    LightSource source = frame(own);
    for (int y = 0; y < LAYOUT.height(); y++) {
      if (patch.has(y)) {
        window.hold(y - reach, y + reach);
        source.read(y, 1, row);
        patch.fill(y, row, others);
      }
    }
    float[] whole = new float[LAYOUT.samples()];
    new PatchedLight(source, List.of(patch.patch())).read(0, LAYOUT.height(), whole);
    return whole;
  }

  private static double light(Streak line, int x, int y) {
    double off = line.distance(x, y);
    return SKY + 0.4 * Math.exp(-off * off / 2);
  }

  @ParameterizedTest
  @CsvSource({
    "-20, 10, 200, 60, 0",
    "30, -5, 90, 100, 0",
    "0, 2, 159, 2, 0",
    "20, 30, 140, 32, 35",
    "10, 70, 150, 60, -48"
  })
  void aLineGoesUpToTheFramesVeryRim(double x1, double y1, double x2, double y2, double bow)
      throws Exception {
    Streak line = new Streak(x1, y1, x2, y2, bow, 2.4, 30);
    float[] mended = mended(line, (x, y) -> light(line, x, y), (x, y) -> SKY);
    for (int i = 0; i < mended.length; i++) {
      assertThat(mended[i]).isCloseTo(SKY, within(0.001f));
    }
  }

  @Test
  void whatLiesInsideABowStays() throws Exception {
    Streak line = new Streak(20, 30, 140, 30, 40, 2.4, 30);
    At own = (x, y) -> Math.max(light(line, x, y), x == 80 && y == 34 ? 0.3 : SKY);
    float[] mended = mended(line, own, (x, y) -> SKY);
    assertThat(mended[34 * LAYOUT.rowSamples() + 80]).isEqualTo(0.3f);
    assertThat(mended[70 * LAYOUT.rowSamples() + 80]).isCloseTo(SKY, within(0.001f));
  }
}
