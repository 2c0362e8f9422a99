package zygonox.core.align;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import zygonox.core.raster.PixelLayout;
import zygonox.core.stars.FoundStar;

/** Frames that have little in common, or too much that is no star. */
class HardMatchTest {
  private static final PixelLayout LAYOUT = new PixelLayout(6000, 4000, 3, 8);
  private static final double NOISE_PIXELS = 0.15;
  private static final int NIGHTS = 4;

  /** What two frames show. */
  private enum Sight {
    TEN_STARS(10, 0, 0, 2, 1, 0, 1.0),
    TEN_AMONG_OTHERS(10, 6, 0, 2, 1, 0, 1.0),
    LAMPS_ON_THE_GROUND(100, 20, 60, 0.5, 1, 0.4, 0.5),
    MORE_LAMPS_THAN_STARS(60, 20, 120, 0.5, 1, 0.4, 0.6),
    FIELD_TURNED_FAR(150, 60, 30, 45, 1, 0.3, 0.5),
    ANOTHER_CAMERA(150, 200, 0, 20, 1.5, 0, 0.5),
    THIN_CLOUD(40, 60, 0, 1, 1, 0, 0.8),
    HOT_PIXELS(100, 20, 800, 0.5, 1, 0, 0.5);

    private final int common;
    private final int own;
    private final int fixed;
    private final double ground;
    private final double within;
    private final Homography map;

    /**
     * @param common stars that both see
     * @param own stars that only one sees, each
     * @param fixed lights that stay where they are in the picture
     * @param ground which share of the picture is below the sky, where lamps are
     * @param within how far off the sky may lie, in pixels
     */
    Sight(
        int common,
        int own,
        int fixed,
        double turnDeg,
        double scale,
        double ground,
        double within) {
      this.common = common;
      this.own = own;
      this.fixed = fixed;
      this.ground = ground;
      this.within = within;
      double c = scale * Math.cos(Math.toRadians(turnDeg));
      double s = scale * Math.sin(Math.toRadians(turnDeg));
      this.map =
          new Homography(
              new double[] {
                c, -s, 3040 - c * 3000 + s * 2000, s, c, 2010 - s * 3000 - c * 2000, 1e-6, -2e-6, 1
              });
    }
  }

  /** One night's stars as two frames see them. */
  private static final class Pair {
    private final Sight sight;
    private final Random random;
    private final double horizon;
    private final List<FoundStar> first = new ArrayList<>();
    private final List<FoundStar> second = new ArrayList<>();

    Pair(Sight sight, long seed) {
      this.sight = sight;
      this.random = new Random(seed);
      this.horizon = LAYOUT.height() * (1 - sight.ground);
      Homography back = sight.map.inverse();
      while (first.size() < sight.common) {
        double x = LAYOUT.width() * random.nextDouble();
        double y = horizon * random.nextDouble();
        double u = back.x(x, y);
        double v = back.y(x, y);
        if (u > 0 && v > 0 && u < LAYOUT.width() && v < horizon) {
          double flux = flux();
          first.add(star(x, y, flux));
          second.add(star(u, v, flux));
        }
      }
      for (int i = 0; i < sight.own; i++) {
        for (List<FoundStar> stars : List.of(first, second)) {
          stars.add(
              star(LAYOUT.width() * random.nextDouble(), horizon * random.nextDouble(), flux()));
        }
      }
      for (int i = 0; i < sight.fixed; i++) {
        double top = sight.ground == 0 ? 0 : horizon;
        double x = LAYOUT.width() * random.nextDouble();
        double y = top + (LAYOUT.height() - top) * random.nextDouble();
        double flux = 3 * flux();
        first.add(star(x, y, flux));
        second.add(star(x, y, flux));
      }
      for (List<FoundStar> stars : List.of(first, second)) {
        stars.sort(Comparator.comparingDouble(FoundStar::flux).reversed());
      }
    }

    /** As stars' numbers grow with magnitude. */
    private double flux() {
      return 1e5 * Math.pow(random.nextDouble(), -1.2);
    }

    private FoundStar star(double x, double y, double flux) {
      return new FoundStar(
          x + NOISE_PIXELS * random.nextGaussian(),
          y + NOISE_PIXELS * random.nextGaussian(),
          flux * (1 + 0.1 * random.nextGaussian()),
          900);
    }

    /** How far places of the sky lie off at the most. */
    double off(Homography found) {
      Homography back = sight.map.inverse();
      double most = 0;
      for (double x : new double[] {1000, 3000, 5000}) {
        for (double y : new double[] {0.2 * horizon, horizon / 2, 0.8 * horizon}) {
          double u = back.x(x, y);
          double v = back.y(x, y);
          most = Math.max(most, Math.hypot(found.x(u, v) - x, found.y(u, v) - y));
        }
      }
      return most;
    }
  }

  @ParameterizedTest
  @EnumSource
  void theSkyIsFoundAgain(Sight sight) {
    for (long night = 1; night <= NIGHTS; night++) {
      Pair pair = new Pair(sight, night);
      StarMatcher matcher = new StarMatcher(pair.first, LAYOUT);
      for (List<Placement> guesses : List.of(List.<Placement>of(), List.of(Placement.AS_IT_IS))) {
        Optional<StarMatcher.Match> match = matcher.match(pair.second, guesses);
        assertThat(match).as("night %d", night).isPresent();
        assertThat(pair.off(match.get().map())).as("night %d", night).isLessThan(sight.within);
      }
    }
  }
}
