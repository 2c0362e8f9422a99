package zygonox.core.sky;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Place;

class SkyGlowTest {
  private static final Place PLACE = new Place(54.42, -2.31, 312);
  private static final Vector ZENITH = new Vector(0, 0, 1);

  /** A moonless midnight in winter. */
  private static final Instant DARK = Instant.parse("2026-12-09T00:00:00Z");

  /** The full moon of 2026 December 24, high in the south at midnight. */
  private static final Instant MOONLIT = Instant.parse("2026-12-24T00:00:00Z");

  private static SkyGlow glow(double magnitude, Instant time) {
    return new SkyGlow(new SkyBrightness(magnitude), PLACE, time);
  }

  private static Vector towards(double azimuth, double altitude) {
    return Vector.of(new Direction(azimuth, altitude));
  }

  @ParameterizedTest
  @ValueSource(doubles = {17.5, 19, 21.2, 22})
  void aDarkSkyOverheadIsAsDarkAsThePlace(double magnitude) {
    assertThat(glow(magnitude, DARK).magnitude(ZENITH)).isCloseTo(magnitude, within(0.01));
  }

  @Test
  void luminanceGoesWithMagnitudesAsUsual() {
    // The usual conversion, L = 108000 x 10^(-0.4 m): 21.6 is a quarter of a millicandela.
    assertThat(glow(21.6, DARK).candelas(ZENITH)).isCloseTo(2.47e-4, within(0.02e-4));
  }

  @Test
  void towardsTheHorizonTheAirGlowsBrighterUntilItSwallowsItself() {
    // Krisciunas and Schaefer, PASP 103, 1033 (1991), formulas 1 to 3: at 60 degrees from the
    // zenith the air is 1/sqrt(1 - 0.96 x 0.75) = 1.89 times as thick.
    SkyGlow glow = glow(21.6, DARK);
    double air = 1 / Math.sqrt(1 - 0.96 * 0.75);
    double expected = air * Math.pow(10, -0.4 * 0.172 * (air - 1));
    assertThat(glow.candelas(towards(90, 30)) / glow.candelas(ZENITH))
        .isCloseTo(expected, within(0.01));
  }

  @Test
  void aFullMoonTakesThreeMagnitudesAndMoreNearIt() {
    SkyGlow glow = glow(21.6, MOONLIT);
    Moon.Seen moon = Moon.from(PLACE, MOONLIT);
    assertThat(moon.altitudeDeg()).isGreaterThan(50);
    // Full moon leaves a sky of about 18 magnitudes: common practice, no source.
    assertThat(glow.magnitude(towards(0, 50))).isBetween(17.3, 18.9);
    Vector near = towards(moon.vector().direction().azimuthDeg(), moon.altitudeDeg() - 8);
    assertThat(glow.magnitude(near)).isLessThan(glow.magnitude(towards(0, 50)) - 0.7);
    assertThat(glow.darkCandelas(ZENITH))
        .isCloseTo(glow(21.6, DARK).darkCandelas(ZENITH), within(1e-9));
  }

  @Test
  void twilightFadesOutByEighteenDegrees() {
    double before = 0;
    for (String hour : new String[] {"15:50", "16:20", "16:50", "17:20", "19:00"}) {
      double magnitude = glow(21.6, Instant.parse("2026-12-09T" + hour + ":00Z")).magnitude(ZENITH);
      assertThat(magnitude).isGreaterThan(before);
      before = magnitude;
    }
    assertThat(before).isCloseTo(21.6, within(0.02));
  }

  @ParameterizedTest
  // Illuminance at the ends of the twilights, clear sky, within half a stop: 400 lux at sunset, 3.4
  // at the end of the civil one, 0.008 at the end of the nautical one (from memory, as published in
  // lighting handbooks).
  @CsvSource({"-0.833, 400", "-6, 3.4", "-12, 0.008"})
  void daylightFallsAsHandbooksSay(double sunAltitude, double lux) {
    assertThat(Math.abs(Math.log(Daylight.sunLux(sunAltitude) / lux) / Math.log(2)))
        .isLessThan(0.5);
  }

  @Test
  void lightOnTheGroundNeverFallsBelowTheStarsAndSunnySixteenHolds() {
    assertThat(Daylight.lux(PLACE, DARK)).isBetween(0.0004, 0.001);
    assertThat(Daylight.lux(PLACE, MOONLIT)).isBetween(0.1, 0.3);
    // ISO 2720: full sun, EV 15 at ISO 100.
    assertThat(Daylight.ev100(82_000)).isCloseTo(15, within(0.1));
    for (double altitude = -20; altitude < 90; altitude += 0.5) {
      assertThat(Daylight.sunLux(altitude + 0.5)).isGreaterThanOrEqualTo(Daylight.sunLux(altitude));
    }
  }

  @ParameterizedTest
  // The end of the twilight, a moonrise and a moonset; at the equator the sun sinks fastest.
  @CsvSource({
    "54.42, 2026-10-14T19:10:00Z, 120",
    "0, 2026-03-20T19:10:00Z, 90",
    "54.42, 2026-10-28T18:00:00Z, 300",
    "-33.9, 2026-10-30T19:25:00Z, 120",
    "54.42, 2026-12-20T00:00:00Z, 360"
  })
  void lightHasNoStepFromMinuteToMinute(double latitude, Instant from, int minutes) {
    Place place = new Place(latitude, -2.31, 0);
    for (int minute = 0; minute < minutes; minute++) {
      Instant before = from.plusSeconds(60L * minute);
      Instant after = before.plusSeconds(60);
      double onGround = 2.5 * Math.log10(Daylight.lux(place, before) / Daylight.lux(place, after));
      assertThat(Math.abs(onGround)).as("%s", after).isLessThan(0.2);
      SkyBrightness dark = new SkyBrightness(21.6);
      double overhead =
          new SkyGlow(dark, place, after).magnitude(ZENITH)
              - new SkyGlow(dark, place, before).magnitude(ZENITH);
      assertThat(Math.abs(overhead)).as("%s", after).isLessThan(0.2);
    }
  }

  @ParameterizedTest
  @CsvSource({"21.2, 21.2, 4", "Bortle 4, 21.2, 4", "class 1, 21.99, 1", "'20,1', 20.1, 5"})
  void brightnessIsTypedEitherWay(String typed, double magnitude, int bortle) {
    SkyBrightness brightness = SkyBrightness.parse(typed);
    assertThat(brightness.magnitude()).isEqualTo(magnitude);
    assertThat(brightness.bortle()).isEqualTo(bortle);
  }

  @ParameterizedTest
  @ValueSource(strings = {"dark", "Bortle 0", "Bortle 10", "30", ""})
  void whatIsNoBrightnessIsTold(String typed) {
    assertThatThrownBy(() -> SkyBrightness.parse(typed)).isInstanceOf(InvalidInput.class);
  }

  @Test
  void everyClassComesBackFromItsBrightness() {
    for (int i = 1; i <= 9; i++) {
      assertThat(SkyBrightness.ofBortle(i).bortle()).isEqualTo(i);
    }
  }
}
