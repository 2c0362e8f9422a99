package zygonox.core.optics;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.sky.DeepSky;

class PointStarsTest {
  private static final Body FULL_FRAME = new Body("full frame", 36, 24, 6000, 4000);
  private static final double LATITUDE = 54.42;

  private static PointStarRule.Framed framed(double focal, double azimuth, double altitude) {
    return new PointStarRule.Framed(
        new Sensor(FULL_FRAME, focal, 2.8), new Direction(azimuth, altitude), LATITUDE);
  }

  @Property
  void inTheMiddleAStarMovesByTheCosineOfItsDeclination(
      @ForAll @DoubleRange(min = 14, max = 200) double focal,
      @ForAll @DoubleRange(min = 0, max = 360) double azimuth,
      @ForAll @DoubleRange(min = 0, max = 85) double altitude) {
    // 15.041 arcsec a second times cos(dec), over the scale of a pixel (Meeus ch. 12).
    StarDrift drift = new StarDrift(FULL_FRAME, focal, new Direction(azimuth, altitude), LATITUDE);
    Sensor sensor = new Sensor(FULL_FRAME, focal, 2.8);
    double expected = sensor.driftPixels(1, drift.middleDeclinationDeg());
    assertThat(drift.middle()).isCloseTo(expected, within(1e-4 * expected + 1e-6));
    assertThat(drift.fastest()).isGreaterThanOrEqualTo(drift.middle() - 1e-9);
  }

  @ParameterizedTest
  // Due south the middle's declination is altitude - 90 + latitude, due north 90 + latitude - it.
  @CsvSource({"180, 35.58, 0", "180, 20, -15.58", "0, 54.42, 90", "0, 30, 65.58", "90, 0, 0"})
  void theMiddlesDeclinationIsThatOfTheSky(double azimuth, double altitude, double declination) {
    StarDrift drift = new StarDrift(FULL_FRAME, 24, new Direction(azimuth, altitude), LATITUDE);
    assertThat(drift.middleDeclinationDeg()).isCloseTo(declination, within(1e-6));
  }

  @Test
  void onTheEquatorACornerIsFasterBySecantSquared() {
    // Off axis a rectilinear lens spreads the sky: along a radius by 1 / cos^2 of the angle.
    StarDrift drift = new StarDrift(FULL_FRAME, 20, new Direction(180, 90 - LATITUDE), LATITUDE);
    double edge = Math.atan(18.0 / 20);
    double expected = drift.middle() / Math.pow(Math.cos(edge), 2);
    assertThat(drift.pixelsPerSecond(0, 1999.5)).isCloseTo(expected, within(0.002 * expected));
  }

  @Test
  void schoolsDifferAsTheyAreKnownTo() {
    PointStarRule.Framed equator = framed(20, 180, 35.58);
    // Common practice, no source: 500 / 20 and 400 / 20.
    assertThat(PointStarRule.RULE_500.seconds(equator)).isEqualTo(25);
    assertThat(PointStarRule.RULE_400.seconds(equator)).isEqualTo(20);
    assertThat(PointStarRule.BY_SENSOR.seconds(equator)).isEqualTo(20);
    // F. Michaud's formula at declination 0, k = 1.
    assertThat(PointStarRule.NPF.seconds(equator))
        .isCloseTo((16.856 * 2.8 + 0.0997 * 20 + 13.713 * 6) / 20, within(1e-3));
    assertThat(PointStarRule.OWN_WIDTH.seconds(equator)).isLessThan(8);
  }

  @ParameterizedTest
  @CsvSource({"36, 24, 400", "23.5, 15.6, 250", "17.3, 13, 200"})
  void theNumberForTheSensorGoesWithItsSize(double width, double height, double number) {
    Sensor sensor =
        new Sensor(
            new Body("b", width, height, 6000, (int) Math.round(6000 * height / width)), 10, 2.8);
    var f = new PointStarRule.Framed(sensor, new Direction(180, 30), LATITUDE);
    assertThat(PointStarRule.BY_SENSOR.seconds(f)).isEqualTo(number / 10);
  }

  @ParameterizedTest
  @EnumSource(PointStarRule.class)
  void everySchoolGivesATimeEvenAtThePole(PointStarRule rule) {
    assertThat(rule.seconds(framed(24, 0, LATITUDE))).isBetween(1.0, 3600.0);
    assertThat(rule.seconds(framed(200, 0, LATITUDE))).isBetween(0.1, 3600.0);
  }

  @Test
  void byItsOwnRuleTheFastestStarMovesByItsWidth() {
    for (double azimuth : new double[] {0, 90, 180, 240}) {
      PointStarRule.Framed f = framed(24, azimuth, 30);
      assertThat(f.fastestWidths(PointStarRule.OWN_WIDTH.seconds(f))).isCloseTo(1, within(1e-9));
    }
  }

  @ParameterizedTest
  // Common practice, no source: what stands on cameras.
  @CsvSource({
    "SHUTTER, 20, 25, 15",
    "SHUTTER, 30, 40, 25",
    "SHUTTER, 0.004, 0.005, 0.003125",
    "SHUTTER, 75, 80, 60",
    "SHUTTER, 3600, 3600, 3000",
    "ISO, 100, 125, 80",
    "ISO, 6400, 8000, 5000",
    "ISO, 7000, 8000, 6400",
    "APERTURE, 2.8, 3.2, 2.5",
    "APERTURE, 22, 22, 20",
    "APERTURE, 1, 1.1, 1"
  })
  void dialsGoByThirdsOfAStop(Dial dial, double value, double up, double down) {
    assertThat(dial.up(value)).isEqualTo(up);
    assertThat(dial.down(value)).isEqualTo(down);
  }

  @Test
  void whatIsNotAboveIsTheNextBelow() {
    assertThat(Dial.SHUTTER.notAbove(20.3)).isEqualTo(20);
    assertThat(Dial.SHUTTER.notAbove(19.9)).isEqualTo(15);
    assertThat(Dial.SHUTTER.notAbove(1e-6)).isEqualTo(1 / 8000.0);
    assertThatThrownBy(() -> Dial.ISO.nearest(0)).isInstanceOf(InvalidInput.class);
  }

  @Property
  void whatADialShowsIsWithinAFifthOfAStop(
      @ForAll @DoubleRange(min = 0.01, max = 3600) double seconds,
      @ForAll @DoubleRange(min = 25, max = 800_000) double iso) {
    assertThat(stops(Dial.SHUTTER.nearest(seconds), seconds)).isLessThan(0.22);
    assertThat(stops(Dial.ISO.nearest(iso), iso)).isLessThan(0.22);
    assertThat(Dial.SHUTTER.notAbove(seconds)).isLessThanOrEqualTo(seconds * (1 + 1e-6));
  }

  private static double stops(double shown, double value) {
    return Math.abs(Math.log(shown / value) / Math.log(2));
  }

  @ParameterizedTest
  // M31 is 3 degrees long, M57 a minute and a half.
  @CsvSource({
    "M31, 20, SMALL",
    "M31, 135, FITS",
    "M31, 800, TOO_LARGE",
    "M57, 20, DOT",
    "M57, 2000, SMALL"
  })
  void targetsFitOrDoNot(String id, double focal, TargetFit fit) {
    DeepSky.Target target = DeepSky.find(id).orElseThrow();
    assertThat(TargetFit.of(target, new Sensor(FULL_FRAME, focal, 4))).isEqualTo(fit);
  }

  @Test
  void theLightMeterGoesByAreaTimeAndOpening() {
    LightMeter meter = new LightMeter(FULL_FRAME, 20, 2.8);
    double once = meter.skyElectrons(21, 10);
    assertThat(meter.skyElectrons(21, 20)).isCloseTo(2 * once, within(1e-6));
    assertThat(meter.skyElectrons(18.5, 10)).isCloseTo(10 * once, within(1e-6));
    assertThat(new LightMeter(FULL_FRAME, 20, 5.6).skyElectrons(21, 10))
        .isCloseTo(once / 4, within(1e-6));
    // A surface's light depends on the f-number, not on the focal length.
    assertThat(new LightMeter(FULL_FRAME, 200, 2.8).skyElectrons(21, 10))
        .isCloseTo(once, within(1e-6));
    assertThat(meter.white(6400)).isCloseTo(meter.fullWell() / 64, within(1e-6));
  }

  @Test
  void aNeutralFilterTakesItsStops() {
    // An optical density of 3.0 is 10 stops: 1/60 s becomes 17 s (common practice, no source).
    Exposure plain = new Exposure(1 / 60.0, 8, 100);
    assertThat(plain.behindFilter(10).shutterSeconds()).isCloseTo(17.07, within(0.01));
    assertThatThrownBy(() -> plain.behindFilter(40)).isInstanceOf(InvalidInput.class);
  }
}
