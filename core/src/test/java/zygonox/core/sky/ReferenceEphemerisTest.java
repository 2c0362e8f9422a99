package zygonox.core.sky;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Optional;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvFileSource;
import org.junit.jupiter.params.provider.CsvSource;
import zygonox.core.quantity.Place;

/**
 * Against a second ephemeris, XEphem's library by way of PyEphem 4.1.4; make-reference.py beside
 * the tables wrote them. 1990 to 2060, any place.
 */
class ReferenceEphemerisTest {
  @ParameterizedTest
  @CsvFileSource(resources = "positions.csv")
  void bodiesStandWhereTheReferenceHasThem(
      double latitude,
      double longitude,
      Instant time,
      String name,
      double azimuth,
      double altitude,
      Double lit) {
    SkyBody.Position found =
        SkyBody.parse(name.replace(' ', ',')).at(new Place(latitude, longitude, 0), time);
    // The same measure as for places of the sky: azimuth and altitude are such angles too.
    double off =
        new Equatorial(found.direction().azimuthDeg(), found.direction().altitudeDeg())
            .separationDeg(new Equatorial(azimuth, altitude));
    assertThat(off).isLessThan(name.equals("moon") ? 0.01 : name.equals("sun") ? 0.007 : 0.001);
    if (lit != null) {
      assertThat(found.illuminatedFraction().orElseThrow()).isCloseTo(lit, within(0.0005));
    }
  }

  @ParameterizedTest
  @CsvFileSource(resources = "nights.csv")
  void eventsHappenWhenTheReferenceSays(
      double latitude,
      double longitude,
      LocalDate date,
      String sunset,
      String civilDusk,
      String nauticalDusk,
      String astronomicalDusk,
      String astronomicalDawn,
      String nauticalDawn,
      String civilDawn,
      String sunrise,
      String moonrise,
      String moonset) {
    Almanac almanac = new Almanac(new Place(latitude, longitude, 0), date, ZoneOffset.UTC);
    String[] expected = {
      sunset,
      civilDusk,
      nauticalDusk,
      astronomicalDusk,
      astronomicalDawn,
      nauticalDawn,
      civilDawn,
      sunrise,
      moonrise,
      moonset
    };
    for (Almanac.Event event : Almanac.Event.values()) {
      Optional<Instant> found = almanac.event(event);
      String wanted = expected[event.ordinal()];
      assertThat(found.isEmpty()).as(event + " " + wanted).isEqualTo(wanted.equals("-"));
      found.ifPresent(
          t ->
              assertThat(Duration.between(t, Instant.parse(wanted)).abs())
                  .as(event.name())
                  .isLessThan(Duration.ofSeconds(10)));
    }
  }

  @ParameterizedTest
  // A step of twelve minutes would miss a sun that shows for eight: near the end of polar night.
  @CsvSource({"67.35, 26.0, 2026-12-21", "67.4, 26.0, 2026-12-21", "67.45, 26.0, 2026-12-21"})
  void aSunThatOnlyJustShowsIsNotMissed(double latitude, double longitude, LocalDate date) {
    Place place = new Place(latitude, longitude, 0);
    Instant noon = date.atTime(9, 0).toInstant(ZoneOffset.UTC);
    double highest = -90;
    for (int s = 0; s < 4 * 3600; s += 20) {
      highest = Math.max(highest, Sun.altitudeDeg(place, noon.plusSeconds(s)));
    }
    var found =
        Crossings.find(t -> Sun.altitudeDeg(place, t) + 0.833, noon, noon.plusSeconds(4 * 3600));
    assertThat(found).hasSize(highest > -0.833 ? 2 : 0);
  }
}
