package zygonox.core.align;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import zygonox.core.frame.PixelSource;
import zygonox.core.measure.FoundStar;
import zygonox.core.raster.PixelLayout;

/** Which pixels a moved frame covers, against asking each pixel. */
class CoverageTest {
  private static final PixelLayout LAYOUT = new PixelLayout(120, 80, 1, 16);

  /** A frame of one shade. */
  private static final class Flat implements PixelSource {
    @Override
    public PixelLayout layout() {
      return LAYOUT;
    }

    @Override
    public boolean anyRowsCheaply() {
      return true;
    }

    @Override
    public long heldBytes() {
      return 0;
    }

    @Override
    public void read(int firstRow, int rows, short[] into) {
      Arrays.fill(into, 0, rows * LAYOUT.rowSamples(), (short) 30_000);
    }

    @Override
    public void close() {
      // Holds nothing.
    }
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
    try (MovedSource moved = new MovedSource(new Flat(), map)) {
      short[] row = new short[LAYOUT.rowSamples()];
      for (int y = 0; y < LAYOUT.height(); y += 3) {
        moved.read(y, 1, row);
        for (int x = 0; x < LAYOUT.width(); x++) {
          double u = back.x(x, y);
          double v = back.y(x, y);
          double margin =
              Math.min(Math.min(u, LAYOUT.width() - 1 - u), Math.min(v, LAYOUT.height() - 1 - v));
          boolean covered = x >= moved.coveredFrom(y) && x < moved.coveredTo(y);
          if (Math.abs(margin) > 1e-6) {
            assertThat(covered).isEqualTo(margin > 0);
          }
          // A flat field stays flat to the sample: the weights sum to exactly one.
          assertThat(row[x]).isEqualTo(covered ? (short) 30_000 : 0);
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
