package zygonox.core.measure;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Skies of 20 by 16 squares. */
class CloudFinderTest {
  private static final int ACROSS = 20;
  private static final int DOWN = 16;
  private static final int FRAMES = 24;
  private static final int SMALL_PER_TILE = TileCourse.SIDE / SmallFrame.BIN;

  /** How bright a square is in a frame. */
  @FunctionalInterface
  private interface Light {
    double at(int frame, int column, int row);
  }

  private static Optional<CloudPart> found(int frames, Light light) {
    return found(light, Collections.nCopies(frames, Optional.empty()));
  }

  private static Optional<CloudPart> found(Light light, List<Optional<Brightening>> lit) {
    CloudFinder finder = new CloudFinder();
    for (int frame = 0; frame < lit.size(); frame++) {
      float[][] rows = new float[DOWN * SMALL_PER_TILE][ACROSS * SMALL_PER_TILE];
      for (int y = 0; y < rows.length; y++) {
        for (int x = 0; x < rows[y].length; x++) {
          rows[y][x] = (float) light.at(frame, x / SMALL_PER_TILE, y / SMALL_PER_TILE);
        }
      }
      finder.add(new SmallFrame(rows, rows, rows));
    }
    return finder.found(lit);
  }

  /** Puffs three squares wide that drift along some rows by a square a frame. */
  private static double cloud(int frame, int column, int row) {
    boolean puff = (column - frame + 240) % 8 < 3 && row >= 8 && row < 12 && column >= 6;
    return puff ? 0.13 : 0.1;
  }

  @Test
  void cloudThatDriftsIsFoundWhereItDrifts() {
    CloudPart part = found(FRAMES, CloudFinderTest::cloud).orElseThrow();
    assertThat(part.across()).isEqualTo(ACROSS);
    for (int square = 0; square < ACROSS * DOWN; square++) {
      int column = square % ACROSS;
      int row = square / ACROSS;
      boolean inside = column >= 6 && row >= 8 && row < 12;
      boolean near = column >= 5 && row >= 7 && row < 13;
      if (inside || !near) {
        assertThat(part.squares().contains(square)).as("%d, %d", column, row).isEqualTo(inside);
      }
    }
    assertThat(part.share()).isEqualTo(part.squares().size() / 320.0);
    int side = TileCourse.SIDE;
    assertThat(part.holds(new Brightening(8 * side, 9 * side, 10 * side - 1, 10 * side - 1, 0.1)))
        .isTrue();
    assertThat(part.holds(new Brightening(0, 9 * side, 8 * side - 1, 10 * side - 1, 0.1)))
        .isFalse();
    assertThat(part.holds(new Streak(7 * side, 9 * side, 15 * side, 11 * side, 4, 20))).isTrue();
    assertThat(part.holds(new Streak(-90, 0, 8 * side, 9 * side, 4, 20))).isFalse();
    // The last squares reach to the edges of a picture that is no whole number of them wide.
    int width = ACROSS * TileCourse.SIDE + 30;
    int height = DOWN * TileCourse.SIDE + 20;
    assertThat(part.pixels(width, height).get(10 * TileCourse.SIDE * width + width - 1)).isTrue();
    assertThat(part.pixels(width, height).get(10 * TileCourse.SIDE * width + 20)).isFalse();
  }

  @Test
  void whatBrightensTogetherOrSlowlyIsNoCloud() {
    // Cloud overhead lights the ground below for some frames, near the water more than elsewhere.
    Light ground =
        (frame, column, row) -> row < 10 || frame < 9 || frame > 15 ? 0.05 : row < 13 ? 0.07 : 0.09;
    assertThat(found(FRAMES, ground)).isEmpty();
    Light moonrise = (frame, column, row) -> 0.05 + 0.004 * frame * (column + 1) / ACROSS;
    assertThat(found(FRAMES, moonrise)).isEmpty();
    assertThat(found(FRAMES, (frame, column, row) -> 0.02)).isEmpty();
    assertThat(found(FRAMES, (frame, column, row) -> 0)).isEmpty();
  }

  @Test
  void passingLightsAreNoCloud() {
    Light torch = (frame, column, row) -> row > 8 && column > 4 && frame % 9 == 4 ? 0.2 : 0.05;
    int side = TileCourse.SIDE;
    Brightening lamp =
        new Brightening(5 * side, 9 * side, ACROSS * side - 1, DOWN * side - 1, 0.15);
    List<Optional<Brightening>> lit = new ArrayList<>();
    for (int frame = 0; frame < FRAMES; frame++) {
      lit.add(frame % 9 == 4 ? Optional.of(lamp) : Optional.empty());
    }
    assertThat(found(torch, lit)).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 7, 601, 700})
  void aFewFramesAndThoseOfClipsDoNotTell(int frames) {
    assertThat(found(frames, CloudFinderTest::cloud)).isEmpty();
  }
}
