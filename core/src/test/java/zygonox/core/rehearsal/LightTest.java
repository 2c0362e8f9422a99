package zygonox.core.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.Arrays;
import org.hipparchus.stat.descriptive.moment.Kurtosis;
import org.hipparchus.stat.descriptive.moment.Mean;
import org.hipparchus.stat.descriptive.moment.StandardDeviation;
import org.junit.jupiter.api.Test;
import zygonox.core.optics.Body;
import zygonox.core.optics.Lens;
import zygonox.core.program.Interval;
import zygonox.core.program.Program;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.Place;
import zygonox.core.raster.Raster;
import zygonox.core.raster.Srgb;
import zygonox.core.site.Site;
import zygonox.core.work.Cancellation;

/** The simulated camera's physics: light adds up as it does in a real one. */
class LightTest {
  private static final Body BODY = new Body("test", 36, 24, 600, 400);
  private static final Lens LENS = new Lens("test", 20, 2);
  private static final Place PLACE = new Place(54.42, -2.31, 312);

  private static Program program(double exposure, double aperture, int iso) {
    return new Program(
        "test",
        OffsetDateTime.parse("2026-10-14T22:00:00+01:00"),
        new Interval(0, exposure, 1, 2),
        aperture,
        iso,
        20,
        new Direction(60, 45));
  }

  private static Raster shot(Program program, int index, double mill) {
    SimulatedCamera camera =
        new SimulatedCamera(
            BODY, LENS, Site.of("test", PLACE, ZoneId.of("UTC")), new Scene(mill), 3);
    return camera.preview(program, program.shots().get(index), new Cancellation());
  }

  /** Light of the empty sky: the median of the green samples above the middle. */
  private static double sky(Raster raster) {
    int[] green = new int[600 * 150];
    for (int i = 0; i < green.length; i++) {
      green[i] = raster.at(i % 600, 20 + i / 600, 1);
    }
    Arrays.sort(green);
    return Srgb.toLight(green[green.length / 2] / 255.0);
  }

  @Test
  void twiceTheExposureTheIsoOrTheOpeningIsTwiceTheLight() {
    double once = sky(shot(program(20, 4, 1600), 0, 352));
    assertThat(sky(shot(program(40, 4, 1600), 0, 352)) / once).isCloseTo(2, within(0.1));
    assertThat(sky(shot(program(20, 4, 3200), 0, 352)) / once).isCloseTo(2, within(0.1));
    assertThat(sky(shot(program(20, 2.8284, 1600), 0, 352)) / once).isCloseTo(2, within(0.1));
  }

  @Test
  void theGroundStaysWhileTheStarsMove() {
    Program program =
        new Program(
            "test",
            OffsetDateTime.parse("2026-10-14T22:00:00+01:00"),
            new Interval(0, 10, 1200, 2),
            2,
            3200,
            20,
            new Direction(352, 20));
    Raster first = shot(program, 0, 352);
    Raster second = shot(program, 1, 352);
    int moved = 0;
    int ground = 0;
    for (int y = 0; y < 400; y++) {
      for (int x = 0; x < 600; x++) {
        boolean differs = Math.abs(first.at(x, y, 1) - second.at(x, y, 1)) > 40;
        if (y < 150) {
          moved += differs ? 1 : 0;
        } else if (y > 300) {
          ground += differs ? 1 : 0;
        }
      }
    }
    assertThat(moved).isGreaterThan(30);
    assertThat(ground).isLessThan(5);
  }

  @Test
  void theMillStandsWhereItWasPut() {
    Program north =
        new Program(
            "test",
            OffsetDateTime.parse("2026-10-14T22:00:00+01:00"),
            new Interval(0, 20, 1, 1),
            2,
            6400,
            20,
            new Direction(0, 20));
    int left = darkest(shot(north, 0, 340));
    int right = darkest(shot(north, 0, 20));
    assertThat(left).isLessThan(240);
    assertThat(right).isGreaterThan(360);
  }

  /** The column that is darkest over the skyline: the mill's. */
  private static int darkest(Raster raster) {
    int best = 0;
    long least = Long.MAX_VALUE;
    for (int x = 5; x < 595; x++) {
      long sum = 0;
      for (int y = 150; y < 300; y++) {
        for (int d = -4; d <= 4; d++) {
          sum += raster.at(x + d, y, 1);
        }
      }
      if (sum < least) {
        least = sum;
        best = x;
      }
    }
    return best;
  }

  @Test
  void grainIsNormalAndRepeats() {
    double[] values = new double[200_000];
    Grain grain = new Grain(5, 7, 9);
    for (int i = 0; i < values.length; i++) {
      values[i] = grain.next();
    }
    assertThat(new Mean().evaluate(values)).isCloseTo(0, within(0.01));
    assertThat(new StandardDeviation().evaluate(values)).isCloseTo(1, within(0.01));
    assertThat(new Kurtosis().evaluate(values)).isCloseTo(0, within(0.1));
    assertThat(new Grain(5, 7, 9).next()).isEqualTo((float) values[0]);
    assertThat(new Grain(5, 7, 10).next()).isNotEqualTo((float) values[0]);
  }

  @Test
  void theAirTakesItsShareTowardsTheHorizon() {
    // Kasten and Young 1989, table: air mass 1 overhead, 5.6 at 10 degrees, about 38 at the
    // horizon.
    assertThat(StarTracks.airMass(90)).isCloseTo(1, within(0.001));
    assertThat(StarTracks.airMass(10)).isCloseTo(5.59, within(0.02));
    assertThat(StarTracks.airMass(0)).isCloseTo(38, within(0.4));
  }
}
