package zygonox.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import java.awt.image.BufferedImage;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zygonox.core.format.PictureReader;
import zygonox.core.frame.Frame;

/** A result made, told, and made again, on the demo's frames. */
class RecipeCommandsTest {
  private static final Path DEMO = Path.of("../demo/windmill-night/frames");

  @TempDir Path folder;

  private String in(String name) {
    return folder.resolve(name).toString();
  }

  private static short[] samples(Path file) throws Exception {
    return PictureReader.readWhole(Frame.look(file)).samples();
  }

  @Test
  void whatARecipeHasCanBeSwitchedOffBesideIt() throws Exception {
    CommandLineRun.done(
        "blend",
        "mean",
        DEMO.toString(),
        "--run",
        "2",
        "--every",
        "4",
        "--align",
        "stars",
        "--match-light",
        "--hold-ground",
        "--save-recipe",
        in("r.json"),
        "--out",
        in("r.tif"));
    JsonNode plain =
        CommandLineRun.done(
                "blend",
                "--recipe",
                in("r.json"),
                "--no-match-light",
                "--no-hold-ground",
                "--out",
                in("p.tif"),
                "--json")
            .json();
    assertThat(plain.get("sentence").asText()).doesNotContain("ground").doesNotContain("bright");
    assertThat(plain.get("command").asText()).contains("--align stars").doesNotContain("--no-");
    CommandLineRun both =
        CommandLineRun.of(
            "blend",
            "--recipe",
            in("r.json"),
            "--no-hold-ground",
            "--edge",
            "3",
            "--out",
            in("q.tif"));
    assertThat(both.code()).isEqualTo(2);
    assertThat(both.lastError()).contains("not held");
  }

  @Test
  void aResultTellsItsRecipeAndIsMadeAgainByItAndByItsCommand() throws Exception {
    JsonNode made =
        CommandLineRun.done(
                "blend",
                "mean",
                DEMO.toString(),
                "--run",
                "2",
                "--every",
                "4",
                "--align",
                "stars",
                "--sky-view",
                "54.42, 62, 34, 83.97",
                "--resample",
                "lanczos",
                "--crop",
                "common",
                "--coverage",
                in("c.png"),
                "--save-recipe",
                in("r.json"),
                "--out",
                in("r.tif"),
                "--json")
            .json();
    assertThat(made.get("used").asInt()).isEqualTo(4);
    assertThat(made.at("/starWidth/single").asDouble()).isBetween(1.0, 4.0);
    assertThat(made.at("/starWidth/stacked").asDouble())
        .isCloseTo(made.at("/starWidth/single").asDouble(), within(0.3));
    assertThat(made.at("/coverage/least").asInt()).isEqualTo(4);
    assertThat(made.get("sentence").asText())
        .isEqualTo(
            "Take 4 frames of run 2, every 4th of them, align them on the stars (guided by the"
                + " plan), resampled by Lanczos's kernel and blend them by mean, trimmed to what all of them cover.");
    assertThat(samples(folder.resolve("c.png"))).containsOnly((short) 4);

    JsonNode told = CommandLineRun.done("explain", in("r.tif"), "--json").json();
    assertThat(told.get("sentence")).isEqualTo(made.get("sentence"));
    assertThat(told.get("frames")).hasSize(4);
    assertThat(told.at("/recipe/format").asText()).isEqualTo("zygonox-recipe");
    assertThat(told.get("made").asText()).contains("T");
    JsonNode file = CommandLineRun.done("explain", in("r.json"), "--json").json();
    assertThat(file.get("made").isNull()).isTrue();
    assertThat(file.get("recipe")).isEqualTo(told.get("recipe"));
    assertThat(file.get("frames")).hasSize(4);

    CommandLineRun.done("blend", "--recipe", in("r.json"), "--out", in("again.tif"));
    CommandLineRun.done("blend", "--recipe", in("r.tif"), "--out", in("once more.tif"));
    assertThat(samples(folder.resolve("again.tif"))).isEqualTo(samples(folder.resolve("r.tif")));
    assertThat(samples(folder.resolve("once more.tif")))
        .isEqualTo(samples(folder.resolve("r.tif")));
    assertThat(told.get("command").asText())
        .startsWith("zygonox blend mean ")
        .endsWith(
            " --run 2 --every 4 --align stars --sky-view 54.42,62,34,83.97 --resample lanczos"
                + " --crop common --out r.tif");
  }

  @Test
  void whatIsSaidBesideARecipeWins() throws Exception {
    CommandLineRun.done(
        "blend",
        "mean",
        DEMO.toString(),
        "--run",
        "2",
        "--every",
        "8",
        "--align",
        "stars",
        "--save-recipe",
        in("r.json"),
        "--out",
        in("r.tif"));
    JsonNode other =
        CommandLineRun.done(
                "blend",
                "darken",
                "--recipe",
                in("r.json"),
                "--align",
                "none",
                "--every",
                "4",
                "--out",
                in("o.tif"),
                "--json")
            .json();
    assertThat(other.get("method").asText()).isEqualTo("darken");
    assertThat(other.get("used").asInt()).isEqualTo(4);
    assertThat(other.get("starWidth").isNull()).isTrue();
    assertThat(other.get("sentence").asText())
        .isEqualTo("Take 4 frames of run 2, every 4th of them and blend them by darken.");
  }

  @ParameterizedTest
  @CsvSource({
    "lighten --kappa 2, --kappa: it has no meaning for lighten",
    "mean --kappa 99, --kappa: Kappa is 99; it must lie between 0.5 and 20",
    "mean --reference x.jpg, --reference: a reference is",
    "lighten --weights quality, --weights: quality has no meaning for lighten",
    "mean --run 9, --run: There is no run 9",
    "mean --crop most, --crop: \"most\" is not an area",
    "mean --depth 12, --depth: A depth of 12 bits",
    "mean --memory 2m, --memory: 2",
    "mean --scratch nowhere, --scratch: nowhere is not a folder",
    "mean --drop none.jpg, --drop: ",
    "mean --every 0, --every: The number is 0",
    "mean --every two, 'Invalid value for option ''--every'': \"two\" is not a whole number; see'",
    "mean --sharpest 0, --sharpest: The number of sharpest frames is 0",
    "mean --rejected map.png, --rejected: Only a clipped mean rejects anything",
    "clipped-mean --rejected map.jpg, --rejected: Numbers of frames cannot be written",
    "mean --align sky, --align is \"sky\"; it must be one of none, shift, scene, stars",
    "mean --sky-view 1;2;3, --sky-view: \"1;2;3\" is not a view of the sky; give latitude",
    "mean --align stars --resample fine, --resample is \"fine\"; it must be one of cubic",
    "mean --resample lanczos, --resample: only frames that are moved",
    "mean --align scene --sharpen 0.5, --sharpen: it gives back what a finer grid blurs",
    "mean --align scene --scale 2 --sharpen 7, --sharpen: The sharpening is 7",
    "mean --recipe none.json, none.json is not there; name a recipe"
  })
  void whatIsRefusedNamesItsOption(String options, String told) throws Exception {
    List<String> words = new ArrayList<>(List.of("blend"));
    words.addAll(List.of(options.split(" ")));
    words.add(2, DEMO.toString());
    words.addAll(List.of("--out", in("r.tif")));
    CommandLineRun run = CommandLineRun.of(words.toArray(String[]::new));
    assertThat(run.code()).isEqualTo(2);
    assertThat(run.lastError()).startsWith(told);
    assertThat(Files.exists(folder.resolve("r.tif"))).isFalse();
  }

  @Test
  void anEmptyFolderIsNamed() throws Exception {
    Path empty = Files.createDirectory(folder.resolve("empty"));
    CommandLineRun run = CommandLineRun.of("blend", "mean", empty.toString(), "--out", in("r.tif"));
    assertThat(run.code()).isEqualTo(1);
    assertThat(run.lastError()).contains("There is no picture in " + empty);
  }

  @Test
  void framesAreCalibratedEvenedOutAndDevelopedAndAllOfItIsTold() throws Exception {
    JsonNode made =
        CommandLineRun.done(
                "blend",
                "lighten",
                DEMO.toString(),
                "--run",
                "1",
                "--every",
                "8",
                "--hot-pixels",
                "auto",
                "--match-light",
                "--develop",
                "exposure=0.5,neutral=auto",
                "--out",
                in("r.tif"),
                "--json")
            .json();
    assertThat(made.get("used").asInt()).isEqualTo(6);
    assertThat(made.get("sentence").asText())
        .contains("repair their hot pixels")
        .contains("bring their skies to one brightness")
        .contains("develop all alike (neutral=auto, exposure=0.5)");
    assertThat(made.get("command").asText())
        .contains("--hot-pixels auto --match-light --develop neutral=auto,exposure=0.5");
    CommandLineRun.done("blend", "--recipe", in("r.tif"), "--out", in("again.tif"));
    assertThat(samples(folder.resolve("again.tif"))).isEqualTo(samples(folder.resolve("r.tif")));
  }

  @Test
  void aLightIsTracedToItsFrame() throws Exception {
    Path frames = Files.createDirectory(folder.resolve("frames"));
    for (int i = 0; i < 5; i++) {
      BufferedImage image = new BufferedImage(80, 60, BufferedImage.TYPE_INT_RGB);
      for (int y = 0; y < 60; y++) {
        for (int x = 0; x < 80; x++) {
          image.setRGB(x, y, 0x202020);
        }
      }
      if (i == 3) {
        image.setRGB(41, 30, 0x20c020);
      }
      ImageIO.write(image, "png", frames.resolve("f" + i + ".png").toFile());
    }
    JsonNode told =
        CommandLineRun.done("whose", frames.toString(), "--at", "40,30", "--json").json();
    assertThat(told.get("frames")).hasSize(5);
    assertThat(told.at("/frames/0/file").asText()).endsWith("f3.png");
    assertThat(told.at("/frames/0/value").asDouble()).isCloseTo(192 / 255.0, within(1e-9));
    assertThat(told.at("/frames/0/excess").asDouble()).isCloseTo(160 / 255.0, within(1e-9));
    assertThat(told.at("/frames/1/excess").asDouble()).isZero();
    JsonNode beside =
        CommandLineRun.done(
                "whose", frames.toString(), "--at", "40,30", "--radius", "0.5", "--json")
            .json();
    assertThat(beside.at("/frames/0/excess").asDouble()).isZero();
    assertThat(CommandLineRun.of("whose", frames.toString(), "--at", "400,30").code()).isEqualTo(2);
    assertThat(CommandLineRun.of("whose", frames.toString(), "--at", "here").code()).isEqualTo(2);
  }

  @ParameterizedTest
  @CsvSource({
    "--develop, glow=1",
    "--edge, 3",
    "--ground-method, median",
    "--hold-ground, ''",
    "--dark, no/such/folder"
  })
  void whatDoesNotFitEndsWithASentence(String option, String value) throws Exception {
    List<String> words = new ArrayList<>(List.of("blend", "mean", DEMO.toString(), "--run", "2"));
    words.add(option);
    if (!value.isEmpty()) {
      words.add(value);
    }
    words.addAll(List.of("--out", in("r.tif")));
    CommandLineRun run = CommandLineRun.of(words.toArray(new String[0]));
    assertThat(run.code()).isIn(1, 2);
    assertThat(folder.resolve("r.tif")).doesNotExist();
  }
}
