package zygonox.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.frame.Frame;

/**
 * What is said of frames and blends that are not as they should be, and times as they are typed.
 */
class FrameOptionsTest {
  private static final Path DEMO = Path.of("..", "demo", "windmill-night");
  private static final String FRAMES = DEMO.resolve("frames").toString();

  @TempDir Path folder;

  @Test
  void aFolderWithoutFramesIsSaidToBeSo() {
    CommandLineRun run = CommandLineRun.of("frames", folder.toString());
    assertThat(run.code()).isZero();
    assertThat(run.out()).contains("No readable frames in " + folder);
  }

  @Test
  void aPictureIsNoNight() {
    String picture = DEMO.resolve("frames").resolve("star-trails-0001.jpg").toString();
    CommandLineRun run =
        CommandLineRun.of("rehearse", picture, "--out", folder.resolve("out").toString());
    assertThat(run.code()).isEqualTo(2);
    assertThat(run.lastError()).contains("is not a night").contains("night.json");
    assertThat(folder.resolve("out")).doesNotExist();
  }

  @Test
  void mixedRunsAreWarnedOf() throws Exception {
    Path out = folder.resolve("mixed.png");
    JsonNode json =
        CommandLineRun.done(
                "blend", "mean", FRAMES, "--every", "8", "--out", out.toString(), "--json")
            .json();
    assertThat(json.get("warnings").findValuesAsText("code")).containsExactly("mixed-runs");
    Frame made = Frame.look(out);
    assertThat(made.layout().bits()).isEqualTo(16);
  }

  @Test
  void eachPositionOfATurnedHeadIsAPictureOfItsOwn() throws Exception {
    String night = Path.of("..", "demo", "panorama", "night.json").toString();
    String frames = folder.resolve("frames").toString();
    CommandLineRun.done(
        "rehearse", night, "--out", frames, "--format", "jpeg", "--size", "300x200");
    String out = folder.resolve("sky.png").toString();
    JsonNode json =
        CommandLineRun.done("blend", "mean", frames, "--each-position", "--out", out, "--json")
            .json();
    assertThat(json.get("positions")).hasSize(4);
    for (int p = 1; p <= 4; p++) {
      JsonNode one = json.get("positions").get(p - 1);
      Path picture = folder.resolve("sky-" + p + ".png");
      assertThat(one.get("out").asText()).isEqualTo(picture.toString());
      assertThat(one.get("used").asInt()).isEqualTo(6);
      assertThat(one.get("sentence").asText())
          .contains("6 frames of position %d of the head".formatted(p));
      assertThat(one.get("command").asText()).contains("--position " + p);
      assertThat(picture).isNotEmptyFile();
    }
    assertThat(folder.resolve("sky.png")).doesNotExist();
    CommandLineRun again =
        CommandLineRun.of("blend", "mean", frames, "--each-position", "--out", out);
    assertThat(again.code()).isEqualTo(2);
    assertThat(again.lastError()).contains("sky-1.png");
    CommandLineRun both =
        CommandLineRun.of(
            "blend", "mean", frames, "--each-position", "--position", "1", "--out", out);
    assertThat(both.code()).isEqualTo(2);
    assertThat(both.lastError()).contains("--position").contains("--each-position");
    CommandLineRun none =
        CommandLineRun.of("blend", "mean", frames, "--position", "9", "--out", out);
    assertThat(none.lastError()).contains("There is no position 9").contains("4 positions");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "--own-light=elsewhere.jpg=1",
        "--mask=elsewhere.jpg=m.png",
        "--movement-without=elsewhere.jpg"
      })
  void whatIsSaidOfAFrameThatTakesNoPartIsRefused(String option) {
    String[] blend = {
      "blend", "median", FRAMES, "--run", "2", "--out", folder.resolve("r.png").toString(), option
    };
    String[] moving = Arrays.copyOf(blend, blend.length + 1);
    moving[blend.length] = "--movement=1";
    CommandLineRun run = CommandLineRun.of(option.contains("movement") ? moving : blend);
    assertThat(run.code()).isEqualTo(2);
    assertThat(run.lastError())
        .contains("elsewhere.jpg takes no part")
        .contains(option.substring(0, option.indexOf('=')));
    assertThat(folder.resolve("r.png")).doesNotExist();
  }

  @Test
  void noiseThatIsGoneButForASampleStepIsToldWithoutANumber() {
    Path out = folder.resolve("still.png");
    CommandLineRun run =
        CommandLineRun.done("blend", "median", FRAMES, "--run", "1", "--out", out.toString());
    assertThat(run.out())
        .contains("what noise is left is smaller than one step of the frames' samples")
        .doesNotContain("by a factor")
        .doesNotContain("further than");
  }

  @Test
  void aClockTimeIsTheNights() throws Exception {
    Path out = folder.resolve("late.png");
    JsonNode json =
        CommandLineRun.done(
                "blend",
                "lighten",
                FRAMES,
                "--every",
                "2",
                "--from",
                "21:30",
                "--out",
                out.toString(),
                "--json")
            .json();
    JsonNode exact =
        CommandLineRun.done(
                "blend",
                "lighten",
                FRAMES,
                "--every",
                "2",
                "--from",
                "2026-10-14T21:30:00+01:00",
                "--out",
                folder.resolve("exact.png").toString(),
                "--json")
            .json();
    assertThat(json.get("used")).isEqualTo(exact.get("used"));
    assertThat(Files.size(out)).isPositive();
    CommandLineRun wrong =
        CommandLineRun.of(
            "blend",
            "lighten",
            FRAMES,
            "--from",
            "half past",
            "--out",
            folder.resolve("x.png").toString());
    assertThat(wrong.code()).isEqualTo(2);
  }

  @Test
  void aJpegsQualityIsChosen() throws Exception {
    for (String quality : List.of("60", "95")) {
      CommandLineRun.done(
          "blend",
          "mean",
          FRAMES,
          "--every",
          "8",
          "--quality",
          quality,
          "--out",
          folder.resolve(quality + ".jpg").toString());
    }
    assertThat(Files.size(folder.resolve("60.jpg")))
        .isLessThan(Files.size(folder.resolve("95.jpg")));
  }

  @Test
  void aCardIsWrittenAsPlainText() throws Exception {
    Path card = folder.resolve("card.txt");
    CommandLineRun.done("card", DEMO.toString(), "--out", card.toString());
    assertThat(Files.readString(card))
        .contains("54.42° N, 2.31° W")
        .contains("Europe/London (UTC+01:00)")
        .contains("1 min 16 s");
    CommandLineRun again = CommandLineRun.of("card", DEMO.toString(), "--out", card.toString());
    assertThat(again.code()).isNotZero();
    assertThat(again.lastError()).contains("already there");
  }
}
