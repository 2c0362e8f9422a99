package zygonox.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The commands as scripts see them: keys, units, exit codes, and the last line of an error. */
class CommandsTest {
  private static final Path DEMO = Path.of("..", "demo", "windmill-night");

  @TempDir Path folder;

  private record Outcome(int code, String out, String err) {
    JsonNode json() {
      try {
        return new ObjectMapper().readTree(out);
      } catch (IOException e) {
        throw new AssertionError("no JSON: " + out, e);
      }
    }

    String lastError() {
      String[] lines = err.strip().split("\\R");
      return lines[lines.length - 1];
    }
  }

  private static Outcome run(String... args) {
    PrintStream out = System.out;
    PrintStream err = System.err;
    ByteArrayOutputStream gathered = new ByteArrayOutputStream();
    ByteArrayOutputStream errors = new ByteArrayOutputStream();
    try {
      System.setOut(new PrintStream(gathered, true, StandardCharsets.UTF_8));
      System.setErr(new PrintStream(errors, true, StandardCharsets.UTF_8));
      int code = Main.run(args);
      return new Outcome(
          code, gathered.toString(StandardCharsets.UTF_8), errors.toString(StandardCharsets.UTF_8));
    } finally {
      System.setOut(out);
      System.setErr(err);
    }
  }

  private static Outcome done(String... args) {
    Outcome outcome = run(args);
    assertThat(outcome.code).as(outcome.err).isZero();
    return outcome;
  }

  @Test
  void programReckons() {
    JsonNode json =
        done(
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
    assertThat(json.get("end").asText()).isEqualTo("2026-10-14T21:41:29+01:00");
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
        done("program", "--exposure", "120", "--gap", "0.2", "--duration", "3600", "--json").json();
    assertThat(json.get("shots").asInt()).isEqualTo(29);
    assertThat(json.get("start").isNull()).isTrue();
    List<String> codes = json.get("warnings").findValuesAsText("code");
    assertThat(codes).containsExactlyInAnyOrder("period-too-short", "no-bulb");
  }

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
    Outcome outcome = run(line.isEmpty() ? new String[0] : line.split(" "));
    assertThat(outcome.code).isEqualTo(2);
    assertThat(outcome.out).isEmpty();
    assertThat(outcome.lastError())
        .isNotBlank()
        .doesNotContain("Exception")
        .doesNotContain("\tat ");
  }

  @Test
  void skyTellsPositionsAndNights() {
    // Meeus, Astronomical Algorithms, example 47.a: the moon on 1992 April 12, 0h TD.
    JsonNode moon =
        done(
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
        done(
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
        done(
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
        done(
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
        done("exposure", "--from", "15s,f/2.8,ISO6400", "--to", "?,f/2.8,ISO100", "--json").json();
    assertThat(exposure.get("shutterSeconds").asDouble()).isCloseTo(960, within(1e-6));
    assertThat(exposure.at("/stops/iso").asDouble()).isCloseTo(-6, within(1e-9));
  }

  @Test
  void versionTellsWhatRuns() {
    JsonNode json = done("version", "--json").json();
    assertThat(json.get("version").asText()).matches("\\d+\\.\\d+\\.\\d+");
    assertThat(json.get("javafx").asText()).startsWith("21");
    assertThat(json.get("cores").asInt()).isPositive();
  }

  @Test
  void framesListsTheDemoNight() {
    JsonNode json = done("frames", DEMO.resolve("frames").toString(), "--json").json();
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
    JsonNode json = done("frames", folder.toString(), "--json").json();
    assertThat(json.get("frames")).hasSize(1);
    assertThat(json.get("unreadable").findValuesAsText("reason"))
        .hasSize(2)
        .allSatisfy(r -> assertThat(r).isNotBlank());
    JsonNode blend =
        done(
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
    Outcome outcome =
        run("blend", "mean", bad.toString(), "--out", folder.resolve("r.tif").toString());
    assertThat(outcome.code).isEqualTo(1);
    assertThat(outcome.lastError()).contains("c.tif").contains("empty");
    assertThat(folder.resolve("r.tif")).doesNotExist();
  }

  @Test
  void rehearseAndBlendEndToEnd() {
    Path frames = folder.resolve("frames");
    JsonNode shot =
        done(
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
    JsonNode json = done(args.toArray(String[]::new)).json();
    assertThat(json.get("method").asText()).isEqualTo("mean");
    assertThat(json.get("used").asInt()).isEqualTo(4);
    assertThat(json.get("reference").asText()).isEqualTo(still.get(1));
    assertThat(json.get("width").asInt()).isEqualTo(900);
    assertThat(json.at("/alignment/0/matrix")).hasSize(3);
    assertThat(json.at("/alignment/0/rmsPixels").asDouble()).isLessThan(0.5);
    assertThat(json.at("/noise/expectedGain").asDouble()).isEqualTo(2);
    assertThat(out).exists();

    assertThat(run(args.toArray(String[]::new)).code).isEqualTo(2);
    args.add("--overwrite");
    assertThat(run(args.toArray(String[]::new)).code).isZero();
    Outcome again =
        run(
            "rehearse",
            DEMO.toString(),
            "--out",
            frames.toString(),
            "--count",
            "1",
            "--format",
            "tiff");
    assertThat(again.code).isEqualTo(2);
    assertThat(again.lastError()).contains("--overwrite");
  }

  /** Without --json the same facts are printed for a person. */
  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "version;Zygonox 0",
        "program --exposure 20 --gap 1 --count 90;90 frames of 20 s, 1 s closed between, 21 s",
        "program --exposure 20 --gap 1 --count 90;takes 31 min 29 s, shutter open 95 % of it",
        "program --exposure 120 --gap 1 --count 90;Mind: 120 s are longer than the 30 s",
        "program --exposure 20 --gap 1 --count 9000;Mind: The frames need 262 GB",
        "limits --focal 20 --aperture 2 --sensor 36x24 --pixels 6000x4000;84.0 by 61.9 degrees",
        "limits --focal 20 --aperture 2 --sensor 36x24 --pixels 6000x4000 --focus 9;to infinity",
        "exposure --from 1/250s,f/8,ISO100 --to 1/1000s,?,ISO100;f/4, ISO 100",
        "sky position --lat 54 --lon -2 --time 2026-10-14T22:00:00Z --body polaris;azimuth",
        "sky night --lat 54 --lon -2 --date 2026-10-14 --zone Europe/London;dark ",
        "frames ../demo/windmill-night/frames;Run 2, 16 frames, sky",
      })
  void answersForAPersonSayTheSame(String line, String said) {
    assertThat(done(line.split(" ")).out).contains(said);
  }

  @Test
  void everyCommandHasHelp() {
    for (String command :
        List.of("sky", "limits", "exposure", "program", "rehearse", "frames", "blend", "version")) {
      Outcome outcome = done(command, "--help");
      assertThat(outcome.out).contains("Usage: zygonox " + command);
    }
    assertThat(done("--help").out).contains("blend").contains("rehearse");
  }

  @Test
  void progressIsToldOnStandardErrorWhenAsked() {
    Outcome outcome = done("frames", DEMO.resolve("frames").toString(), "--progress", "--json");
    assertThat(outcome.err).contains("Looking: 64 of 64");
    assertThat(outcome.json().get("frames")).hasSize(64);
  }

  @Test
  void theTraceIsShownWhenAsked() {
    Outcome plain = run("frames", "nowhere");
    assertThat(plain.err.strip().lines()).hasSize(1);
    Outcome traced = run("frames", "nowhere", "--trace");
    assertThat(traced.err).contains("\tat zygonox");
    assertThat(traced.lastError()).isEqualTo(plain.lastError());
  }

  @Test
  void framesCanBeChosen() {
    String frames = DEMO.resolve("frames").toString();
    Path out = folder.resolve("r.jpg");
    JsonNode json =
        done(
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
    Outcome wrong =
        run("blend", "lighten", frames, "--out", out.toString(), "--overwrite", "--drop", "x.jpg");
    assertThat(wrong.code).isEqualTo(2);
    assertThat(wrong.lastError()).contains("x.jpg");
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
    JsonNode json = done(args).json();
    JsonNode first = json.get("nights").get(0);
    assertThat(first.get("darkHours").asDouble()).isBetween(9.0, 12.0);
    assertThat(first.get("highestAltitude").asDouble()).isCloseTo(76.8, within(0.3));
    assertThat(first.get("from").asText()).startsWith("2026-");
    assertThat(json.get("hoursByMonth")).hasSize(12);
    assertThat(Files.readString(calendar)).startsWith("BEGIN:VCALENDAR");
    Outcome again = run(args);
    assertThat(again.code).isEqualTo(2);
    assertThat(again.lastError()).contains("already there");
  }

  @Test
  void aRampFollowsTheDusk() {
    JsonNode json =
        done(
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
        done(
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
    Outcome text = done("card", DEMO.toString());
    assertThat(text.out).contains("Program 1 of 2: star trails").contains("[ ] Raw files");
    Path pdf = folder.resolve("card.pdf");
    JsonNode json = done("card", DEMO.toString(), "--out", pdf.toString(), "--json").json();
    assertThat(json.get("cards").asInt()).isEqualTo(2);
    assertThat(new String(Files.readAllBytes(pdf), StandardCharsets.ISO_8859_1))
        .startsWith("%PDF-");
  }

  @Test
  void pointStarLimitsAreToldByEverySchool() {
    JsonNode json =
        done(
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
    Outcome outcome = run(line.split(" "));
    assertThat(outcome.code).isEqualTo(2);
    assertThat(outcome.lastError()).isNotBlank().doesNotContain("Exception");
  }

  @Test
  void framesAreMeasuredAndJudged() throws IOException {
    for (int i = 1; i <= 4; i++) {
      String name = "star-trails-%04d.jpg".formatted(i);
      Files.copy(DEMO.resolve("frames").resolve(name), folder.resolve(name));
    }
    byte[] cut = Files.readAllBytes(folder.resolve("star-trails-0004.jpg"));
    Files.write(folder.resolve("star-trails-0004.jpg"), Arrays.copyOf(cut, 9000));
    JsonNode json = done("frames", folder.toString(), "--measure", "--json").json();
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
    assertThat(done("frames", folder.toString(), "--measure").out).contains("keep");
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
    assertThat(done(args).json().get("frames").asInt()).isEqualTo(4);
    JsonNode truth = new ObjectMapper().readTree(raw.resolve("truth.json").toFile());
    for (JsonNode frame : truth.get("frames")) {
      assertThat(frame.get("streaks").isArray()).isTrue();
      assertThat(frame.get("cloud").asDouble()).isBetween(0.0, 1.0);
      assertThat(frame.get("facing").get("altitude").isNumber()).isTrue();
    }
    JsonNode frames = done("frames", raw.toString(), "--json").json().get("frames");
    assertThat(frames).hasSize(4);
    for (JsonNode frame : frames) {
      assertThat(frame.get("bits").asInt()).isEqualTo(16);
      assertThat(frame.get("width").asInt()).isEqualTo(600);
      assertThat(frame.get("camera").asText()).isEqualTo("Fellgate Wether 24");
    }
    Path blend = folder.resolve("blend.tif");
    JsonNode result =
        done(
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
    Outcome wrong =
        run("rehearse", DEMO.toString(), "--out", raw.toString(), "--happening", "locusts");
    assertThat(wrong.code).isEqualTo(2);
    assertThat(wrong.lastError()).contains("locusts").contains("aeroplane");
    Outcome again = run(args);
    assertThat(again.code).isEqualTo(2);
  }

  @Test
  void aCutRawFrameIsNamedAndTheOthersGoOn() throws IOException {
    Path raw = folder.resolve("raw");
    done(
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
    JsonNode json = done("frames", raw.toString(), "--measure", "--json").json();
    assertThat(json.get("frames")).hasSize(3);
    assertThat(json.get("unreadable")).hasSize(1);
    assertThat(json.get("unreadable").get(0).get("file").asText()).endsWith("0002.dng");
  }

  @Test
  void cardsYearsAndRampsAnswerInPlainWordsToo() {
    assertThat(
            done(
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
                .out)
        .contains("ISO 100");
    assertThat(
            done(
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
                .out)
        .contains("columns by")
        .contains("a row, during which the sky turns");
    assertThat(
            done(
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
                .out)
        .contains("nights are worth it, the longest first");
  }
}
