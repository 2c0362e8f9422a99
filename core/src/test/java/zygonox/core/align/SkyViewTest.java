package zygonox.core.align;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.optics.Body;
import zygonox.core.optics.Sensor;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;
import zygonox.core.stars.FoundStar;

/** How the sky turns in a picture of which it is known where it was taken. */
class SkyViewTest {
  private static final PixelLayout LAYOUT = new PixelLayout(6000, 4000, 3, 8);

  /** Of 24 mm on 36 by 24. */
  private static final SkyView SOUTH =
      SkyView.of(52, new Direction(180, 30), new Sensor(new Body("", 36, 24, 6000, 4000), 24, 2));

  @Test
  void itIsAsWideAsTheLensSees() {
    // 2 atan(18 / 24).
    assertThat(SOUTH.widthDeg()).isEqualTo(73.74);
    assertThat(SkyView.parse(SOUTH.term())).isEqualTo(SOUTH);
    assertThat(SOUTH.term()).isEqualTo("52,180,30,73.74");
  }

  /**
   * On the meridian the sky moves level, from east to west, by 15.041 seconds of arc a second times
   * the cosine of the declination: at 52 north, 30 up in the south, that is -8 degrees.
   */
  @Test
  void inTheSouthItMovesToTheRight() {
    double seconds = 20;
    Homography moved = SOUTH.carried(LAYOUT, seconds).orElseThrow();
    double focal = 24.0 / 36 * 6000;
    double turned = Math.toRadians(15.041 / 3600 * seconds) * Math.cos(Math.toRadians(8));
    assertThat(moved.x(2999.5, 1999.5) - 2999.5).isCloseTo(focal * turned, within(0.01));
    assertThat(moved.y(2999.5, 1999.5)).isCloseTo(1999.5, within(0.01));
    Homography back = SOUTH.carried(LAYOUT, -seconds).orElseThrow();
    assertThat(back.x(2999.5, 1999.5) - 2999.5).isCloseTo(-focal * turned, within(0.01));
  }

  /** The pole stays where it is; in the north the sky turns against the clock about it. */
  @ParameterizedTest
  @CsvSource({"52, 0, 40", "-35, 180, 30"})
  void aboutThePoleItTurns(double latitude, double azimuth, double altitude) {
    SkyView view = new SkyView(latitude, new Direction(azimuth, altitude), 80);
    double focal = 3000 / Math.tan(Math.toRadians(40));
    double up = Math.abs(latitude) - altitude;
    double poleY = 1999.5 - focal * Math.tan(Math.toRadians(up));
    Homography moved = view.carried(LAYOUT, 3600).orElseThrow();
    assertThat(moved.x(2999.5, poleY)).isCloseTo(2999.5, within(1.5));
    assertThat(moved.y(2999.5, poleY)).isCloseTo(poleY, within(1.5));
    double down = moved.y(3499.5, poleY) - poleY;
    assertThat(latitude > 0 ? -down : down).isBetween(100.0, 160.0);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"", "52,180,30", "52,180,30,x", "95,180,30,70", "52,180,30,170", "1,2,3,4,5"})
  void whatIsNoViewIsRefused(String typed) {
    assertThatThrownBy(() -> SkyView.parse(typed)).isInstanceOf(InvalidInput.class);
  }

  /**
   * Nine stars in common among three dozen of each frame's own, moved by 300 pixels in twenty
   * minutes' time: no pattern stands out among so few, but where they must have gone is known.
   */
  @Test
  void itFindsWhatPatternsDoNot() {
    int found = 0;
    int byPattern = 0;
    int nights = 12;
    for (int night = 0; night < nights; night++) {
      Random random = new Random(night);
      // The plan is off by two degrees, and so is its lens by a little.
      SkyView truth = new SkyView(52, new Direction(182, 31.5), 73.2);
      Homography moved = truth.carried(LAYOUT, 600).orElseThrow();
      List<FoundStar> first = new ArrayList<>();
      List<FoundStar> second = new ArrayList<>();
      while (first.size() < 9) {
        FoundStar star = star(random, 4000);
        double x = moved.x(star.x(), star.y());
        double y = moved.y(star.x(), star.y());
        if (x > 0 && x < 6000 && y > 0 && y < 4000) {
          first.add(star);
          second.add(new FoundStar(x, y, star.flux(), 900));
        }
      }
      for (int i = 0; i < 36; i++) {
        first.add(star(random, 4000));
        second.add(star(random, 4000));
      }
      StarMatcher matcher = new StarMatcher(first, LAYOUT);
      Placement still = Placement.AS_IT_IS;
      Placement guess = new Placement(SOUTH.carried(LAYOUT, -600).orElseThrow());
      byPattern += matcher.match(second, List.of(still)).isPresent() ? 1 : 0;
      Optional<StarMatcher.Match> match = matcher.match(second, List.of(guess, still));
      if (match.isPresent()) {
        Homography back = match.get().map();
        double x = moved.x(3000, 2000);
        double y = moved.y(3000, 2000);
        assertThat(back.x(x, y)).isCloseTo(3000, within(2.0));
        assertThat(back.y(x, y)).isCloseTo(2000, within(2.0));
        found++;
      }
    }
    assertThat(found).isGreaterThanOrEqualTo(nights - 1);
    assertThat(byPattern).isLessThan(nights / 2);
  }

  private static FoundStar star(Random random, int height) {
    double flux = 1e5 * Math.pow(random.nextDouble(), -1.2);
    return new FoundStar(6000 * random.nextDouble(), height * random.nextDouble(), flux, 900);
  }
}
