package zygonox.core.measure;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;

class CarriedStarsTest {
  private static final int WIDTH = 960;
  private static final int HEIGHT = 640;
  private static final PixelLayout GREY = new PixelLayout(WIDTH, HEIGHT, 1, 16);

  /** From frame to frame the sky turns by this about a pole above the frame. */
  private static final double TURN = Math.toRadians(0.6);

  private static final double POLE_X = 500;
  private static final double POLE_Y = -900;

  /** A place of the sky after so many steps, counted from the frame's middle. */
  private static double[] turned(double x, double y, double steps) {
    double fromPoleX = x + WIDTH / 2.0 - POLE_X;
    double fromPoleY = y + HEIGHT / 2.0 - POLE_Y;
    double cos = Math.cos(steps * TURN);
    double sin = Math.sin(steps * TURN);
    return new double[] {
      cos * fromPoleX - sin * fromPoleY + POLE_X - WIDTH / 2.0,
      sin * fromPoleX + cos * fromPoleY + POLE_Y - HEIGHT / 2.0
    };
  }

  /** The step as the stars tell it, through a grid of them. */
  private static StarMap step() {
    List<StarMap.Pair> pairs = new ArrayList<>();
    for (double x = -400; x <= 400; x += 100) {
      for (double y = -300; y <= 300; y += 100) {
        double[] to = turned(x, y, 1);
        pairs.add(new StarMap.Pair(x, y, to[0], to[1]));
      }
    }
    return StarMap.through(pairs, 6, WIDTH / 2.0);
  }

  /** Arcs of a dozen stars in a row, nose to tail, as a frame after so many steps has them. */
  private static Raster frame(int steps, boolean aeroplane) {
    Raster raster = Raster.blank(GREY);
    Random noise = new Random(40 + steps);
    double[] light = new double[WIDTH * HEIGHT];
    for (int star = 0; star < 12; star++) {
      for (double part = 0; part < 0.75; part += 0.02) {
        double[] at = turned(-150 + 1.5 * star, -200 + 17 * star, steps + part);
        spot(light, at[0] + WIDTH / 2.0, at[1] + HEIGHT / 2.0, 700);
      }
    }
    for (double t = 0; aeroplane && t < 420; t++) {
      spot(light, 250 + t, 420 - 0.45 * t, 900);
    }
    for (int i = 0; i < light.length; i++) {
      double value = 9000 + light[i] + 300 * noise.nextGaussian();
      raster.samples()[i] = (short) Math.min(65_535, Math.round(value));
    }
    return raster;
  }

  private static void spot(double[] light, double x, double y, double strength) {
    for (int row = (int) y - 4; row <= (int) y + 4; row++) {
      for (int column = (int) x - 4; column <= (int) x + 4; column++) {
        if (row >= 0 && column >= 0 && row < HEIGHT && column < WIDTH) {
          double r2 = (column - x) * (column - x) + (row - y) * (row - y);
          light[row * WIDTH + column] += strength * Math.exp(-r2 / 3);
        }
      }
    }
  }

  @Test
  void starsInARowAreNoLineOnceTheyAreCarried() {
    SmallFrame before = SmallFrame.of(frame(0, false));
    SmallFrame after = SmallFrame.of(frame(2, false));
    SmallFrame here = SmallFrame.of(frame(1, false));
    SmallFrame crossed = SmallFrame.of(frame(1, true));
    StarMap step = step();
    List<CarriedStars.Beside> beside =
        List.of(CarriedStars.Beside.before(before, step), CarriedStars.Beside.after(after, step));

    assertThat(StreakFinder.find(here, List.of(before, after), Optional.empty()))
        .as("what the stars look like by themselves")
        .isNotEmpty();
    assertThat(
            StreakFinder.find(
                here, List.of(before, after), Optional.of(CarriedStars.of(here, beside))))
        .isEmpty();
    List<Streak> found =
        StreakFinder.find(
            crossed, List.of(before, after), Optional.of(CarriedStars.of(crossed, beside)));
    assertThat(found).hasSize(1);
    assertThat(Math.min(found.get(0).x1(), found.get(0).x2())).isBetween(240.0, 260.0);
    assertThat(Math.max(found.get(0).x1(), found.get(0).x2())).isBetween(655.0, 685.0);
  }

  @Test
  void lightIsCarriedFromEitherSideToWhereTheSkyStood() {
    SmallFrame before = SmallFrame.of(frame(0, false));
    SmallFrame after = SmallFrame.of(frame(2, false));
    SmallFrame here = SmallFrame.of(frame(1, false));
    StarMap step = step();
    for (CarriedStars.Beside one :
        List.of(CarriedStars.Beside.before(before, step), CarriedStars.Beside.after(after, step))) {
      float[][] light = CarriedStars.of(here, List.of(one));
      int bright = 0;
      int covered = 0;
      for (int y = 2; y < here.height() - 2; y++) {
        for (int x = 2; x < here.width() - 2; x++) {
          if (here.rows()[y][x] > 1.25f * here.around()[y][x]) {
            bright++;
            covered += light[y][x] > 0.85f * here.rows()[y][x] ? 1 : 0;
          }
        }
      }
      assertThat(bright).isGreaterThan(25);
      assertThat(covered).as("of %s bright places", bright).isGreaterThan(bright * 9 / 10);
    }
  }

  @Test
  void beyondTheFrameThereIsNoLight() {
    SmallFrame small = SmallFrame.of(frame(0, false));
    StarMap away = StarMap.turn(0, 2 * WIDTH, 0, WIDTH / 2.0);
    float[][] light = CarriedStars.of(small, List.of(CarriedStars.Beside.after(small, away)));
    for (float[] row : light) {
      assertThat(row).containsOnly(0);
    }
  }
}
