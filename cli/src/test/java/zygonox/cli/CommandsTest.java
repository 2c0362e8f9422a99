package zygonox.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What all commands share: usage, help, exit codes, and the last line of an error. */
class CommandsTest {
  private static final Path DEMO = Path.of("..", "demo", "windmill-night");

  @ParameterizedTest
  @ValueSource(
      strings = {
        "program --exposure 30 --period 20 --count 5",
        "program --exposure 30 --gap 1 --count 0",
        "program --exposure 30 --gap 1 --count 1000000",
        "program --exposure NaN --gap 1 --count 5",
        "program --exposure 30 --gap 1",
        "program --exposure 30 --gap 1 --period 31 --count 5",
        "program --exposure x --gap 1 --count 5",
        "program --exposure 30 --gap 1 --count 5 --lat 91 --lon 0 --start 2026-10-14T21:10:00Z",
        "blend brighten a.tif --out b.tif",
        "blend mean nowhere --out b.tif",
        "frames nowhere",
        "rehearse nowhere --out x",
        "sky",
        "sky position --lat 91 --lon 0 --time 2026-10-14T22:00:00Z --body sun",
        "sky position --lat 0 --lon 0 --time 2026-10-14T22:00:00 --body sun",
        "sky position --lat 0 --lon 0 --time 2026-10-14T22:00:00Z --body pluto",
        "sky night --lat 0 --lon 0 --date 2101-01-01 --zone UTC",
        "sky night --lat 0 --lon 0 --date 2026-01-01 --zone Moon/Base",
        "limits --focal 0 --aperture 2 --sensor 36x24 --pixels 6000x4000",
        "limits --focal 20 --aperture 2 --sensor 36 --pixels 6000x4000",
        "exposure --from 15s,f/2.8,ISO6400 --to ?,?,ISO100",
        "nonsense",
        ""
      })
  void wrongUsageEndsWithTwoAndOneSentence(String line) {
    CommandLineRun outcome = CommandLineRun.of(line.isEmpty() ? new String[0] : line.split(" "));
    assertThat(outcome.code()).isEqualTo(2);
    assertThat(outcome.out()).isEmpty();
    assertThat(outcome.lastError())
        .isNotBlank()
        .doesNotContain("Exception")
        .doesNotContain("\tat ");
  }

  @Test
  void versionTellsWhatRuns() {
    assertThat(CommandLineRun.done("--version").out()).startsWith("Zygonox ");
    assertThat(CommandLineRun.done("blend", "--version").out()).startsWith("Zygonox ");
    JsonNode json = CommandLineRun.done("version", "--json").json();
    assertThat(json.get("version").asText()).matches("\\d+\\.\\d+\\.\\d+");
    assertThat(json.get("javafx").asText()).startsWith("21");
    assertThat(json.get("cores").asInt()).isPositive();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "version;Zygonox 0",
        "program --exposure 20 --gap 1 --count 90;90 frames of 20 s, 1 s closed between, 21 s",
        "program --exposure 20 --gap 1 --count 90;takes 31 min 29 s, shutter open 95 % of it",
        "program --exposure 120 --gap 1 --count 90;Note: 2 min is longer than the 30 s",
        "program --exposure 20 --gap 1 --count 9000;Stops it: By the end of this program the card has to hold 281 GB",
        "limits --focal 20 --aperture 2 --sensor 36x24 --pixels 6000x4000;84.0 by 61.9 degrees",
        "limits --focal 20 --aperture 2 --sensor 36x24 --pixels 6000x4000 --focus 9;to infinity",
        "exposure --from 1/250s,f/8,ISO100 --to 1/1000s,?,ISO100;f/4, ISO 100",
        "sky position --lat 54 --lon -2 --time 2026-10-14T22:00:00Z --body polaris;azimuth",
        "sky night --lat 54 --lon -2 --date 2026-10-14 --zone Europe/London;dark ",
        "frames ../demo/windmill-night/frames;Run 2, 16 frames, sky",
      })
  void answersForAPersonSayTheSame(String line, String said) {
    assertThat(CommandLineRun.done(line.split(" ")).out()).contains(said);
  }

  @Test
  void everyCommandHasHelp() {
    for (String command :
        List.of(
            "sky",
            "limits",
            "exposure",
            "program",
            "ramp",
            "panorama",
            "card",
            "rehearse",
            "frames",
            "blend",
            "whose",
            "explain",
            "motion",
            "version")) {
      CommandLineRun outcome = CommandLineRun.done(command, "--help");
      assertThat(outcome.out()).contains("Usage: zygonox " + command);
      // The places of values belong to sentences, not to descriptions.
      assertThat(outcome.out()).doesNotContain("{0", "''");
    }
    assertThat(CommandLineRun.done("--help").out()).contains("blend").contains("rehearse");
  }

  @Test
  void progressIsToldOnStandardErrorWhenAsked() {
    CommandLineRun outcome =
        CommandLineRun.done("frames", DEMO.resolve("frames").toString(), "--progress", "--json");
    assertThat(outcome.err()).contains("Looking: 64 of 64");
    assertThat(outcome.json().get("frames")).hasSize(64);
  }

  @Test
  void theTraceIsShownWhenAsked() {
    CommandLineRun plain = CommandLineRun.of("frames", "nowhere");
    assertThat(plain.err().strip().lines()).hasSize(1);
    CommandLineRun traced = CommandLineRun.of("frames", "nowhere", "--trace");
    assertThat(traced.err()).contains("\tat zygonox");
    assertThat(traced.lastError()).isEqualTo(plain.lastError());
  }
}
