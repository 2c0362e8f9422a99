package zygonox.core.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Instant;
import java.util.OptionalDouble;
import org.junit.jupiter.api.Test;
import zygonox.core.optics.Body;
import zygonox.core.optics.Projection;
import zygonox.core.quantity.Direction;
import zygonox.core.site.Surroundings;
import zygonox.core.sky.Skyline;
import zygonox.core.sky.Vector;

/** What can be chosen to stand along a site's skyline. */
class SurroundingsTest {
  private static final int WIDTH = 1200;
  private static final int HEIGHT = 800;
  private static final Projection LOOK =
      new Projection(new Body("b", 36, 24, WIDTH, HEIGHT), 24, new Direction(200, 10));

  private static Scene scene(Surroundings around) {
    return new Scene(OptionalDouble.empty(), Skyline.parse("0 4"), around);
  }

  /** Share of a band above the bare skyline that is hidden. */
  private static double hidden(Scene scene) {
    Scene.Ground ground = scene.seenBy(LOOK, WIDTH, HEIGHT);
    double sum = 0;
    int count = 0;
    for (int x = 0; x < WIDTH; x++) {
      for (double up = 4.4; up < 7; up += 0.1) {
        Vector v = Vector.of(new Direction(LOOK.towards(x, 400).direction().azimuthDeg(), up));
        int y = (int) Math.round(LOOK.y(v));
        sum += ground.cover(y * WIDTH + x);
        count++;
      }
    }
    return sum / count;
  }

  @Test
  void treesStandOverTheSkylineWithGapsBetweenThem() {
    assertThat(hidden(scene(Surroundings.OPEN))).isLessThan(0.001);
    double trees = hidden(scene(Surroundings.TREES));
    assertThat(trees).isBetween(0.03, 0.6);
    Horizon horizon = new Horizon(a -> 4);
    int bare = 0;
    for (double a = 0; a < 360; a += 0.1) {
      assertThat(horizon.treesDeg(a)).isBetween(4.0, 4 + 2.8);
      bare += horizon.treesDeg(a) == 4 ? 1 : 0;
    }
    assertThat(bare).isBetween(300, 3000);
    // Round the compass they join.
    assertThat(horizon.treesDeg(359.999)).isCloseTo(horizon.treesDeg(-0.001), within(1e-9));
  }

  @Test
  void aVillageHasHousesAndLampsOnThem() {
    Scene village = scene(Surroundings.VILLAGE);
    assertThat(hidden(village)).isGreaterThan(0.001);
    assertThat(village.lamps()).hasSizeGreaterThan(20);
    assertThat(village.lamps())
        .allSatisfy(l -> assertThat(l.at().altitudeDeg()).isBetween(3.0, 6.0));
    assertThat(scene(Surroundings.OPEN).lamps()).isEmpty();
  }

  @Test
  void fogHidesWhatIsFarAndLowAndDrifts() {
    Instant time = Instant.parse("2026-10-14T21:00:00Z");
    ValleyFog fog = scene(Surroundings.FOG).fog(time);
    assertThat(fog.thickness(Vector.of(new Direction(100, 0)))).isGreaterThan(0.8f);
    assertThat(fog.thickness(Vector.of(new Direction(100, 20)))).isZero();
    assertThat(fog.thickness(Vector.of(new Direction(100, -12)))).isZero();
    ValleyFog later = scene(Surroundings.FOG).fog(time.plusSeconds(600));
    double moved = 0;
    for (double a = 0; a < 360; a += 5) {
      Vector v = Vector.of(new Direction(a, 4));
      moved = Math.max(moved, Math.abs(later.thickness(v) - fog.thickness(v)));
    }
    assertThat(moved).isGreaterThan(0.1);
    assertThat(scene(Surroundings.TREES).fog(time).thickness(Vector.of(new Direction(1, 0))))
        .isZero();
  }
}
