package zygonox.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is typed to a plan, in all its usual forms, and what the plan is warned of. */
class PlanOptionsTest {
  private static final String BODY = " --sensor 36x24 --pixels 6000x4000";

  @TempDir Path folder;

  private static JsonNode json(String line) {
    return CommandLineRun.done((line + " --json").split(" ")).json();
  }

  private static List<String> codes(JsonNode json) {
    return json.get("warnings").findValuesAsText("code");
  }

  @ParameterizedTest
  @CsvSource({
    "90, 90",
    "90s, 90",
    "1:30, 90",
    "1min30s, 90",
    "1h, 3600",
    "0.5hours, 1800",
    "1/50, 0.02",
    "0.02, 0.02"
  })
  void durationsAreReadInEveryUsualForm(String typed, double seconds) {
    JsonNode json = json("program --exposure " + typed + " --gap 1 --count 2");
    assertThat(json.get("periodSeconds").asDouble()).isCloseTo(seconds + 1, within(1e-9));
  }

  @ParameterizedTest
  @CsvSource({"2fortnights", "1:75", "-3", "nan", "2 hm"})
  void whatIsNoDurationIsRefused(String typed) {
    CommandLineRun run = CommandLineRun.of("program", "--exposure", typed, "--gap", "1");
    assertThat(run.code()).isEqualTo(2);
    assertThat(run.out()).isEmpty();
  }

  @Test
  void theWorstCornerStandsBesideTheCentre() {
    JsonNode json = json("limits --focal 20 --aperture 2.8 --exposure 30" + BODY);
    assertThat(json.at("/pointStars/ownWidth").asDouble()).isCloseTo(7.3, within(0.1));
    assertThat(json.at("/pointStars/ownWidthCorner").asDouble()).isCloseTo(3.8, within(0.1));
    assertThat(json.get("driftPixelsCorner").asDouble())
        .isGreaterThan(1.8 * json.get("driftPixels").asDouble());
    // At the pole the middle hardly moves; a corner 47 degrees from it does.
    JsonNode pole = json("limits --focal 20 --aperture 2.8 --dec 89.9" + BODY);
    assertThat(pole.at("/pointStars/ownWidth").asDouble()).isGreaterThan(1000);
    assertThat(pole.at("/pointStars/ownWidthCorner").asDouble()).isBetween(4.0, 9.0);
  }

  @Test
  void pixelsOfAnotherShapeAreRefused() {
    CommandLineRun run =
        CommandLineRun.of(
            "limits --focal 20 --aperture 2 --sensor 36x24 --pixels 6000x3000".split(" "));
    assertThat(run.code()).isEqualTo(2);
    assertThat(run.lastError()).contains("differ in shape");
  }

  @Test
  void aRunAcrossAClockChangeEndsByTheClockThatThenHolds() {
    String line = "program --exposure 60 --gap 0 --count 240 --start 2026-10-24T23:30:00+01:00";
    JsonNode there = json(line + " --lat 54.4 --lon -2");
    assertThat(there.get("end").asText()).isEqualTo("2026-10-25T02:30:00+00:00");
    // 23:30 in Britain is 09:30 the next morning in Melbourne, whose clock went forward before.
    JsonNode elsewhere = json(line + " --lat 54.4 --lon -2 --zone Australia/Melbourne");
    assertThat(elsewhere.get("end").asText()).isEqualTo("2026-10-25T13:30:00+11:00");
    JsonNode nowhere = json(line);
    assertThat(nowhere.get("end").asText()).isEqualTo("2026-10-25T03:30:00+01:00");
  }

  @Test
  void aCameraFilesLimitsAreHeeded() throws IOException {
    Path camera = folder.resolve("camera.json");
    Files.writeString(
        camera,
        "{\"pixelsWide\": 6000, \"pixelsHigh\": 4000, \"longestTimedSeconds\": 20, \"bulb\": false,"
            + " \"writeSeconds\": 3, \"timer\": {\"shortestGapSeconds\": 2}}");
    JsonNode json = json("program --exposure 25 --gap 1.5 --count 10 --camera " + camera);
    assertThat(codes(json))
        .anyMatch(c -> c.contains("bulb"))
        .anyMatch(c -> c.contains("write"))
        .anyMatch(c -> c.contains("gap"));
    assertThat(codes(json("program --exposure 15 --gap 4 --count 10 --camera " + camera)))
        .isEmpty();
  }

  @Test
  void theWholeRunIsLookedThrough() {
    String place = " --lat 54.4 --lon -2.3";
    List<String> day =
        codes(
            json(
                "program --exposure 30 --gap 5 --duration 24h --start 2026-10-14T22:00:00+01:00"
                    + place));
    assertThat(day).anyMatch(c -> c.contains("sun"));
    List<String> dark =
        codes(
            json(
                "program --exposure 20 --gap 5 --count 9 --start 2026-10-14T23:00:00+01:00"
                    + place));
    assertThat(dark).isEmpty();
  }

  @Test
  void aRampKeepsItsCeilingsAndDarkensNoNightUnasked() {
    String line =
        "ramp --lat 54 --lon -2 --start 2026-10-14T17:30:00+01:00 --count 600 --period 20 --aperture 4";
    JsonNode level = json(line + " --night-darkening 0 --highest-iso 800 --longest-shutter 15");
    for (JsonNode step : level.get("steps")) {
      assertThat(step.get("iso").asDouble()).isLessThanOrEqualTo(800);
      assertThat(step.get("shutterSeconds").asDouble()).isLessThanOrEqualTo(15);
    }
    assertThat(level.get("shortOfLight").asBoolean()).isTrue();
    assertThat(level.get("warnings")).isNotEmpty();
    JsonNode usual = json(line);
    JsonNode last = usual.get("steps").get(usual.get("steps").size() - 1);
    assertThat(last.get("stopsFromMeter").asDouble()).isLessThan(-1);
    CommandLineRun.done(line.split(" "));
  }

  @Test
  void aPanoramasFramesAreCountedAndItsOverlapHolds() {
    JsonNode json =
        json(
            "panorama --focal 50 --span 180 --tall 170 --upright --overlap 0.3 --azimuth 90"
                + BODY);
    assertThat(json.get("overlap").asDouble()).isGreaterThanOrEqualTo(0.3);
    assertThat(json.get("frames").asInt())
        .isEqualTo(json.get("positions").size() * json.path("count").asInt(4));
    double sum = 0;
    for (JsonNode position : json.get("positions")) {
      double from = position.get("azimuth").asDouble() - 90;
      sum += Math.IEEEremainder(from, 360);
    }
    assertThat(sum / json.get("positions").size()).isCloseTo(0, within(0.5));
  }

  @Test
  void aYearWithoutSuchANightSaysSo() {
    String line =
        "sky year --lat 60 --lon -2 --date 2026-10-14 --zone Europe/London --target galactic-centre --nights 3";
    assertThat(CommandLineRun.done(line.split(" ")).out()).startsWith("no night is worth it");
  }

  @Test
  void anExposuresNearestOnTheDialStandsBesideIt() {
    JsonNode short1 = json("exposure --from 1/60,f/2.8,ISO100 --to ?,f/3.1,ISO100");
    assertThat(short1.at("/dial/shutterSeconds").asDouble()).isEqualTo(1 / 50.0);
    // Beyond half a minute a timer is set to the second.
    JsonNode long1 = json("exposure --from 15s,f/2.8,ISO6400 --to ?,f/2.8,ISO100");
    assertThat(long1.at("/dial/shutterSeconds").asDouble()).isEqualTo(960);
  }
}
