package zygonox.core.align;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import zygonox.core.format.DrawnLight;
import zygonox.core.format.LightSource;
import zygonox.core.raster.PixelLayout;
import zygonox.core.stars.FoundStar;

/** Which pixels a moved frame covers, against asking each pixel. */
class CoverageTest {
  private static final PixelLayout LAYOUT = new PixelLayout(120, 80, 1, 16);

  /** A frame of one shade. */
  private static LightSource flat() {
    return new DrawnLight(LAYOUT, (x, y) -> 0.4);
  }

  @Property(tries = 200)
  void spansAreThePixelsThatMapIntoTheFrame(
      @ForAll @DoubleRange(min = -40, max = 40) double shiftX,
      @ForAll @DoubleRange(min = -40, max = 40) double shiftY,
      @ForAll @DoubleRange(min = -0.5, max = 0.5) double turn,
      @ForAll @IntRange(min = -1000, max = 1000) int tiltMillionths)
      throws Exception {
    double tilt = tiltMillionths / 1e6;
    Homography map =
        new Homography(
            new double[] {
              Math.cos(turn),
              -Math.sin(turn),
              shiftX,
              Math.sin(turn),
              Math.cos(turn),
              shiftY,
              tilt,
              -tilt,
              1
            });
    Homography back = map.inverse();
    try (LightSource moved = Moved.onto(flat(), new Placement(map), Kernel.CUBIC)) {
      float[] row = new float[LAYOUT.rowSamples()];
      for (int y = 0; y < LAYOUT.height(); y += 3) {
        moved.read(y, 1, row);
        for (int x = 0; x < LAYOUT.width(); x++) {
          double u = back.x(x, y);
          double v = back.y(x, y);
          double margin =
              Math.min(Math.min(u, LAYOUT.width() - 1 - u), Math.min(v, LAYOUT.height() - 1 - v));
          boolean covered = x >= moved.covered(y)[0] && x < moved.covered(y)[1];
          if (Math.abs(margin) > 1e-6) {
            assertThat(covered).isEqualTo(margin > 0);
          }
          // A flat field stays flat: the weights sum to one.
          assertThat(row[x]).isCloseTo(covered ? 0.4f : 0, within(1e-6f));
        }
      }
    }
  }

  @Test
  void theNearestStarIsFoundAcrossCells() {
    StarGrid grid =
        new StarGrid(
            List.of(
                new FoundStar(15.9, 15.9, 1, 1),
                new FoundStar(16.3, 15.8, 1, 1),
                new FoundStar(-3, -3, 1, 1)));
    assertThat(grid.nearest(16.05, 15.9, 2))
        .hasValueSatisfying(s -> assertThat(s.x()).isEqualTo(15.9));
    assertThat(grid.nearest(-1, -1, 4)).isPresent();
    assertThat(grid.nearest(100, 100, 20)).isEmpty();
  }
}
