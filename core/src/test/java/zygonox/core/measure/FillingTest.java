package zygonox.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.words.FrameWords;

/** How far passing lights have filled their way. */
class FillingTest {
  private static final int WIDE = 200;
  private static final int HIGH = 120;

  /** Every square of a road is lit by itself with the same chance in each frame. */
  private static Optional<Filling> road(int frames, double chance, int roadRows, long seed) {
    Random random = new Random(seed);
    Filling.Counting counting = new Filling.Counting();
    for (int f = 0; f < frames; f++) {
      float[][] rows = new float[HIGH][WIDE];
      for (int y = 0; y < HIGH; y++) {
        for (int x = 0; x < WIDE; x++) {
          rows[y][x] = 0.05f + 0.01f * random.nextFloat();
        }
      }
      // A lamp that stands there all the time is none that passes.
      rows[100][100] = 1;
      // Cars light eight places on end, each by itself with the same chance.
      for (int y = 40; y < 40 + roadRows; y += 4) {
        for (int x = 0; x + 16 <= WIDE; x += 16) {
          if (random.nextDouble() < chance) {
            Arrays.fill(rows[y], x, x + 16, 0.6f);
          }
        }
      }
      // Dusk: the sky gets darker by far more than a light stands out.
      float[][] sky = new float[HIGH][WIDE];
      for (int y = 0; y < HIGH; y++) {
        Arrays.fill(sky[y], 0.5f / (f + 1));
        for (int x = 0; x < WIDE; x++) {
          rows[y][x] += sky[y][x];
        }
      }
      counting.add(new SmallFrame(rows, sky, sky));
    }
    return counting.counted();
  }

  /**
   * What n draws of chance p leave dark is (1 - p) to the n; one of them lights p of what others
   * do.
   */
  @ParameterizedTest
  @ValueSource(ints = {6, 10, 15, 40})
  void whatTheNextFrameAddsIsToldFromWhatWasLitOnce(int frames) {
    double chance = 0.15;
    double others = Math.pow(1 - chance, frames - 1);
    double adds = 0;
    for (int seed = 0; seed < 10; seed++) {
      adds += road(frames, chance, 72, seed).orElseThrow().nextAdds() / 10;
    }
    assertThat(adds).isCloseTo(chance * others / (1 - (1 - chance) * others), within(0.005));
    assertThat(new Filling(adds).isEnough()).isEqualTo(frames == 40);
  }

  @Test
  void whereNothingPassesOrFewFramesTellThereIsNothing() {
    assertThat(road(10, 0, 40, 1)).isEmpty();
    assertThat(road(10, 0.02, 4, 1)).isEmpty();
    assertThat(road(3, 0.2, 40, 1)).isEmpty();
    assertThat(road(121, 0.2, 40, 1)).isEmpty();
  }

  @Test
  void itIsSaid() {
    assertThat(FrameWords.filling(new Filling(0.0712)))
        .contains("one frame more would add about 7 % to what");
    assertThat(FrameWords.filling(new Filling(0.009))).contains("less than 1 %");
  }
}
