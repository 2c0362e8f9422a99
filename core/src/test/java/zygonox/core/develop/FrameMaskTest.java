package zygonox.core.develop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.geom.Path2D;
import java.util.BitSet;
import java.util.List;
import org.junit.jupiter.api.Test;

class FrameMaskTest {
  private static final int WIDTH = 70;
  private static final int HEIGHT = 50;
  private static final FrameMask NONE = new FrameMask(WIDTH, HEIGHT, new BitSet());

  private static double[] corner(double x, double y) {
    return new double[] {x, y};
  }

  /** Held against the library's own geometry; the line crosses itself and leaves the picture. */
  @Test
  void whatAClosedLineHoldsIsWithinIt() {
    List<double[]> corners =
        List.of(
            corner(-12.3, 5.2),
            corner(60.7, 8.4),
            corner(20.6, 44.9),
            corner(18.2, -3.3),
            corner(81.5, 30.1));
    Path2D outline = new Path2D.Double(Path2D.WIND_EVEN_ODD);
    outline.moveTo(corners.get(0)[0], corners.get(0)[1]);
    corners.stream().skip(1).forEach(c -> outline.lineTo(c[0], c[1]));
    outline.closePath();
    FrameMask mask = NONE.filled(corners);
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        assertThat(mask.at(x, y)).as(x + ", " + y).isEqualTo(outline.contains(x, y));
      }
    }
    assertThat(mask.white().cardinality()).isBetween(300, 3000);
    // What was white before stays so.
    FrameMask more = mask.filled(List.of(corner(0, 40), corner(9, 40), corner(9, 49)));
    assertThat(more.at(8, 42)).isTrue();
    assertThat(more.white().cardinality()).isGreaterThan(mask.white().cardinality());
  }

  @Test
  void halfOfThePictureLiesNearerToOnePlace() {
    double[][] ends = {
      {10, 8, 60, 44}, {60, 44, 10, 8}, {30.5, 5, 30.5, 45}, {30.5, 45, 30.5, 5}, {5, 20, 66, 20}
    };
    for (double[] e : ends) {
      FrameMask mask = FrameMask.nearer(WIDTH, HEIGHT, e[0], e[1], e[2], e[3]);
      for (int y = 0; y < HEIGHT; y++) {
        for (int x = 0; x < WIDTH; x++) {
          double off = Math.hypot(x - e[0], y - e[1]) - Math.hypot(x - e[2], y - e[3]);
          if (Math.abs(off) > 1e-6) {
            assertThat(mask.at(x, y)).as(x + ", " + y).isEqualTo(off < 0);
          }
        }
      }
    }
  }

  /** Half as soft as the two places lie apart it is whole at the one, and nothing at the other. */
  @Test
  void aGradientFadesFromEndToEnd() {
    float[] share = SoftEdge.of(FrameMask.nearer(WIDTH, HEIGHT, 15, 25, 55, 25), 20);
    int row = 25 * WIDTH;
    assertThat(share[row + 14]).isCloseTo(1, within(0.02f));
    assertThat(share[row + 35]).isCloseTo(0.5f, within(0.03f));
    assertThat(share[row + 56]).isCloseTo(0, within(0.02f));
    for (int x = 1; x < WIDTH; x++) {
      assertThat(share[row + x]).isLessThanOrEqualTo(share[row + x - 1] + 1e-6f);
    }
  }
}
