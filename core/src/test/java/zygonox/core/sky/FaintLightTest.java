package zygonox.core.sky;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.Place;

/** What the sky holds beside the catalogue's stars. */
class FaintLightTest {
  private static List<Star> near(Vector axis, double radiusDeg, double limit) {
    List<Star> stars = new ArrayList<>();
    new FaintStars().near(axis, radiusDeg, limit, stars::add);
    return stars;
  }

  @ParameterizedTest
  @CsvSource({"0, 5", "5, 15", "20, 40", "50, 90"})
  void countsJoinTheCatalogueWhereItEnds(double from, double to) {
    long known =
        StarCatalogue.stars().stream()
            .filter(s -> Math.abs(FaintStars.latitudeDeg(s.vector())) >= from)
            .filter(s -> Math.abs(FaintStars.latitudeDeg(s.vector())) < to)
            .count();
    double squareDegrees = 0;
    double expected = 0;
    for (double b = from + 0.25; b < to; b += 0.5) {
      double ring = 2 * 360 * Math.toDegrees(1) * 0.5 * Math.toRadians(1);
      ring *= Math.cos(Math.toRadians(b));
      squareDegrees += ring;
      expected += ring * FaintStars.perSquareDegree(8, b);
    }
    assertThat(known / squareDegrees).isCloseTo(expected / squareDegrees, within(0.2));
  }

  /** E. Hog et al., A&A 355, L27, 2000: Tycho-2 has about a million stars to V = 11 (memory). */
  @Test
  void theWholeSkyHasAboutAMillionStarsToMagnitudeEleven() {
    int strewn = near(new Vector(0, 0, 1), 180, 11).size();
    assertThat(StarCatalogue.stars().size() + strewn).isBetween(700_000, 1_300_000);
  }

  @Test
  void theSameStarsComeAtEveryCallAndAFainterLimitOnlyAddsSome() {
    Vector axis = new Equatorial(120, 50).vector();
    List<Star> few = near(axis, 5, 10);
    List<Star> many = near(axis, 5, 12);
    assertThat(near(axis, 5, 10)).isEqualTo(few);
    assertThat(many).containsAll(few).hasSizeGreaterThan(3 * few.size());
  }

  @Test
  void asManyAsTheTableSays() {
    Vector pole = new Equatorial(192.86, 27.13).vector();
    long inside =
        near(pole, 12, 12).stream()
            .filter(s -> s.vector().dot(pole) > Math.cos(Math.PI / 18))
            .count();
    double squareDegrees = 2 * Math.PI * (1 - Math.cos(Math.PI / 18)) * Math.pow(180 / Math.PI, 2);
    double table = FaintStars.perSquareDegree(12, 83.3) - FaintStars.perSquareDegree(8, 83.3);
    assertThat(inside / squareDegrees).isCloseTo(table, within(0.06 * table));
  }

  @Test
  void theGalaxyIsBrightestTowardsItsMiddleAndNoneAtItsPole() {
    // The star cloud in Sagittarius with its stars: about 20.6 (Leinert 1998, from memory).
    Vector cloud = new Equatorial(273, -27).vector();
    double stars = 0;
    for (double m = 8; m < 11; m += 0.1) {
      double more = FaintStars.perSquareDegree(m + 0.1, 3) - FaintStars.perSquareDegree(m, 3);
      stars += more * Math.pow(10, -0.4 * (m + 0.05 - 10));
    }
    assertThat(MilkyWay.magnitude(MilkyWay.diffuse(cloud) + stars)).isBetween(20.3, 21.4);
    Vector winter = new Equatorial(90, 28).vector();
    assertThat(MilkyWay.diffuse(winter)).isBetween(30.0, MilkyWay.diffuse(cloud) / 2);
    assertThat(MilkyWay.diffuse(new Equatorial(192.9, 27.1).vector())).isZero();
    // One star of magnitude 10 in a square degree.
    assertThat(MilkyWay.magnitude(1)).isCloseTo(27.78, within(0.005));
  }

  /** Widely reported: 0.10 degrees apart, the closest since 1623. */
  @Test
  void jupiterMeetsSaturnInTwentyTwenty() {
    List<Star> planets = Planets.at(Instant.parse("2020-12-21T18:20:00Z"));
    Equatorial jupiter = planets.get(3).j2000();
    assertThat(jupiter.separationDeg(planets.get(4).j2000())).isCloseTo(0.102, within(0.03));
    assertThat(planets.get(3).magnitude()).isCloseTo(-2.0, within(0.15));
  }

  /** Transits (F. Espenak, "Six Millennium Catalog of Venus Transits"; NASA's of Mercury). */
  @ParameterizedTest
  @CsvSource({"1, 2012-06-06T01:30:00Z, 0.154", "0, 2019-11-11T15:20:00Z, 0.021"})
  void innerPlanetsCrossTheSun(int planet, Instant time, double apartDeg) {
    Equatorial sun = Sun.at(time);
    Equatorial seen = LocalSky.apparent(Planets.at(time).get(planet).j2000(), time);
    assertThat(sun.separationDeg(seen)).isCloseTo(apartDeg, within(0.03));
  }

  /** Opposition of 28 August 2003: 22 h 38 min, -15.8 degrees, magnitude -2.9 (memory). */
  @Test
  void marsStoodOppositeInTwentyOhThree() {
    Star mars = Planets.at(Instant.parse("2003-08-28T18:00:00Z")).get(2);
    assertThat(mars.j2000().separationDeg(new Equatorial(339.6, -15.8))).isLessThan(0.5);
    assertThat(mars.magnitude()).isCloseTo(-2.9, within(0.1));
  }

  @Test
  void duskIsBrighterTowardsTheSunAndGivesTheGroundWhatDaylightTells() {
    Place place = new Place(47, 8, 400);
    // The sun stands 6 degrees below the horizon in the west.
    Instant dusk = Instant.parse("2026-10-14T17:12:00Z");
    double sunDeg = Sun.altitudeDeg(place, dusk);
    assertThat(sunDeg).isBetween(-7.5, -4.5);
    SkyGlow glow = new SkyGlow(new SkyBrightness(21.5), place, dusk);
    double west = Sun.from(place, dusk).direction().azimuthDeg();
    double towards = glow.twilightCandelas(Vector.of(new Direction(west, 10)));
    double away = glow.twilightCandelas(Vector.of(new Direction(west + 180, 10)));
    // Schaefer's factor is the inverse ratio of the distances from the sun, at one height.
    double expected = (180 - 10 - sunDeg) / (10 - sunDeg);
    assertThat(towards / away).isCloseTo(expected, within(0.3));
    double lux = glow.groundCandelas() * Math.PI;
    double night =
        new SkyGlow(new SkyBrightness(21.5), place, Instant.parse("2026-10-14T23:00:00Z"))
            .groundCandelas();
    assertThat(lux).isCloseTo(Daylight.sunLux(sunDeg) + Math.PI * night, within(0.02 * lux));
  }
}
