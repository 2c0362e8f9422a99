package zygonox.core.quantity;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.LocalDate;
import java.time.LocalTime;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.LongRange;
import net.jqwik.api.constraints.Scale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Whatever is shown can be typed back, and what is not understood is refused. */
class FormsTest {
  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "90;90",
        "90 s;90",
        "90s;90",
        "1:30;90",
        "1 min 30 s;90",
        "1min30s;90",
        "1'30\";90",
        "75;75",
        "1 min 15 s;75",
        "1:15;75",
        "2 h;7200",
        "2 hours;7200",
        "2 HOURS;7200",
        "1 hour;3600",
        "1 h 05 min;3900",
        "1:00:30;3630",
        "1:30 h;5400",
        "1/50;0.02",
        "1/50 s;0.02",
        "0.02;0.02",
        "0,02;0.02",
        ".5;0.5",
        "30.4 s;30.4",
        "2.5 min;150",
        "1 d;86400",
        "500 ms;0.5",
        "1/3;0.3333333333",
        "0;0",
        "30\";30",
        "1 h 0 min 5 s;3605"
      })
  void durationsAreReadInEveryUsualForm(String typed, double seconds) {
    assertThat(Seconds.parse(typed)).isCloseTo(seconds, within(1e-9));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "x",
        "20 mm",
        "20 stops",
        "1:75",
        "1:2:3:4",
        "1/0",
        "-5",
        "5 s 1 min",
        "1 30",
        "2 hx",
        "1 min 1 min",
        "1..5",
        "1:30 s",
        "h",
        "20 s 5",
        "NaN",
        "1e3",
        "ISO 20"
      })
  void whatIsNoDurationIsRefusedInOneSentence(String typed) {
    assertThatThrownBy(() -> Seconds.parse(typed))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("\"" + typed.strip());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "30.4;30.4 s",
        "12.5;12.5 s",
        "0.02;1/50 s",
        "0.015625;1/64 s",
        "0.25;0.25 s",
        "0.3;0.3 s",
        "75;1 min 15 s",
        "75.5;1 min 15.5 s",
        "120;2 min",
        "3725;1 h 02 min 05 s",
        "3600;1 h 00 min",
        "30.400000000000002;30.4 s",
        "0.0333333;1/30 s",
        "0;0 s",
        "1.0005;1 s",
        "59.9996;1 min"
      })
  void whatATimerIsSetToIsToldExactly(double seconds, String said) {
    assertThat(Seconds.text(seconds)).isEqualTo(said);
  }

  @Property
  void shownDurationsAreReadBack(
      @ForAll @DoubleRange(min = 0.0001, max = 90_000) @Scale(6) double seconds) {
    double back = Seconds.parse(Seconds.text(seconds));
    assertThat(back)
        .isCloseTo(seconds, within(Math.max(seconds < 1 ? 6e-5 : 5.1e-4, 1e-5 * seconds)));
    assertThat(Seconds.text(back)).isEqualTo(Seconds.text(seconds));
    double about = Seconds.parse(Seconds.about(seconds));
    assertThat(about)
        .isCloseTo(
            seconds, within(Math.max(0.06 * Math.min(seconds, 1), seconds < 3599 ? 0.51 : 30.1)));
  }

  @Property
  void shownFractionsAreReadBackToTheBit(@ForAll @IntRange(min = 5, max = 10_000) int below) {
    assertThat(Seconds.parse(Seconds.text(1.0 / below))).isEqualTo(1.0 / below);
  }

  @Property
  void shownMillisecondsAreReadBack(@ForAll @LongRange(min = 1000, max = 90_000_000) long millis) {
    assertThat(Seconds.parse(Seconds.text(millis / 1000.0)))
        .isCloseTo(millis / 1000.0, within(1e-7));
  }

  @ParameterizedTest
  @CsvSource({
    "NNW, 337.5",
    "nnw, 337.5",
    "337, 337",
    "337°, 337",
    "NNW 337°, 337",
    "N 12°, 12",
    "N 350, 350",
    "north, 0",
    "north-west, 315",
    "North North West, 337.5",
    "SW, 225",
    "-10, -10",
    "'12,5', 12.5",
    "90 degrees, 90"
  })
  void directionsAreReadInEveryUsualForm(String typed, double degrees) {
    assertThat(Compass.parseAzimuth(typed)).isCloseTo(degrees, within(1e-9));
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "up", "NNX", "N 180", "12 mm", "north 90", "337 s"})
  void whatIsNoDirectionIsRefused(String typed) {
    assertThatThrownBy(() -> Compass.parseAzimuth(typed)).isInstanceOf(InvalidInput.class);
  }

  @Property
  void shownDirectionsAreReadBack(
      @ForAll @IntRange(min = 0, max = 35_999) int azimuth,
      @ForAll @IntRange(min = -9000, max = 9000) int altitude) {
    assertThat(Compass.parseAzimuth(Compass.azimuthText(azimuth / 100.0)))
        .isEqualTo(azimuth / 100.0);
    assertThat(Compass.parseAltitude(Compass.altitudeText(altitude / 100.0)))
        .isEqualTo(altitude / 100.0);
  }

  @ParameterizedTest
  @CsvSource({
    "30, 30",
    "30°, 30",
    "30° up, 30",
    "5° down, -5",
    "'-5° up', -5",
    "12.5 degrees, 12.5"
  })
  void altitudesAreReadInEveryUsualForm(String typed, double degrees) {
    assertThat(Compass.parseAltitude(typed)).isEqualTo(degrees);
  }

  @ParameterizedTest
  @CsvSource({
    "21:10, 21:10", "9:10 pm, 21:10", "9 pm, 21:00", "12 am, 00:00", "12:30 pm, 12:30",
    "21.10, 21:10", "21h10, 21:10", "21 h, 21:00", "00:05, 00:05", "24:00, 00:00",
    "21:10:30, 21:10:30", "3:07, 03:07"
  })
  void timesOfDayAreReadInEveryUsualForm(String typed, String time) {
    assertThat(Moments.parseClock(typed)).isEqualTo(LocalTime.parse(time));
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "25:00", "21:61", "13 pm", "21", "noonish", "24:01", "21:1"})
  void whatIsNoTimeOfDayIsRefused(String typed) {
    assertThatThrownBy(() -> Moments.parseClock(typed)).isInstanceOf(InvalidInput.class);
  }

  @Test
  void aTimeOfDayIsTheNights() {
    LocalDate evening = LocalDate.of(2026, 10, 24);
    ZoneId london = ZoneId.of("Europe/London");
    assertThat(Moments.inNight(evening, london, "21:10"))
        .isEqualTo(OffsetDateTime.parse("2026-10-24T21:10:00+01:00"));
    // Clocks go back that night.
    assertThat(Moments.inNight(evening, london, "03:00"))
        .isEqualTo(OffsetDateTime.parse("2026-10-25T03:00:00Z"));
    assertThat(Moments.inNight(evening, london, "2026-10-24T23:00:00+02:00"))
        .isEqualTo(OffsetDateTime.parse("2026-10-24T23:00:00+02:00"));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "2026-10-14",
        "14 October 2026",
        "14 Oct 2026",
        "Oct 14, 2026",
        "October 14th 2026",
        "14.10.2026",
        "2026/10/14",
        "14. October 2026"
      })
  void datesAreReadInEveryUsualForm(String typed) {
    assertThat(Moments.parseDate(typed)).isEqualTo(LocalDate.of(2026, 10, 14));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"", "10/11/2026", "31 June 2026", "2026-13-01", "14 Foo 2026", "tomorrow"})
  void whatIsNoDateOrCouldBeTwoIsRefused(String typed) {
    assertThatThrownBy(() -> Moments.parseDate(typed)).isInstanceOf(InvalidInput.class);
  }

  @Property
  void shownDatesAreReadBack(@ForAll @LongRange(min = -25_000, max = 47_000) long day) {
    LocalDate date = LocalDate.ofEpochDay(day);
    assertThat(Moments.parseDate(Moments.date(date))).isEqualTo(date);
    assertThat(Moments.parseDate(date.toString())).isEqualTo(date);
  }

  @Test
  void unitsThatDoNotBelongAreRefused() {
    assertThat(Notation.MILLIMETRES.parse("24 mm")).isEqualTo(24);
    assertThat(Notation.F_NUMBER.parse("f/2.8")).isEqualTo(2.8);
    assertThat(Notation.F_NUMBER.parse("F2,8")).isEqualTo(2.8);
    assertThat(Notation.ISO.parse("ISO 1600")).isEqualTo(1600);
    assertThat(Notation.FRAMES.parseWhole("120 frames")).isEqualTo(120);
    assertThat(Notation.STOPS.parse("-1/3")).isCloseTo(-1 / 3.0, within(1e-12));
    assertThat(Notation.METRES.parse("1000 ft")).isCloseTo(304.8, within(1e-9));
    assertThat(Notation.CELSIUS.parse("−4 °C")).isEqualTo(-4);
    assertThat(Notation.PER_CENT.parse("15 %")).isEqualTo(15);
    for (String wrong : new String[] {"24 s", "24 m m", "mm", "", "f/24"}) {
      assertThatThrownBy(() -> Notation.MILLIMETRES.parse(wrong)).isInstanceOf(InvalidInput.class);
    }
    assertThatThrownBy(() -> Notation.FRAMES.parseWhole("12.5"))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("whole number");
  }

  @ParameterizedTest
  @CsvSource({
    "2808000000, 2.8 GB",
    "64000000000, 64 GB",
    "31200000, 31 MB",
    "999, 999 bytes",
    "999600000, 1 GB",
    "1500000000000, 1.5 TB"
  })
  void sizesAreDecimalAsCardsAreLabelled(long bytes, String said) {
    assertThat(new ByteSize(bytes)).hasToString(said);
    double back = ByteSize.parse(said).bytes();
    assertThat(back).isCloseTo(bytes, within(0.05 * bytes));
  }
}
