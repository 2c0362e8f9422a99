package zygonox.core.mend;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.BitSet;
import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.align.Homography;
import zygonox.core.align.Kernel;
import zygonox.core.align.Moved;
import zygonox.core.align.Placement;
import zygonox.core.develop.FrameMask;
import zygonox.core.format.DrawnLight;
import zygonox.core.format.LightSource;
import zygonox.core.raster.PixelLayout;

/** What counts of a masked frame, asked by blocks, against every pixel asked by itself. */
class MaskedLightTest {
  private static final PixelLayout LAYOUT = new PixelLayout(701, 230, 1, 16);

  /** Discs and bars, large and small, so that blocks are even, uneven and cut. */
  private static FrameMask mask(long seed) {
    Random random = new Random(seed);
    FrameMask mask = new FrameMask(LAYOUT.width(), LAYOUT.height(), new BitSet());
    for (int i = 0; i < 12; i++) {
      double x = 701 * random.nextDouble();
      double y = 230 * random.nextDouble();
      double radius = 1 + 60 * random.nextDouble() * random.nextDouble();
      mask = mask.painted(x, y, x + 250 * random.nextDouble(), y, radius, i % 3 != 2);
    }
    return mask;
  }

  @ParameterizedTest
  @ValueSource(doubles = {0, 0.01, 0.2, 3})
  void everyPixelCountsOrDoesNot(double turn) {
    double c = Math.cos(turn);
    double s = Math.sin(turn);
    Homography map =
        new Homography(
            new double[] {c, -s, 350 * (1 - c) + 110 * s, s, c, 110 * (1 - c) - 350 * s, 0, 0, 1});
    Placement placement = turn == 0 ? Placement.AS_IT_IS : new Placement(map);
    for (long seed = 1; seed <= 6; seed++) {
      FrameMask mask = mask(seed);
      LightSource frame = new DrawnLight(LAYOUT, (x, y) -> 1);
      LightSource moved = turn == 0 ? frame : Moved.onto(frame, placement, Kernel.CUBIC);
      try (LightSource masked = new MaskedLight(moved, mask, placement)) {
        for (int row = 0; row < LAYOUT.height(); row++) {
          BitSet told = new BitSet();
          int[] pieces = masked.covered(row);
          for (int p = 0; p < pieces.length; p += 2) {
            told.set(pieces[p], pieces[p + 1]);
          }
          int[] whole = moved.covered(row);
          BitSet wanted = new BitSet();
          for (int x = whole[0]; x < whole[1]; x++) {
            int column = (int) Math.round(placement.backX(x, row));
            int line = (int) Math.round(placement.backY(x, row));
            wanted.set(x, mask.at(column, line));
          }
          assertThat(told).as("row %d", row).isEqualTo(wanted);
        }
      }
    }
  }
}
