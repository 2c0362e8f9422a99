package zygonox.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What plans a night, as scripts see it: keys, units and numbers. */
class PlanCommandsTest {
  private static final Path DEMO = Path.of("..", "demo", "windmill-night");

  @TempDir Path folder;

  @Test
  void programReckons() {
    JsonNode json =
        CommandLineRun.done(
                "program",
                "--exposure",
                "20",
                "--period",
                "21",
                "--count",
                "90",
                "--start",
                "2026-10-14T21:10:00+01:00",
                "--lat",
                "-54.4",
                "--lon",
                "-2.3",
                "--fps",
                "25",
                "--json")
            .json();
    assertThat(json.get("shots").asInt()).isEqualTo(90);
    assertThat(json.get("totalSeconds").asDouble()).isEqualTo(90 * 20 + 89);
    assertThat(json.get("gapSeconds").asDouble()).isEqualTo(1);
    assertThat(json.get("periodSeconds").asDouble()).isEqualTo(21);
    assertThat(json.get("end").asText()).isEqualTo("2026-10-14T20:41:29+00:00");
    assertThat(json.get("clipSeconds").asDouble()).isEqualTo(3.6);
    assertThat(json.get("trailDegrees").asDouble())
        .isCloseTo(1889 / 86164.0905 * 360, within(1e-9));
    assertThat(json.get("openFraction").asDouble()).isCloseTo(1800 / 1889.0, within(1e-9));
    assertThat(json.get("storageBytes").asLong()).isEqualTo(90 * 31_200_000L);
    assertThat(json.get("warnings").isArray()).isTrue();
  }

  @Test
  void programCountsWhatFitsIntoADuration() {
    JsonNode json =
        CommandLineRun.done(
                "program", "--exposure", "120", "--gap", "0.2", "--duration", "3600", "--json")
            .json();
    assertThat(json.get("shots").asInt()).isEqualTo(29);
    assertThat(json.get("start").isNull()).isTrue();
    List<String> codes = json.get("warnings").findValuesAsText("code");
    assertThat(codes).containsExactlyInAnyOrder("write-too-slow", "timer-gap", "needs-bulb");
  }

  @Test
  void skyTellsPositionsAndNights() {
    // Meeus, Astronomical Algorithms, example 47.a: the moon on 1992 April 12, 0h TD.
    JsonNode moon =
        CommandLineRun.done(
                "sky",
                "position",
                "--lat",
                "-33",
                "--lon",
                "-70.5",
                "--time",
                "1992-04-11T20:59:01-03:00",
                "--body",
                "moon",
                "--json")
            .json();
    assertThat(moon.get("rightAscension").asDouble()).isCloseTo(134.688470, within(1e-3));
    assertThat(moon.get("declination").asDouble()).isCloseTo(13.768368, within(1e-3));
    assertThat(moon.get("illuminatedFraction").asDouble()).isCloseTo(0.6786, within(1e-3));
    JsonNode fixed =
        CommandLineRun.done(
                "sky",
                "position",
                "--lat",
                "54.4",
                "--lon",
                "-2.3",
                "--time",
                "2026-10-14T21:00:00Z",
                "--body",
                "-10,-20",
                "--json")
            .json();
    assertThat(fixed.get("apparentAltitude").asDouble())
        .isGreaterThanOrEqualTo(fixed.get("altitude").asDouble());
    JsonNode night =
        CommandLineRun.done(
                "sky",
                "night",
                "--lat",
                "69.65",
                "--lon",
                "18.96",
                "--date",
                "2026-06-21",
                "--zone",
                "Europe/Oslo",
                "--target",
                "polaris",
                "--json")
            .json();
    assertThat(night.at("/events/sunset").isNull()).isTrue();
    assertThat(night.get("events")).hasSize(10);
    assertThat(night.get("darkWindows")).isEmpty();
    assertThat(night.at("/target/rise").isNull()).isTrue();
    assertThat(night.at("/target/transitAltitude").asDouble()).isCloseTo(70.27, within(0.1));
  }

  @Test
  void limitsAndExposuresAreReckoned() {
    JsonNode limits =
        CommandLineRun.done(
                "limits",
                "--focal",
                "14",
                "--aperture",
                "2.8",
                "--sensor",
                "36x24",
                "--pixels",
                "6000x4000",
                "--exposure",
                "20",
                "--dec",
                "-60",
                "--json")
            .json();
    assertThat(limits.at("/pointStars/rule400").asDouble()).isCloseTo(28.57, within(0.01));
    assertThat(limits.get("driftPixels").asDouble())
        .isCloseTo(15.0411 * 20 * 0.5 * 14 / (206.265 * 6), within(1e-3));
    JsonNode exposure =
        CommandLineRun.done(
                "exposure", "--from", "15s,f/2.8,ISO6400", "--to", "?,f/2.8,ISO100", "--json")
            .json();
    assertThat(exposure.get("shutterSeconds").asDouble()).isCloseTo(960, within(1e-6));
    assertThat(exposure.at("/stops/iso").asDouble()).isCloseTo(-6, within(1e-9));
  }

  @Test
  void aYearsNightsAreRankedAndWrittenAsACalendar() throws IOException {
    Path calendar = folder.resolve("nights.ics");
    String[] args = {
      "sky",
      "year",
      "--lat",
      "54.42",
      "--lon",
      "-2.31",
      "--date",
      "2026-10-14",
      "--zone",
      "Europe/London",
      "--target",
      "M31",
      "--altitude",
      "20",
      "--nights",
      "30",
      "--ics",
      calendar.toString(),
      "--json"
    };
    JsonNode json = CommandLineRun.done(args).json();
    JsonNode first = json.get("nights").get(0);
    assertThat(first.get("darkHours").asDouble()).isBetween(9.0, 12.0);
    assertThat(first.get("highestAltitude").asDouble()).isCloseTo(76.8, within(0.3));
    assertThat(first.get("from").asText()).startsWith("2026-");
    assertThat(json.get("hoursByMonth")).hasSize(12);
    assertThat(Files.readString(calendar)).startsWith("BEGIN:VCALENDAR");
    CommandLineRun again = CommandLineRun.of(args);
    assertThat(again.code()).isEqualTo(2);
    assertThat(again.lastError()).contains("already there");
  }

  @Test
  void aRampFollowsTheDusk() {
    JsonNode json =
        CommandLineRun.done(
                "ramp",
                "--lat",
                "54.42",
                "--lon",
                "-2.31",
                "--start",
                "2026-10-14T17:30:00+01:00",
                "--count",
                "700",
                "--period",
                "10",
                "--aperture",
                "2.8",
                "--json")
            .json();
    JsonNode steps = json.get("steps");
    assertThat(steps.size()).isGreaterThan(25);
    assertThat(steps.get(0).get("frame").asInt()).isZero();
    assertThat(steps.get(0).get("iso").asDouble()).isEqualTo(100);
    assertThat(steps.get(steps.size() - 1).get("shutterSeconds").asDouble()).isLessThanOrEqualTo(9);
    assertThat(json.get("shortOfLight").asBoolean()).isFalse();
  }

  @Test
  void aPanoramaIsLaidOut() {
    JsonNode json =
        CommandLineRun.done(
                "panorama",
                "--sensor",
                "36x24",
                "--pixels",
                "6000x4000",
                "--focal",
                "24",
                "--span",
                "180",
                "--tall",
                "60",
                "--upright",
                "--altitude",
                "30",
                "--json")
            .json();
    assertThat(json.get("columns").asInt()).isEqualTo(6);
    assertThat(json.get("rows").asInt()).isEqualTo(1);
    assertThat(json.get("positions")).hasSize(6);
    assertThat(json.get("totalSeconds").asDouble()).isEqualTo(6 * 63 + 5 * 8);
  }

  @Test
  void aNightsCardsArePrintedOrWritten() throws IOException {
    CommandLineRun text = CommandLineRun.done("card", DEMO.toString());
    assertThat(text.out()).contains("Program 1 of 2: star trails").contains("[ ] Raw files");
    Path pdf = folder.resolve("card.pdf");
    JsonNode json =
        CommandLineRun.done("card", DEMO.toString(), "--out", pdf.toString(), "--json").json();
    assertThat(json.get("cards").asInt()).isEqualTo(2);
    assertThat(new String(Files.readAllBytes(pdf), StandardCharsets.ISO_8859_1))
        .startsWith("%PDF-");
  }

  @Test
  void pointStarLimitsAreToldByEverySchool() {
    JsonNode json =
        CommandLineRun.done(
                "limits",
                "--sensor",
                "36x24",
                "--pixels",
                "6000x4000",
                "--focal",
                "20",
                "--aperture",
                "2.8",
                "--dec",
                "0",
                "--json")
            .json()
            .get("pointStars");
    assertThat(json.get("rule500").asDouble()).isEqualTo(25);
    assertThat(json.get("rule400").asDouble()).isEqualTo(20);
    assertThat(json.get("bySensor").asDouble()).isEqualTo(20);
    assertThat(json.get("ownWidth").asDouble()).isBetween(2.0, 10.0);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "sky year --lat 91 --lon 0 --date 2026-10-14 --zone UTC",
        "sky year --lat 0 --lon 0 --date 2026-10-14 --zone Nowhere",
        "sky year --lat 0 --lon 0 --date 2200-10-14 --zone UTC",
        "sky year --lat 0 --lon 0 --date 2026-10-14 --zone UTC --nights 0",
        "sky year --lat 0 --lon 0 --date 2026-10-14 --zone UTC --target M999",
        "ramp --lat 0 --lon 0 --start 2026-10-14T17:30:00Z --count 10 --period 0 --aperture 4",
        "panorama --sensor 36x24 --pixels 6000x4000 --focal 0 --span 90 --tall 40",
        "panorama --sensor 36x24 --pixels 6000x4000 --focal 24 --span 400 --tall 40",
        "card /no/such/night"
      })
  void whatCannotBePlannedIsToldInOneSentence(String line) {
    CommandLineRun outcome = CommandLineRun.of(line.split(" "));
    assertThat(outcome.code()).isEqualTo(2);
    assertThat(outcome.lastError()).isNotBlank().doesNotContain("Exception");
  }

  @Test
  void cardsYearsAndRampsAnswerInPlainWordsToo() {
    assertThat(
            CommandLineRun.done(
                    "ramp",
                    "--lat",
                    "54",
                    "--lon",
                    "-2",
                    "--start",
                    "2026-10-14T17:30:00+01:00",
                    "--count",
                    "60",
                    "--period",
                    "20",
                    "--aperture",
                    "4")
                .out())
        .contains("ISO 100");
    assertThat(
            CommandLineRun.done(
                    "panorama",
                    "--sensor",
                    "36x24",
                    "--pixels",
                    "6000x4000",
                    "--focal",
                    "24",
                    "--span",
                    "180",
                    "--tall",
                    "120",
                    "--click",
                    "15")
                .out())
        .contains("frames in all")
        .contains("longest row, during which the sky turns");
    assertThat(
            CommandLineRun.done(
                    "sky",
                    "year",
                    "--lat",
                    "54",
                    "--lon",
                    "-2",
                    "--date",
                    "2026-10-14",
                    "--zone",
                    "Europe/London",
                    "--nights",
                    "20")
                .out())
        .contains("nights are worth it, the longest first");
  }
}
