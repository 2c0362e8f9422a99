package zygonox.core.combine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import zygonox.core.format.RowSource;
import zygonox.core.raster.PixelLayout;

class CoverageMapTest {
  private static final PixelLayout LAYOUT = new PixelLayout(40, 12, 1, 8);

  /** One or two pieces in each row, some of them empty. */
  private static Coverage coverage(Random random) {
    RowSource source = mock(RowSource.class);
    when(source.layout()).thenReturn(LAYOUT);
    when(source.covered(anyInt()))
        .thenAnswer(
            asked ->
                random
                    .ints(random.nextBoolean() ? 2 : 4, 0, LAYOUT.width() + 1)
                    .sorted()
                    .toArray());
    return Coverage.of(source);
  }

  @Test
  void countsArePixelByPixelWhatTheRowsSay() {
    Random random = new Random(5);
    for (int frames = 1; frames < 40; frames++) {
      List<Coverage> taking = new ArrayList<>();
      for (int i = 0; i < frames; i++) {
        taking.add(coverage(random));
      }
      CoverageMap map = new CoverageMap(LAYOUT, taking);
      CoverageMap.Area area = new CoverageMap.Area(3, 2, 30, 9);
      int least = Integer.MAX_VALUE;
      long sum = 0;
      int[] row = new int[LAYOUT.width()];
      for (int y = 2; y < 11; y++) {
        map.row(y, row);
        for (int x = 3; x < 33; x++) {
          least = Math.min(least, row[x]);
          sum += row[x];
        }
      }
      CoverageMap.Counts counts = map.counts(area);
      assertThat(counts.least()).isEqualTo(least);
      assertThat(counts.mean()).isCloseTo(sum / 270.0, within(1e-12));
    }
  }
}
