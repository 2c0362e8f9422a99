package zygonox.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What shoots, lists and blends frames, as scripts see it: keys, files and exit codes. */
class FrameCommandsTest {
  private static final Path DEMO = Path.of("..", "demo", "windmill-night");

  @TempDir Path folder;

  @Test
  void framesListsTheDemoNight() {
    JsonNode json =
        CommandLineRun.done("frames", DEMO.resolve("frames").toString(), "--json").json();
    assertThat(json.get("frames")).hasSize(64);
    JsonNode first = json.at("/frames/0");
    assertThat(first.get("file").asText()).endsWith("star-trails-0001.jpg");
    assertThat(first.get("capturedAt").asText()).isEqualTo("2026-10-14T20:40:02+01:00");
    assertThat(first.get("exposureSeconds").asDouble()).isEqualTo(75);
    assertThat(first.get("group").asInt()).isEqualTo(1);
    assertThat(first.get("kind").asText()).isEqualTo("sky");
    assertThat(json.at("/frames/63/group").asInt()).isEqualTo(2);
    assertThat(json.get("unreadable")).isEmpty();
    assertThat(json.get("gaps")).isEmpty();
  }

  @Test
  void unreadableFilesAreListedAndTheRestGoesOn() throws IOException {
    Path good = DEMO.resolve("frames/star-trails-0001.jpg");
    Files.copy(good, folder.resolve("a.jpg"));
    byte[] bytes = Files.readAllBytes(good);
    Files.write(folder.resolve("b.jpg"), Arrays.copyOf(bytes, bytes.length / 2));
    Files.createFile(folder.resolve("c.tif"));
    JsonNode json = CommandLineRun.done("frames", folder.toString(), "--json").json();
    assertThat(json.get("frames")).hasSize(1);
    assertThat(json.get("unreadable").findValuesAsText("reason"))
        .hasSize(2)
        .allSatisfy(r -> assertThat(r).isNotBlank());
    JsonNode blend =
        CommandLineRun.done(
                "blend",
                "lighten",
                folder.toString(),
                "--out",
                folder.resolve("r.png").toString(),
                "--json")
            .json();
    assertThat(blend.get("used").asInt()).isEqualTo(1);
    assertThat(blend.get("frames").asInt()).isEqualTo(3);
    assertThat(blend.get("dropped")).hasSize(2);
  }

  @Test
  void onlyUnreadableFramesEndWithOne() throws IOException {
    Path bad = Files.createFile(folder.resolve("c.tif"));
    CommandLineRun outcome =
        CommandLineRun.of(
            "blend", "mean", bad.toString(), "--out", folder.resolve("r.tif").toString());
    assertThat(outcome.code()).isEqualTo(1);
    assertThat(outcome.lastError()).contains("c.tif").contains("empty");
    assertThat(folder.resolve("r.tif")).doesNotExist();
  }

  @Test
  void rehearseAndBlendEndToEnd() {
    Path frames = folder.resolve("frames");
    JsonNode shot =
        CommandLineRun.done(
                "rehearse",
                DEMO.toString(),
                "--out",
                frames.toString(),
                "--size",
                "900x600",
                "--count",
                "4",
                "--format",
                "tiff",
                "--seed",
                "5",
                "--json")
            .json();
    assertThat(shot.get("frames").asInt()).isEqualTo(8);
    assertThat(frames.resolve("truth.json")).exists();
    List<String> still = new ArrayList<>();
    shot.get("files").forEach(f -> still.add(f.asText()));
    still.removeIf(f -> !f.contains("still"));
    List<String> args = new ArrayList<>(List.of("blend", "mean"));
    args.addAll(still);
    Path out = folder.resolve("mean.tif");
    args.addAll(
        List.of(
            "--out", out.toString(), "--align", "stars", "--reference", still.get(1), "--json"));
    JsonNode json = CommandLineRun.done(args.toArray(String[]::new)).json();
    assertThat(json.get("method").asText()).isEqualTo("mean");
    assertThat(json.get("used").asInt()).isEqualTo(4);
    assertThat(json.get("reference").asText()).isEqualTo(still.get(1));
    assertThat(json.get("width").asInt()).isEqualTo(900);
    assertThat(json.at("/alignment/0/matrix")).hasSize(3);
    assertThat(json.at("/alignment/0/rmsPixels").asDouble()).isLessThan(0.5);
    assertThat(json.at("/noise/expectedGain").asDouble()).isEqualTo(2);
    assertThat(out).exists();

    assertThat(CommandLineRun.of(args.toArray(String[]::new)).code()).isEqualTo(2);
    args.add("--overwrite");
    assertThat(CommandLineRun.of(args.toArray(String[]::new)).code()).isZero();
    CommandLineRun again =
        CommandLineRun.of(
            "rehearse",
            DEMO.toString(),
            "--out",
            frames.toString(),
            "--count",
            "1",
            "--format",
            "tiff");
    assertThat(again.code()).isEqualTo(2);
    assertThat(again.lastError()).contains("--overwrite");
  }

  @Test
  void framesAreHeldAgainstTheNightAndAWrongTimerIsFound() {
    Path frames = folder.resolve("misset");
    JsonNode shot =
        CommandLineRun.done(
                "rehearse",
                DEMO.toString(),
                "--out",
                frames.toString(),
                "--size",
                "300x200",
                "--count",
                "5",
                "--happening",
                "timer,ripples,wind",
                "--json")
            .json();
    String second = shot.get("files").get(1).asText();
    JsonNode json =
        CommandLineRun.done("frames", frames.toString(), "--night", DEMO.toString(), "--json")
            .json();
    JsonNode trails = json.get("plan").get(0);
    assertThat(trails.get("timing").asText()).isEqualTo("period-taken-for-gap");
    assertThat(trails.get("missetAt").asText()).isEqualTo(second);
    assertThat(trails.get("missing").size()).isEqualTo(43);
    JsonNode group = json.get("groups").get(0);
    assertThat(group.get("kind").asText()).isEqualTo("sky");
    assertThat(group.get("kindReason").asText()).isEqualTo("many exposures of several seconds");
    assertThat(CommandLineRun.done("frames", frames.toString(), "--night", DEMO.toString()).out())
        .contains("told the time from start to start");
  }

  @Test
  void whatWasDecidedInANightIsHeeded() throws IOException {
    Files.copy(DEMO.resolve("night.json"), folder.resolve("night.json"));
    Path frames = Files.createDirectory(folder.resolve("frames"));
    for (int k = 1; k <= 4; k++) {
      String name = "star-trails-000%d.jpg".formatted(k);
      Files.copy(DEMO.resolve("frames").resolve(name), frames.resolve(name));
    }
    Files.writeString(
        folder.resolve("decisions.json"),
        """
        {"format": "zygonox-decisions",
         "verdicts": {"frames/star-trails-0002.jpg": "drop"},
         "kinds": {"frames/star-trails-0001.jpg": "foreground"}}
        """);
    String[] command = {"frames", frames.toString(), "--measure", "--json"};
    JsonNode plain = CommandLineRun.done(command).json();
    assertThat(plain.at("/groups/0/kind").asText()).isEqualTo("sky");
    assertThat(plain.findValuesAsText("verdict")).containsOnly("keep");
    String[] heeding = Arrays.copyOf(command, command.length + 2);
    heeding[command.length] = "--night";
    heeding[command.length + 1] = folder.toString();
    JsonNode heeded = CommandLineRun.done(heeding).json();
    assertThat(heeded.at("/groups/0/kind").asText()).isEqualTo("foreground");
    assertThat(heeded.findValuesAsText("verdict")).containsExactly("keep", "drop", "keep", "keep");
    Files.writeString(folder.resolve("decisions.json"), "{");
    CommandLineRun refused = CommandLineRun.of(heeding);
    assertThat(refused.code()).isEqualTo(2);
    assertThat(refused.lastError()).contains("decisions.json is damaged");
  }

  /** Without --json the same facts are printed for a person. */
  @Test
  void framesCanBeChosen() {
    String frames = DEMO.resolve("frames").toString();
    Path out = folder.resolve("r.jpg");
    JsonNode json =
        CommandLineRun.done(
                "blend",
                "lighten",
                frames,
                "--out",
                out.toString(),
                "--from",
                "2026-10-14T20:45:00+01:00",
                "--to",
                "2026-10-14T20:05:00Z",
                "--every",
                "2",
                "--drop",
                frames + "/star-trails-0007.jpg",
                "--json")
            .json();
    // Every second of frames 5 to 20 but the seventh.
    assertThat(json.get("used").asInt()).isEqualTo(8);
    assertThat(json.get("dropped").findValuesAsText("file"))
        .containsExactly(frames + "/star-trails-0007.jpg");
    assertThat(json.at("/noise/expectedGain").isNull()).isTrue();
    CommandLineRun wrong =
        CommandLineRun.of(
            "blend", "lighten", frames, "--out", out.toString(), "--overwrite", "--drop", "x.jpg");
    assertThat(wrong.code()).isEqualTo(2);
    assertThat(wrong.lastError()).contains("x.jpg");
  }

  @Test
  void framesAreMeasuredAndJudged() throws IOException {
    for (int i = 1; i <= 4; i++) {
      String name = "star-trails-%04d.jpg".formatted(i);
      Files.copy(DEMO.resolve("frames").resolve(name), folder.resolve(name));
    }
    byte[] cut = Files.readAllBytes(folder.resolve("star-trails-0004.jpg"));
    Files.write(folder.resolve("star-trails-0004.jpg"), Arrays.copyOf(cut, 9000));
    JsonNode json = CommandLineRun.done("frames", folder.toString(), "--measure", "--json").json();
    assertThat(json.get("frames")).hasSize(3);
    assertThat(json.get("unreadable")).hasSize(1);
    for (JsonNode frame : json.get("frames")) {
      assertThat(frame.get("background").asDouble()).isBetween(0.1, 0.2);
      assertThat(frame.get("noise").asDouble()).isBetween(0.001, 0.01);
      assertThat(frame.get("stars").asInt()).isGreaterThan(500);
      assertThat(frame.get("fwhm").asDouble()).isBetween(1.0, 4.0);
      assertThat(frame.get("sharpness").asDouble()).isBetween(0.5, 1.0);
      assertThat(frame.get("shift").asDouble()).isLessThan(0.5);
      assertThat(frame.get("streaks").isArray()).isTrue();
      assertThat(frame.get("verdict").asText()).isEqualTo("keep");
      assertThat(frame.get("reasons")).isEmpty();
    }
    assertThat(CommandLineRun.done("frames", folder.toString(), "--measure").out())
        .contains("keep");
  }

  @Test
  void howFullTheRoadIsIsToldOfLightTrails() {
    Path night = Path.of("..", "demo", "traffic", "night.json");
    Path cars = folder.resolve("cars");
    CommandLineRun.done(
        "rehearse",
        night.toString(),
        "--out",
        cars.toString(),
        "--count",
        "10",
        "--size",
        "900x600",
        "--format",
        "jpeg",
        "--happening",
        "cars");
    String[] args = {"frames", cars.toString(), "--night", night.toString(), "--measure", "--json"};
    JsonNode plan = CommandLineRun.done(args).json().get("plan").get(0);
    assertThat(plan.get("nextFrameAdds").asDouble()).isBetween(0.001, 0.2);
    CommandLineRun told = CommandLineRun.done(Arrays.copyOf(args, args.length - 1));
    assertThat(told.out()).contains("Run 1: Passing lights have ");
  }

  @Test
  void rawFramesAreRehearsedReadAndBlended() throws IOException {
    Path raw = folder.resolve("raw");
    String[] args = {
      "rehearse",
      DEMO.toString(),
      "--out",
      raw.toString(),
      "--format",
      "dng",
      "--count",
      "2",
      "--size",
      "600x400",
      "--happening",
      "aeroplane,cloud",
      "--seed",
      "4",
      "--json"
    };
    assertThat(CommandLineRun.done(args).json().get("frames").asInt()).isEqualTo(4);
    JsonNode truth = new ObjectMapper().readTree(raw.resolve("truth.json").toFile());
    for (JsonNode frame : truth.get("frames")) {
      assertThat(frame.get("streaks").isArray()).isTrue();
      assertThat(frame.get("cloud").asDouble()).isBetween(0.0, 1.0);
      assertThat(frame.get("facing").get("altitude").isNumber()).isTrue();
    }
    JsonNode frames = CommandLineRun.done("frames", raw.toString(), "--json").json().get("frames");
    assertThat(frames).hasSize(4);
    for (JsonNode frame : frames) {
      assertThat(frame.get("bits").asInt()).isEqualTo(16);
      assertThat(frame.get("width").asInt()).isEqualTo(600);
      assertThat(frame.get("camera").asText()).isEqualTo("Fellgate Wether 24");
    }
    Path blend = folder.resolve("blend.tif");
    JsonNode result =
        CommandLineRun.done(
                "blend",
                "mean",
                raw.resolve("star-trails-0001.dng").toString(),
                raw.resolve("star-trails-0002.dng").toString(),
                "--out",
                blend.toString(),
                "--json")
            .json();
    assertThat(result.get("used").asInt()).isEqualTo(2);
    assertThat(Files.size(blend)).isGreaterThan(600 * 400 * 6);
    CommandLineRun wrong =
        CommandLineRun.of(
            "rehearse", DEMO.toString(), "--out", raw.toString(), "--happening", "locusts");
    assertThat(wrong.code()).isEqualTo(2);
    assertThat(wrong.lastError()).contains("locusts").contains("aeroplane");
    CommandLineRun again = CommandLineRun.of(args);
    assertThat(again.code()).isEqualTo(2);
  }

  @Test
  void aCutRawFrameIsNamedAndTheOthersGoOn() throws IOException {
    Path raw = folder.resolve("raw");
    CommandLineRun.done(
        "rehearse",
        DEMO.toString(),
        "--out",
        raw.toString(),
        "--format",
        "dng",
        "--count",
        "2",
        "--size",
        "300x200");
    Path cut = raw.resolve("star-trails-0002.dng");
    byte[] whole = Files.readAllBytes(cut);
    // The directory stands at the end: of a cut file nothing can be told but that it is cut.
    Files.write(cut, Arrays.copyOf(whole, whole.length / 2));
    JsonNode json = CommandLineRun.done("frames", raw.toString(), "--measure", "--json").json();
    assertThat(json.get("frames")).hasSize(3);
    assertThat(json.get("unreadable")).hasSize(1);
    assertThat(json.get("unreadable").get(0).get("file").asText()).endsWith("0002.dng");
  }
}
