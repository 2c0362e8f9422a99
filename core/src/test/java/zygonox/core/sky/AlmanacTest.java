package zygonox.core.sky;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.shredzone.commons.suncalc.MoonIllumination;
import org.shredzone.commons.suncalc.MoonTimes;
import org.shredzone.commons.suncalc.SunTimes;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Place;
import zygonox.core.sky.Almanac.Event;

/**
 * The moon against worked examples of J. Meeus, Astronomical Algorithms, 2nd ed.; rising, setting
 * and twilight against a second ephemeris (commons-suncalc 3.11) over places and seasons.
 */
class AlmanacTest {
  @Test
  void example47aMoon() {
    Moon moon = Moon.at(-0.077221081451);
    assertThat(moon.longitudeDeg()).isCloseTo(133.162655 + 0.004610, within(2e-4));
    assertThat(moon.latitudeDeg()).isCloseTo(-3.229126, within(1e-5));
    assertThat(moon.distanceKm()).isCloseTo(368_409.7, within(0.1));
    assertThat(moon.place().rightAscensionDeg()).isCloseTo(134.688470, within(2e-4));
    assertThat(moon.place().declinationDeg()).isCloseTo(13.768368, within(2e-4));
  }

  @Test
  void example48aIlluminatedFraction() {
    assertThat(Moon.at(-0.077221081451).illuminatedFraction()).isCloseTo(0.6786, within(1e-4));
  }

  private static void near(Optional<Instant> found, ZonedDateTime expected, int seconds) {
    if (expected == null) {
      assertThat(found).isEmpty();
    } else {
      assertThat(found).isPresent();
      long off = Duration.between(found.get(), expected.toInstant()).abs().toSeconds();
      assertThat(off).as(found + " and " + expected).isLessThanOrEqualTo(seconds);
    }
  }

  @ParameterizedTest
  @CsvSource({
    "54.42, -2.31, 2026-10-14, Europe/London",
    "54.42, -2.31, 2026-03-28, Europe/London",
    "-33.9, 151.2, 2031-06-01, Australia/Sydney",
    "0, 179.9, 2027-01-10, Pacific/Fiji",
    "35.2, -111.6, 1995-08-20, America/Phoenix",
    "47.0, 11.3, 2059-12-24, Europe/Vienna"
  })
  void theNightsEventsAreThoseOfASecondEphemeris(
      double latitude, double longitude, LocalDate date, ZoneId zone) {
    Almanac almanac = new Almanac(new Place(latitude, longitude, 0), date, zone);
    var noon = date.atTime(12, 0).atZone(zone);
    for (var pair :
        List.of(
            new Object[] {SunTimes.Twilight.VISUAL, Event.SUNSET, Event.SUNRISE},
            new Object[] {SunTimes.Twilight.CIVIL, Event.CIVIL_DUSK, Event.CIVIL_DAWN},
            new Object[] {SunTimes.Twilight.NAUTICAL, Event.NAUTICAL_DUSK, Event.NAUTICAL_DAWN},
            new Object[] {
              SunTimes.Twilight.ASTRONOMICAL, Event.ASTRONOMICAL_DUSK, Event.ASTRONOMICAL_DAWN
            })) {
      SunTimes times =
          SunTimes.compute()
              .on(noon)
              .at(latitude, longitude)
              .twilight((SunTimes.Twilight) pair[0])
              .execute();
      // That library rounds to its own accuracy of about a minute.
      near(almanac.event((Event) pair[1]), times.getSet(), 120);
      near(almanac.event((Event) pair[2]), times.getRise(), 120);
    }
    MoonTimes moon = MoonTimes.compute().on(noon).oneDay().at(latitude, longitude).execute();
    near(almanac.event(Event.MOONRISE), moon.getRise(), 240);
    near(almanac.event(Event.MOONSET), moon.getSet(), 240);
    double lit =
        MoonIllumination.compute().on(date.plusDays(1).atStartOfDay(zone)).execute().getFraction();
    assertThat(almanac.moonIlluminatedFraction()).isCloseTo(lit, within(0.01));
  }

  @Test
  void theMidnightSunNeverSetsAndThePolarNightHasNoSunrise() {
    Place tromso = new Place(69.65, 18.96, 0);
    ZoneId zone = ZoneId.of("Europe/Oslo");
    Almanac june = new Almanac(tromso, LocalDate.of(2026, 6, 21), zone);
    assertThat(june.event(Event.SUNSET)).isEmpty();
    assertThat(june.event(Event.SUNRISE)).isEmpty();
    assertThat(june.darkWindows()).isEmpty();
    Almanac december = new Almanac(tromso, LocalDate.of(2026, 12, 21), zone);
    assertThat(december.event(Event.SUNSET)).isEmpty();
    assertThat(december.event(Event.SUNRISE)).isEmpty();
    assertThat(december.event(Event.ASTRONOMICAL_DUSK)).isPresent();
  }

  @Test
  void aNightInWhichClocksChangeHasTwentyFiveHours() {
    Almanac almanac =
        new Almanac(
            new Place(54.42, -2.31, 0), LocalDate.of(2026, 10, 24), ZoneId.of("Europe/London"));
    assertThat(Duration.between(almanac.from(), almanac.to())).isEqualTo(Duration.ofHours(25));
  }

  @Test
  void darkWindowsAreDarkAndMoonless() {
    Place place = new Place(54.42, -2.31, 312);
    for (int day = 1; day <= 28; day++) {
      Almanac almanac = new Almanac(place, LocalDate.of(2026, 11, day), ZoneId.of("Europe/London"));
      for (Almanac.Window window : almanac.darkWindows()) {
        for (Instant t = window.from().plusSeconds(5);
            t.isBefore(window.to().minusSeconds(5));
            t = t.plusSeconds(600)) {
          assertThat(Sun.altitudeDeg(place, t)).isLessThan(-18);
          assertThat(Moon.from(place, t).altitudeDeg()).isLessThan(-0.5);
        }
      }
    }
  }

  @Test
  void aTargetIsHighestInTheSouthHalfWayBetweenRiseAndSet() {
    Place place = new Place(35, 10, 0);
    Almanac almanac = new Almanac(place, LocalDate.of(2026, 7, 14), ZoneId.of("Europe/Rome"));
    Almanac.Target centre = almanac.target(new SkyBody.Fixed(SkyBody.GALACTIC_CENTRE));
    assertThat(centre.transitAltitudeDeg()).isCloseTo(90 - 35 - 29.0, within(0.1));
    long up = Duration.between(centre.rise().orElseThrow(), centre.transit()).toSeconds();
    long down = Duration.between(centre.transit(), centre.set().orElseThrow()).toSeconds();
    assertThat(Math.abs(up - down)).isLessThan(60);
    assertThat(centre.bestWindow()).isPresent();
    Almanac.Target polaris = almanac.target(new SkyBody.Fixed(SkyBody.POLARIS));
    assertThat(polaris.rise()).isEmpty();
    assertThat(polaris.set()).isEmpty();
  }

  @Test
  void yearsBeyondTheTablesAreRefused() {
    assertThatThrownBy(
            () -> new Almanac(new Place(0, 0, 0), LocalDate.of(2101, 1, 1), ZoneId.of("UTC")))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("between 1900 and 2100");
  }

  @ParameterizedTest
  @CsvSource({"sun", "Moon", "polaris", "galactic-centre", "'83.82,-5.39'", "'-10, 20'"})
  void bodiesAreReadByNameAndByPlace(String text) {
    assertThat(SkyBody.parse(text)).isNotNull();
  }

  @ParameterizedTest
  @CsvSource({"pluto", "'1,2,3'", "'1,95'", "'a,b'", "''"})
  void whatIsNoBodyIsRefused(String text) {
    assertThatThrownBy(() -> SkyBody.parse(text)).isInstanceOf(InvalidInput.class);
  }
}
