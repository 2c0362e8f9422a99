package zygonox.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Clips and trails of the demo's frames, as a script asks for them. */
class MotionCommandTest {
  private static final String DEMO = "../demo/windmill-night/frames";

  @TempDir Path folder;

  private String in(String name) {
    return folder.resolve(name).toString();
  }

  @Test
  void aClipIsToldByItsNumbers() {
    JsonNode told =
        CommandLineRun.done(
                "motion",
                DEMO,
                "--out",
                in("n.webm"),
                "--fps",
                "24",
                "--size",
                "320x180",
                "--deflicker",
                "--smooth-ramp",
                "--trails",
                "fade:6",
                "--json")
            .json();
    assertThat(told.get("frames").asInt()).isEqualTo(64);
    assertThat(told.get("clipSeconds").asDouble()).isCloseTo(64 / 24.0, within(1e-6));
    assertThat(told.get("codec").asText()).isEqualTo("vp9");
    assertThat(told.get("width").asInt()).isEqualTo(320);
    assertThat(told.get("flickerAfter").asDouble())
        .isLessThanOrEqualTo(told.get("flickerBefore").asDouble());
    assertThat(told.get("steps").isArray()).isTrue();
    assertThat(told.has("clippedFrom")).isTrue();
    assertThat(told.get("bytes").asLong()).isEqualTo(folder.resolve("n.webm").toFile().length());
  }

  @Test
  void aFolderGetsPicturesInTheirOrder() {
    CommandLineRun.done(
        "motion",
        DEMO,
        "--out",
        in("stills"),
        "--fps",
        "25",
        "--size",
        "64x42",
        "--from",
        "21:00",
        "--to",
        "21:10",
        "--trails",
        "grow");
    assertThat(folder.resolve("stills/000001.jpg")).isRegularFile();
  }

  @Test
  void aClipGoesFasterIsBentAndKeepsItsLastPicture() {
    JsonNode told =
        CommandLineRun.done(
                "motion",
                DEMO,
                "--out",
                in("fast.mp4"),
                "--fps",
                "12",
                "--size",
                "160x106",
                "--codec",
                "h264",
                "--speed",
                "1:3",
                "--gaps",
                "kept",
                "--average",
                "2",
                "--bend",
                "star-trails-0005.jpg=0.5",
                "--hold-balance",
                "--balance",
                "6500-4000",
                "--move",
                "0.5,0.5,1:0.4,0.6,2",
                "--easing",
                "even",
                "--last-picture",
                in("last.png"),
                "--json")
            .json();
    assertThat(told.get("frames").asInt()).isEqualTo(64);
    assertThat(told.get("pictures").asInt()).isBetween(30, 60);
    assertThat(told.get("clipSeconds").asDouble())
        .isCloseTo(told.get("pictures").asInt() / 12.0, within(1e-6));
    assertThat(folder.resolve("last.png")).isRegularFile();
  }

  @ParameterizedTest
  @CsvSource({
    "--speed, fast, 1:4",
    "--move, 0.5, 0.4",
    "--balance, warm, 5500-3800",
    "--bend, 0.5, night-0100.jpg=0.5",
    "--bend, other.jpg=1, not among the frames",
    "--gaps, closed, bridged",
    "--easing, soft, --move",
    "--average, 99, 50"
  })
  void whatAClipCannotBeIsSaidWithWhatItCan(String option, String value, String right) {
    CommandLineRun run =
        CommandLineRun.of("motion", DEMO, "--out", in("x.webm"), "--fps", "24", option, value);
    assertThat(run.code()).isEqualTo(2);
    assertThat(run.lastError()).contains(right);
  }

  @ParameterizedTest
  @CsvSource({
    "n.webm, 0, 320x180, 1 and 120",
    "n.webm, 1000, 320x180, 1 and 120",
    "n.webm, 30, 321x180, 322 x 180",
    "n.avi, 30, 320x180, .webm",
    "nowhere/n.webm, 30, 320x180, nowhere"
  })
  void whatIsWrongIsSaidInOneSentence(String out, String fps, String size, String said) {
    CommandLineRun run =
        CommandLineRun.of("motion", DEMO, "--out", in(out), "--fps", fps, "--size", size);
    assertThat(run.code()).isEqualTo(2);
    assertThat(run.lastError()).contains(said);
    assertThat(folder).isEmptyDirectory();
  }

  @Test
  void bridgedTrailsTellTheirGapsAndAreMadeAgainByTheirCommand() throws Exception {
    JsonNode told =
        CommandLineRun.done(
                "blend",
                "lighten",
                DEMO,
                "--run",
                "1",
                "--every",
                "4",
                "--bridge-gaps",
                "--remove-streaks",
                "--line-out",
                DEMO + "/star-trails-0005.jpg=310,95,404.5,188,6",
                "--line-out",
                DEMO + "/star-trails-0009.jpg=20,95,404,88,5,-7.5",
                "--out",
                in("t.tif"),
                "--save-recipe",
                in("t.json"),
                "--json")
            .json();
    assertThat(told.get("mends").findValuesAsText("kind")).contains("gap", "streak");
    for (JsonNode mend : told.get("mends")) {
      assertThat(Files.exists(Path.of(mend.get("file").asText()))).isTrue();
      assertThat(mend.has("x1")).isEqualTo(mend.get("kind").asText().equals("streak"));
    }
    assertThat(told.get("sentence").asText()).contains("bridge the gaps").contains("satellites");
    assertThat(told.get("command").asText())
        .contains(
            "--remove-streaks --bridge-gaps --line-out",
            "0005.jpg=310,95,404.5,188,6",
            "0009.jpg=20,95,404,88,5,-7.5");
    CommandLineRun.done("blend", "--recipe", in("t.json"), "--out", in("again.tif"));
    JsonNode explained = CommandLineRun.done("explain", in("again.tif"), "--json").json();
    assertThat(explained.get("sentence")).isEqualTo(told.get("sentence"));
  }

  @ParameterizedTest
  @CsvSource({
    "--remove-streaks, a.jpg=1;2;3;4, --line-out",
    "--remove-streaks, a.jpg=1;2;3;4;five, --line-out",
    "--remove-streaks, a.jpg=1;2;3;4;0, --line-out",
    "--remove-streaks, a.jpg=1;2;3;4;5;6;7, --line-out",
    "--remove-streaks, a.jpg, --line-out",
    "--weights=even, a.jpg=1;2;3;4;5, --line-keep",
  })
  void aLineIsWrittenAsItIsToldAndGoesWithTakingLinesOut(String with, String line, String option) {
    CommandLineRun run =
        CommandLineRun.of(
            "blend", "mean", DEMO, with, option, line.replace(';', ','), "--out", in("t.tif"));
    assertThat(run.code()).isEqualTo(2);
    assertThat(run.lastError()).contains(option);
  }

  @Test
  void bridgingGoesWithLightenOnly() {
    CommandLineRun run =
        CommandLineRun.of("blend", "mean", DEMO, "--bridge-gaps", "--out", in("t.tif"));
    assertThat(run.code()).isEqualTo(2);
    assertThat(run.lastError()).contains("bridge-gaps").contains("lighten");
  }
}
