package zygonox.core.mend;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.align.Homography;
import zygonox.core.format.DrawnLight;
import zygonox.core.raster.PixelLayout;

class PlacesTest {
  private static final PixelLayout LAYOUT = new PixelLayout(200, 60, 3, 16);
  private static final StillLight DARK =
      new StillLight(200, new float[LAYOUT.width() * LAYOUT.height()]);

  /** Turned about a place by so many degrees. */
  private static Homography turned(double degrees) {
    double c = Math.cos(Math.toRadians(degrees));
    double s = Math.sin(Math.toRadians(degrees));
    return new Homography(new double[] {c, -s, 70, s, c, -20, 0, 0, 1});
  }

  @ParameterizedTest
  @ValueSource(doubles = {0, 0.1, -0.5, 4})
  void placesTakenTogetherAreHardlyOff(double degrees) {
    Homography map = turned(degrees);
    Places places = new Places();
    places.begin(map, 64, 17);
    places.goTo(map, 64 + RowWindow.PIECE, 17);
    int count = places.together();
    assertThat(count).isEqualTo(degrees == 0 ? RowWindow.PIECE : count).isPositive();
    for (int first = 0; first + count <= RowWindow.PIECE; first++) {
      for (int i = 0; i < count; i++) {
        int x = 64 + first + i;
        assertThat(places.u(first, count) + i).isCloseTo(map.x(x, 17), within(0.016));
        assertThat(places.v(first, count)).isCloseTo(map.y(x, 17), within(0.016));
      }
    }
  }

  @Test
  void placesTakenTogetherHaveTheLightOfEach() throws Exception {
    Random random = new Random(3);
    double[][] noise = new double[LAYOUT.height()][LAYOUT.width()];
    for (double[] row : noise) {
      for (int x = 0; x < row.length; x++) {
        row[x] = random.nextDouble();
      }
    }
    LightWindow window =
        new LightWindow(
            new DrawnLight(LAYOUT, (x, y) -> noise[y][x]), LAYOUT.height(), Optional.of(DARK));
    window.hold(0, LAYOUT.height() - 1);
    float[] together = new float[RowWindow.PIECE];
    for (int count : new int[] {1, 2, 7, RowWindow.PIECE}) {
      double u = 2 + 100 * random.nextDouble();
      double v = 2 + 50 * random.nextDouble();
      for (int channel = 0; channel < LAYOUT.channels(); channel++) {
        window.sample(channel, u, v, count, together);
        for (int i = 0; i < count; i++) {
          assertThat(together[i]).isCloseTo(window.light(channel, u + i, v), within(1e-5f));
        }
      }
    }
  }
}
