package zygonox.core.combine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import zygonox.core.format.PixelSource;
import zygonox.core.raster.PixelLayout;

/** Where frames begin and end in a row. */
class StretchesTest {
  private static final int WIDTH = 12;

  /** Covers the same pieces of every row. */
  private record Pieces(int... covered) implements PixelSource {
    @Override
    public PixelLayout layout() {
      return new PixelLayout(WIDTH, 1, 1, 8);
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
    public int[] covered(int row) {
      return covered;
    }

    @Override
    public void read(int firstRow, int rows, short[] into) {}

    @Override
    public void close() {}
  }

  private static List<Integer> ends(Stretches stretches) {
    List<Integer> ends = new ArrayList<>();
    for (int x = 0; x < WIDTH; x = stretches.end(x)) {
      ends.add(stretches.end(x));
    }
    return ends;
  }

  @Test
  void aRowIsDividedWhereAFrameBeginsOrEnds() {
    Stretches stretches =
        Stretches.of(
            List.of(new Pieces(0, WIDTH), new Pieces(2, 9), new Pieces(), new Pieces(0, 2, 5, 12)),
            0,
            WIDTH);
    assertThat(ends(stretches)).containsExactly(2, 5, 9, 12);
    assertThat(stretches.end(3)).isEqualTo(5);
    assertThat(stretches.end(11)).isEqualTo(12);
    int[][] covering = {{0, 3}, {0, 1}, {0, 1, 3}, {0, 3}};
    int x = 0;
    for (int[] expected : covering) {
      List<Integer> found = new ArrayList<>();
      for (int frame = 0; frame < 4; frame++) {
        if (stretches.covers(frame, x)) {
          found.add(frame);
        }
      }
      assertThat(found).as("from column %d", x).containsExactly(box(expected));
      x = stretches.end(x);
    }
  }

  private static Integer[] box(int[] numbers) {
    return Arrays.stream(numbers).boxed().toArray(Integer[]::new);
  }

  @Test
  void ofWholeFramesItIsOneStretch() {
    Stretches stretches = Stretches.of(List.of(new Pieces(0, WIDTH)), 0, WIDTH);
    assertThat(ends(stretches)).containsExactly(WIDTH);
  }
}
