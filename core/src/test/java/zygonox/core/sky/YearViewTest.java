package zygonox.core.sky;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Place;
import zygonox.core.sky.YearView.Prospect;
import zygonox.core.sky.YearView.Wish;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Cancelled;

class YearViewTest {
  private static final LocalDate FIRST = LocalDate.of(2026, 10, 14);

  private static Wish wish(double lat, double lon, String zone, String target, double moon) {
    return new Wish(
        new Place(lat, lon, 0),
        ZoneId.of(zone),
        Skyline.LEVEL,
        target.isEmpty() ? Optional.empty() : Optional.of(SkyBody.parse(target)),
        10,
        moon);
  }

  private static List<Prospect> year(Wish wish) {
    return YearView.of(wish, FIRST, 365, new Cancellation());
  }

  @ParameterizedTest
  @CsvSource({
    "54.42, -2.31, Europe/London",
    "-33.5, -70.7, America/Santiago",
    "21.3, -157.8, Pacific/Honolulu",
    "-18.1, 178.4, Pacific/Fiji",
    "69.65, 18.96, Europe/Oslo"
  })
  void darkAndMoonlessHoursAreTheAlmanacs(double lat, double lon, String zone) {
    List<Prospect> year = year(wish(lat, lon, zone, "", 0));
    for (int i = 0; i < year.size(); i += 7) {
      Prospect night = year.get(i);
      Almanac almanac = new Almanac(new Place(lat, lon, 0), night.date(), ZoneId.of(zone));
      double hours =
          almanac.darkWindows().stream().mapToDouble(w -> w.length().toSeconds() / 3600.0).sum();
      assertThat(night.darkHours()).as("%s", night.date()).isCloseTo(hours, within(0.12));
    }
  }

  @Test
  void withATargetAndASkylineTheLongestSpanIsTheAlmanacsToo() {
    Skyline skyline = Skyline.parse("80 15, 120 35, 160 15");
    Place place = new Place(54.42, -2.31, 0);
    ZoneId zone = ZoneId.of("Europe/London");
    SkyBody target = SkyBody.parse("M31");
    Wish wish = new Wish(place, zone, skyline, Optional.of(target), 20, 0);
    for (Prospect night : YearView.of(wish, FIRST, 60, new Cancellation())) {
      Optional<Duration> best =
          new Almanac(place, night.date(), zone)
              .target(target, skyline)
              .bestWindow()
              .map(Almanac.Window::length);
      double minutes = night.longest().map(w -> w.length().toSeconds() / 60.0).orElse(0.0);
      assertThat(minutes)
          .as("%s", night.date())
          .isCloseTo(best.map(d -> d.toSeconds() / 60.0).orElse(0.0), within(5.0));
    }
  }

  @Test
  void theBulgeHasItsSeason() {
    double[] north = YearView.season(year(wish(54.42, -2.31, "Europe/London", "M6", 1)));
    // Too far north for the bulge's lowest clusters: never 10 degrees up there.
    assertThat(north).containsOnly(0);
    double[] south =
        YearView.season(year(wish(-24.6, -70.4, "America/Santiago", "galactic-centre", 1)));
    assertThat(south[5]).isGreaterThan(8);
    assertThat(south[11]).isZero();
  }

  @Test
  void aBrightSummerHasNoDarkNight() {
    List<Prospect> year = year(wish(60, 25, "Europe/Helsinki", "", 1));
    assertThat(year)
        .filteredOn(n -> n.date().getMonthValue() == 6)
        .allMatch(n -> n.darkHours() == 0);
    assertThat(year)
        .filteredOn(n -> n.date().getMonthValue() == 12)
        .allMatch(n -> n.darkHours() > 8);
  }

  @Test
  void theLongestComeFirstAndNightsWithoutAreLeftOut() {
    List<Prospect> ranked = YearView.ranked(year(wish(54.42, -2.31, "Europe/London", "", 0.15)));
    assertThat(ranked).isNotEmpty().allMatch(n -> n.darkHours() > 0);
    for (int i = 1; i < ranked.size(); i++) {
      assertThat(ranked.get(i).darkHours()).isLessThan(ranked.get(i - 1).darkHours() + 0.1);
    }
  }

  @Test
  void aCancelledYearEndsAndBadWishesAreRefused() {
    Cancellation cancellation = new Cancellation();
    cancellation.request();
    Wish wish = wish(50, 0, "UTC", "", 0.1);
    assertThatThrownBy(() -> YearView.of(wish, FIRST, 365, cancellation))
        .isInstanceOf(Cancelled.class);
    assertThatThrownBy(() -> YearView.of(wish, FIRST, 0, new Cancellation()))
        .isInstanceOf(InvalidInput.class);
    assertThatThrownBy(() -> wish(50, 0, "UTC", "", 1.5)).isInstanceOf(InvalidInput.class);
  }
}
