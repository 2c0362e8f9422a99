package zygonox.core.align;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.QRDecomposition;
import org.hipparchus.linear.RealMatrix;
import org.junit.jupiter.api.Test;
import zygonox.core.raster.PixelLayout;
import zygonox.core.stars.FoundStar;

/**
 * Stars as a wide lens sees them low over the horizon: lifted by the air (Saemundsson's formula, as
 * in J. Meeus, Astronomical Algorithms, 2nd ed., 16.4) and drawn in by the lens's distortion.
 */
class BendTest {
  private static final PixelLayout LAYOUT = new PixelLayout(3000, 2000, 3, 8);
  private static final double FOCAL_PIXELS = 1167;
  private static final double POLE_ALTITUDE = Math.toRadians(54);
  private static final double FACING = Math.toRadians(265);
  private static final double NOISE_PIXELS = 0.12;

  /** What stands between a star and its place in the picture. */
  private record Scene(double altitudeDeg, boolean air, double distortion) {
    /** Where a star at a declination and hour angle is seen; empty below the horizon. */
    Optional<double[]> at(double declination, double hourAngle) {
      double up =
          Math.sin(declination) * Math.sin(POLE_ALTITUDE)
              + Math.cos(declination) * Math.cos(POLE_ALTITUDE) * Math.cos(hourAngle);
      double north =
          Math.sin(declination) * Math.cos(POLE_ALTITUDE)
              - Math.cos(declination) * Math.sin(POLE_ALTITUDE) * Math.cos(hourAngle);
      double east = -Math.cos(declination) * Math.sin(hourAngle);
      double h = Math.toDegrees(Math.asin(up));
      if (h < 4) {
        return Optional.empty();
      }
      double lift = air ? 1.02 / 60 / Math.tan(Math.toRadians(h + 10.3 / (h + 5.11))) : 0;
      double seen = Math.toRadians(h + lift);
      double azimuth = Math.atan2(east, north) - FACING;
      double tilt = Math.toRadians(altitudeDeg);
      double forward = Math.cos(seen) * Math.cos(azimuth);
      double depth = forward * Math.cos(tilt) + Math.sin(seen) * Math.sin(tilt);
      if (depth < 0.2) {
        return Optional.empty();
      }
      double x = Math.cos(seen) * Math.sin(azimuth) / depth;
      double y = (forward * Math.sin(tilt) - Math.sin(seen) * Math.cos(tilt)) / depth;
      double bent = 1 + distortion * (x * x + y * y);
      double column = LAYOUT.width() / 2.0 + FOCAL_PIXELS * bent * x;
      double row = LAYOUT.height() / 2.0 + FOCAL_PIXELS * bent * y;
      boolean inside = column >= 0 && row >= 0 && column < LAYOUT.width() && row < LAYOUT.height();
      return inside ? Optional.of(new double[] {column, row}) : Optional.empty();
    }
  }

  /** Stars spread evenly over the sphere, and what two frames some time apart see of them. */
  private static final class Sky {
    private final List<double[]> first = new ArrayList<>();
    private final List<double[]> second = new ArrayList<>();

    Sky(Scene scene, int stars, double turnDeg) {
      Random random = new Random(11);
      double turn = Math.toRadians(turnDeg);
      while (first.size() < stars) {
        double declination = Math.asin(2 * random.nextDouble() - 1);
        double hourAngle = 2 * Math.PI * random.nextDouble();
        Optional<double[]> one = scene.at(declination, hourAngle);
        Optional<double[]> other = scene.at(declination, hourAngle + turn);
        if (one.isPresent() && other.isPresent()) {
          first.add(one.get());
          second.add(other.get());
        }
      }
    }

    private static List<FoundStar> found(List<double[]> places, long seed) {
      Random random = new Random(seed);
      List<FoundStar> stars = new ArrayList<>();
      for (int i = 0; i < places.size(); i++) {
        // One in twelve is hidden, another shows instead.
        boolean hidden = random.nextInt(12) == 0;
        double x = hidden ? 3000 * random.nextDouble() : places.get(i)[0];
        double y = hidden ? 2000 * random.nextDouble() : places.get(i)[1];
        stars.add(
            new FoundStar(
                x + NOISE_PIXELS * random.nextGaussian(),
                y + NOISE_PIXELS * random.nextGaussian(),
                1e6 / (i + 1),
                900));
      }
      return stars;
    }

    StarMatcher.Match match() {
      return new StarMatcher(found(first, 1), LAYOUT)
          .match(found(second, 2), List.of())
          .orElseThrow();
    }

    /** How far places of the second lie off those of the first when they are moved, in pixels. */
    double[] off(Placement placement) {
      double[] off = new double[first.size()];
      for (int i = 0; i < off.length; i++) {
        double[] onto = placement.onto(second.get(i)[0], second.get(i)[1]);
        off[i] = Math.hypot(onto[0] - first.get(i)[0], onto[1] - first.get(i)[1]);
      }
      return off;
    }
  }

  private static double rms(double[] off) {
    double sum = 0;
    for (double one : off) {
      sum += one * one;
    }
    return Math.sqrt(sum / off.length);
  }

  @Test
  void starsLowInTheAirLieOnEachOtherThoughNoMapIsStraight() {
    Sky sky = new Sky(new Scene(22, true, 0), 500, 8);
    StarMatcher.Match match = sky.match();
    assertThat(match.placement().bends()).isTrue();
    assertThat(rms(sky.off(new Placement(match.map())))).isGreaterThan(0.2);
    assertThat(rms(sky.off(match.placement()))).isLessThan(0.1);
    // Both frames' noise, in both directions.
    assertThat(match.rmsPixels()).isBetween(1.5 * NOISE_PIXELS, 2.2 * NOISE_PIXELS);
    assertThat(match.straightRmsPixels()).isGreaterThan(1.25 * match.rmsPixels());
  }

  @Test
  void aLensThatDistortsNeedsNoProfile() {
    Sky sky = new Sky(new Scene(40, true, -0.03), 500, 8);
    StarMatcher.Match match = sky.match();
    assertThat(rms(sky.off(new Placement(match.map())))).isGreaterThan(1.5);
    double[] off = sky.off(match.placement());
    assertThat(rms(off)).isLessThan(0.25);
    assertThat(Arrays.stream(off).filter(d -> d > 0.5).count()).isLessThan(off.length / 50);
  }

  /** Pixel x of the half is the middle of the whole's 2 x and 2 x + 1. */
  @Test
  void atHalfItsSizeAFrameIsBentAsMuch() {
    Placement whole = new Sky(new Scene(40, true, -0.03), 500, 8).match().placement();
    Placement half = whole.halved();
    assertThat(half.bends()).isTrue();
    for (double x : new double[] {60, 700, 1400}) {
      for (double y : new double[] {50, 500, 950}) {
        double[] small = half.onto(x, y);
        double[] large = whole.onto(2 * x + 0.5, 2 * y + 0.5);
        assertThat(2 * small[0] + 0.5).isCloseTo(large[0], within(1e-3));
        assertThat(2 * small[1] + 0.5).isCloseTo(large[1], within(1e-3));
      }
    }
  }

  @Test
  void whereNothingBendsNothingIsBent() {
    Sky sky = new Sky(new Scene(40, false, 0), 500, 15);
    StarMatcher.Match match = sky.match();
    assertThat(match.placement().bends()).isFalse();
    assertThat(match.rmsPixels()).isEqualTo(match.straightRmsPixels());
    assertThat(rms(sky.off(match.placement()))).isLessThan(0.05);
  }

  @Test
  void fewStarsTellOfNoBending() {
    Sky sky = new Sky(new Scene(22, true, 0), Bend.FEWEST_STARS - 10, 3);
    assertThat(sky.match().placement().bends()).isFalse();
  }

  /** Where no star tells, a bending goes on straight instead of running away. */
  @Test
  void overTheGroundItStaysSmall() {
    Sky sky = new Sky(new Scene(22, true, 0), 500, 8);
    Placement placement = sky.match().placement();
    for (int x = 0; x < LAYOUT.width(); x += 100) {
      for (int y = 0; y < LAYOUT.height(); y += 100) {
        assertThat(placement.bend().x(x, y)).isBetween(-12.0, 12.0);
        assertThat(placement.bend().y(x, y)).isBetween(-12.0, 12.0);
      }
    }
  }

  @Test
  void thereAndBackIsTheSamePlaceAlsoOnAFinerGrid() {
    Placement placement = new Sky(new Scene(40, true, -0.03), 500, 8).match().placement();
    Placement finer = placement.finer(3);
    for (int x = 300; x < 2700; x += 400) {
      for (int y = 300; y < 1700; y += 400) {
        double[] onto = placement.onto(placement.backX(x, y), placement.backY(x, y));
        assertThat(onto[0]).isCloseTo(x, within(0.01));
        assertThat(onto[1]).isCloseTo(y, within(0.01));
        assertThat(finer.backX(3 * x + 1, 3 * y + 1))
            .isCloseTo(placement.backX(x, y), within(1e-6));
        assertThat(finer.backY(3 * x + 1, 3 * y + 1))
            .isCloseTo(placement.backY(x, y), within(1e-6));
      }
    }
  }

  /** Against the library's decomposition of the whole matrix. */
  @Test
  void aBandIsSolvedAsTheWholeMatrixIs() {
    int unknowns = 30;
    int reach = 5;
    Random random = new Random(4);
    BandedSystem band = new BandedSystem(unknowns, reach, 2);
    RealMatrix observed = new Array2DRowRealMatrix(120, unknowns);
    RealMatrix values = new Array2DRowRealMatrix(120, 2);
    for (int i = 0; i < 120; i++) {
      int from = i % (unknowns - reach);
      int[] at = {from, from + 2, from + reach};
      double[] weights = {random.nextGaussian(), 1, random.nextGaussian()};
      double[] value = {random.nextGaussian(), i};
      band.observe(at, weights, value);
      for (int k = 0; k < at.length; k++) {
        observed.setEntry(i, at[k], weights[k]);
      }
      values.setRow(i, value);
    }
    RealMatrix whole = new QRDecomposition(observed).getSolver().solve(values);
    double[][] solved = band.solve();
    for (int i = 0; i < unknowns; i++) {
      assertThat(solved[0][i]).isCloseTo(whole.getEntry(i, 0), within(1e-9));
      assertThat(solved[1][i]).isCloseTo(whole.getEntry(i, 1), within(1e-9));
    }
    assertThatThrownBy(() -> new BandedSystem(2, 1, 1).solve())
        .isInstanceOf(ArithmeticException.class);
  }
}
