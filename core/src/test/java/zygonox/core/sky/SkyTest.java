package zygonox.core.sky;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Instant;
import java.time.ZoneOffset;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.shredzone.commons.suncalc.SunPosition;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.Place;

/**
 * Worked examples of J. Meeus, Astronomical Algorithms, 2nd ed., by their numbers in the book, and
 * the sun against a second ephemeris (commons-suncalc 3.11).
 */
class SkyTest {
  private static double hours(int h, int m, double s) {
    return 15 * (h + m / 60.0 + s / 3600);
  }

  @Test
  void example12aMeanSiderealTime() {
    double sidereal = SiderealTime.greenwichMeanDeg(Instant.parse("1987-04-10T00:00:00Z"));
    assertThat(sidereal).isCloseTo(hours(13, 10, 46.3668), within(1e-5));
  }

  @Test
  void example12bMeanSiderealTimeInTheEvening() {
    double sidereal = SiderealTime.greenwichMeanDeg(Instant.parse("1987-04-10T19:21:00Z"));
    assertThat(sidereal).isCloseTo(hours(8, 34, 57.0896), within(1e-5));
  }

  @Test
  void example12aApparentSiderealTime() {
    double sidereal = SiderealTime.greenwichApparentDeg(Instant.parse("1987-04-10T00:00:00Z"));
    assertThat(sidereal).isCloseTo(hours(13, 10, 46.1351), within(2e-4));
  }

  @Test
  void example13bVenusOverWashington() {
    Place washington = new Place(38 + 55 / 60.0 + 17 / 3600.0, -(77 + 3 / 60.0 + 56 / 3600.0), 0);
    Equatorial venus = new Equatorial(hours(23, 9, 16.641), -(6 + 43 / 60.0 + 11.61 / 3600));
    Direction direction =
        new LocalSky(washington, Instant.parse("1987-04-10T19:21:00Z")).directionOfDate(venus);
    // The book counts azimuth from the south.
    assertThat(direction.azimuthDeg()).isCloseTo(180 + 68.0337, within(2e-4));
    assertThat(direction.altitudeDeg()).isCloseTo(15.1249, within(2e-4));
  }

  @Test
  void example21bThetaPersei() {
    // 2028 November 13.19 TD; the place already carries the star's own motion.
    Equatorial place = new Equatorial(41.054063, 49.227750);
    double t = (2_462_088.69 - JulianDate.J2000) / 36_525;
    Equatorial then = Equatorial.of(Precession.fromJ2000(t).apply(place.vector()));
    assertThat(then.rightAscensionDeg()).isCloseTo(41.547214, within(2e-6));
    assertThat(then.declinationDeg()).isCloseTo(49.348483, within(2e-6));
  }

  @Test
  void example22aNutation() {
    Nutation nutation = Nutation.at(-0.127296372348);
    assertThat(nutation.longitudeDeg() * 3600).isCloseTo(-3.788, within(0.5));
    assertThat(nutation.obliquityDeg()).isCloseTo(23 + 26 / 60.0 + 36.850 / 3600, within(4e-5));
  }

  @Test
  void example25bSun() {
    // By the full theory; the shorter method of example 25.a is off by 0.0027 degrees.
    Equatorial sun = Sun.at(-0.072183436);
    assertThat(sun.rightAscensionDeg()).isCloseTo(198.378121, within(2.5e-3));
    assertThat(sun.declinationDeg()).isCloseTo(-7.783817, within(1e-3));
  }

  @Test
  void example16aRefractionAtTheHorizon() {
    // A lower limb seen at 30' is truly at 1.246' (Bennett); the inverse lifts it back to a tenth.
    double trueAltitude = 1.246 / 60;
    assertThat((trueAltitude + Refraction.liftDeg(trueAltitude)) * 60).isCloseTo(30, within(0.3));
    assertThat(Refraction.liftDeg(90)).isCloseTo(0, within(1e-4));
  }

  @ParameterizedTest
  @CsvSource({
    "54.42, -2.31, 2026-10-14T20:40:00Z",
    "-33.9, 151.2, 1993-06-21T03:00:00Z",
    "69.6, 18.9, 2031-12-21T11:00:00Z",
    "0, 179.9, 2055-03-20T00:00:00Z"
  })
  void theSunStandsWhereASecondEphemerisHasIt(double latitude, double longitude, Instant time) {
    SunPosition expected =
        SunPosition.compute().on(time.atZone(ZoneOffset.UTC)).at(latitude, longitude).execute();
    Direction sun =
        new LocalSky(new Place(latitude, longitude, 0), time).directionOfDate(Sun.at(time));
    // That library's own account is "about 0.1 degrees"; ours is held to the book above.
    assertThat(sun.altitudeDeg()).isCloseTo(expected.getTrueAltitude(), within(0.15));
    assertThat(sun.azimuthDeg()).isCloseTo(expected.getAzimuth(), within(0.25));
  }

  @Test
  void thePolesAltitudeIsTheLatitude() {
    for (double latitude : new double[] {-60, -10, 35, 54.42}) {
      LocalSky sky =
          new LocalSky(new Place(latitude, 12, 0), Instant.parse("2026-10-14T22:00:00Z"));
      Direction pole = sky.directionOfDate(new Equatorial(0, 90));
      assertThat(pole.altitudeDeg()).isCloseTo(latitude, within(1e-9));
    }
  }

  @Test
  void thePoleStarIsMostOfADegreeOffThePole() {
    Equatorial polaris = new Equatorial(37.9546, 89.2641);
    assertThat(polaris.separationDeg(new Equatorial(0, 90))).isBetween(0.6, 0.8);
    assertThat(StarCatalogue.stars())
        .anySatisfy(s -> assertThat(s.j2000().separationDeg(polaris)).isLessThan(0.01));
  }

  @Test
  void twilightsBeginWhereTheObservatorySays() {
    assertThat(Twilight.of(-0.83)).isEqualTo(Twilight.DAY);
    assertThat(Twilight.of(-5.9)).isEqualTo(Twilight.CIVIL);
    assertThat(Twilight.of(-11.9)).isEqualTo(Twilight.NAUTICAL);
    assertThat(Twilight.of(-17.9)).isEqualTo(Twilight.ASTRONOMICAL);
    assertThat(Twilight.of(-18.1)).isEqualTo(Twilight.NIGHT);
  }

  @Test
  void theCatalogueIsWholeAndInOrder() {
    assertThat(StarCatalogue.stars()).hasSize(41_411);
    assertThat(StarCatalogue.stars().get(0).hip()).isEqualTo(32_349);
  }

  @Test
  void theGalaxyIsBrightAtItsCentreAndAbsentAtItsPoles() {
    // Galactic poles: RA 192.85948, dec 27.12825 (J2000, the IAU's definition) and opposite.
    assertThat(MilkyWay.brightness(new Equatorial(192.85948, 27.12825).vector())).isZero();
    assertThat(MilkyWay.brightness(new Equatorial(12.85948, -27.12825).vector())).isZero();
    assertThat(MilkyWay.brightness(new Equatorial(270.9, -30).vector())).isGreaterThan(2.5);
    // In Cygnus, in Monoceros, and across right ascension 0 in Cassiopeia.
    for (double[] place : new double[][] {{305, 38}, {105, -5}, {359.9, 61}, {0.1, 61}}) {
      assertThat(MilkyWay.brightness(new Equatorial(place[0], place[1]).vector())).isPositive();
    }
    // Well off the band: Arcturus, Fomalhaut, the pole.
    for (double[] place : new double[][] {{213.9, 19.2}, {344.4, -29.6}, {37.95, 89.26}}) {
      assertThat(MilkyWay.brightness(new Equatorial(place[0], place[1]).vector())).isZero();
    }
  }

  @Test
  void figuresAndNamesAreThere() {
    assertThat(StickFigures.figures()).hasSizeGreaterThan(80);
    assertThat(StarNames.of(32_349)).hasValue("Sirius");
    assertThat(StarNames.of(-1)).isEmpty();
  }

  @Test
  void lookingBackFindsThePlace() {
    LocalSky sky = new LocalSky(new Place(54.42, -2.31, 0), Instant.parse("2026-10-14T21:00:00Z"));
    Equatorial place = new Equatorial(83.82, -5.39);
    assertThat(Equatorial.of(sky.j2000Of(sky.towards(place.vector()))).separationDeg(place))
        .isLessThan(1e-9);
  }
}
