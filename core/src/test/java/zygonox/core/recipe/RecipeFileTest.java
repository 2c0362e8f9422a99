package zygonox.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import zygonox.core.align.Kernel;
import zygonox.core.align.SkyView;
import zygonox.core.combine.AverageIn;
import zygonox.core.combine.BlendMethod;
import zygonox.core.develop.OwnLight;
import zygonox.core.format.Depth;
import zygonox.core.format.JpegQuality;
import zygonox.core.format.PictureReader;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameKind;
import zygonox.core.frame.FrameSet;
import zygonox.core.frame.TestPictures;
import zygonox.core.mend.ChosenLine;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.WholeFile.IfPresent;

class RecipeFileTest {
  @TempDir Path folder;

  private Recipe full() {
    Selection selection =
        new Selection(
            List.of(folder.resolve("frames"), folder.resolve("more/b 7.tif")),
            OptionalInt.of(2),
            OptionalInt.of(4),
            Optional.of(FrameKind.SKY),
            Optional.of(OffsetDateTime.parse("2026-10-14T21:10:00+01:00")),
            Optional.of(OffsetDateTime.parse("2026-10-15T01:00:30+01:00")),
            3,
            List.of(folder.resolve("frames/f9.tif")));
    return Recipe.of(selection, BlendMethod.CLIPPED_MEAN)
        .withKappa(2.5)
        .withOwnLight(
            Map.of(folder.resolve("frames/f2.tif"), OwnLight.parse("f=-0.5,4200").light()))
        .withWeights(Weights.QUALITY)
        .withSharpest(OptionalInt.of(12))
        .withAlign(Align.STARS, Optional.of(folder.resolve("frames/f1.tif")))
        .withSkyView(Optional.of(SkyView.parse("54.42,62,34.5,83.97")))
        .withKernel(Kernel.LANCZOS)
        .withMending(
            new Mending(
                true,
                false,
                List.of(
                    ChosenLine.of(folder.resolve("frames/f3.tif"), 10, 20.5, 300, 41, 5, true),
                    ChosenLine.of(folder.resolve("frames/f4.tif"), 1, 2, 30, 4, 6.5, false),
                    ChosenLine.parse(folder.resolve("frames/f4.tif") + "=5,6,70,80,4,-9.5", true),
                    ChosenLine.parseLight(folder.resolve("frames/f5.tif") + "=9,8,90,80,700"))))
        .withCrop(new Crop(0.8))
        .withDepth(Depth.SIXTEEN)
        .withJpeg(new JpegQuality(88, true));
  }

  @Test
  void comesBackAsItWasWithPathsFromItsOwnPlace() throws Exception {
    Path file = Files.createDirectory(folder.resolve("recipes")).resolve("r.json");
    RecipeFile.write(full(), file, IfPresent.REFUSE);
    assertThat(Files.readString(file))
        .contains("\"../frames\"")
        .contains("\"zygonox-recipe\"")
        .doesNotContain(folder.toString());
    assertThat(RecipeFile.read(file).recipe()).isEqualTo(full());
    assertThat(RecipeFile.read(file).made()).isEmpty();
    // Moved with its frames it names them still.
    Path moved = Files.createDirectory(folder.resolve("elsewhere"));
    Files.createDirectory(moved.resolve("recipes"));
    Files.copy(file, moved.resolve("recipes/r.json"));
    assertThat(RecipeFile.read(moved.resolve("recipes/r.json")).recipe().selection().paths())
        .contains(moved.resolve("frames"));
  }

  @Test
  void aFinerGridComesBackWithItsSharpening() throws Exception {
    Recipe finer =
        Recipe.of(Selection.of(List.of(folder.resolve("frames"))), BlendMethod.MEAN)
            .withAlign(Align.SCENE, Optional.empty())
            .withScale(3)
            .withSharpen(0.35);
    Path file = folder.resolve("finer.json");
    RecipeFile.write(finer, file, IfPresent.REFUSE);
    assertThat(RecipeFile.read(file).recipe()).isEqualTo(finer);
  }

  @Test
  void whatBelongsToAWayOfAligningEndsWithIt() {
    Recipe stars = full();
    Recipe scene = stars.withAlign(Align.SCENE, Optional.empty());
    assertThat(scene.skyView()).isEmpty();
    assertThat(scene.kernel()).isEqualTo(Kernel.LANCZOS);
    assertThat(scene.withAlign(Align.NONE, Optional.empty()).kernel()).isEqualTo(Kernel.CUBIC);
    assertThat(scene.withScale(2).kernel()).isEqualTo(Kernel.CUBIC);
    assertThatThrownBy(() -> scene.withSkyView(stars.skyView()).checked())
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("--align stars");
    assertThatThrownBy(() -> scene.withScale(2).withKernel(Kernel.LANCZOS).checked())
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("their own size");
  }

  @Test
  void whatIsUsualIsNotWritten() {
    Recipe plain = Recipe.of(Selection.of(List.of(folder)), BlendMethod.LIGHTEN);
    assertThat(new RecipeJson(folder).write(plain).toString())
        .isEqualTo(
            "{\"format\":\"zygonox-recipe\",\"version\":1,"
                + "\"paths\":[\".\"],\"method\":\"lighten\"}");
  }

  @Test
  void whatANewerVersionAddsSurvivesAndWhatItChangesIsRefused() throws Exception {
    Path file = folder.resolve("r.json");
    Files.writeString(
        file,
        "{\"format\":\"zygonox-recipe\",\"version\":1,\"paths\":[\"a\"],"
            + "\"method\":\"mean\",\"moonlight\":{\"off\":true}}");
    Recipe recipe = RecipeFile.read(file).recipe();
    RecipeFile.write(recipe.withMethod(BlendMethod.SUM), file, IfPresent.REPLACE);
    assertThat(Files.readString(file)).contains("moonlight").contains("sum");
    Files.writeString(file, "{\"format\":\"zygonox-recipe\",\"version\":2}");
    assertThatThrownBy(() -> RecipeFile.read(file))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("newer Zygonox (recipe version 2");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "[1]|it lacks",
        "{ \"format\": |damaged at line 1",
        "{\"format\":\"other\"}|it lacks",
        "{\"format\":\"zygonox-recipe\",\"version\":1}|\"method\" is missing",
        "{\"format\":\"zygonox-recipe\",\"version\":1,\"method\":\"melt\"}|must be one of lighten",
        "{\"format\":\"zygonox-recipe\",\"version\":1,\"method\":\"lighten\",\"kappa\":2}|no meaning for"
      })
  void whatCannotBeUsedIsRefusedWithTheFile(String text, String told) throws Exception {
    Path file = Files.writeString(folder.resolve("r.json"), text);
    assertThatThrownBy(() -> RecipeFile.read(file))
        .isInstanceOf(InvalidInput.class)
        .hasMessageStartingWith(file.toString())
        .hasMessageContaining(told);
  }

  @Test
  void aFileThatIsNotThereIsTold() {
    assertThatThrownBy(() -> RecipeFile.read(folder.resolve("none.json")))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("is not there; name a recipe");
  }

  private List<Path> frames(int count, int size) {
    List<Path> files = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      files.add(
          TestPictures.write(
              folder.resolve("Größe f%04d.tif".formatted(9_998 + i)),
              TestPictures.random(new PixelLayout(size, 20, 3, 16), i),
              TestPictures.info("2026-10-14T22:00:%02d".formatted(i), "+01:00")));
    }
    return files;
  }

  @ParameterizedTest
  @ValueSource(strings = {"r.tif", "r.png", "r.jpg", "r.fits"})
  void everyResultTellsHowItWasMade(String name) throws Exception {
    List<Path> files = frames(6, 24);
    Recipe recipe =
        Recipe.of(Selection.of(files), BlendMethod.MEAN).withAverageIn(AverageIn.ENCODED);
    FrameSet set = FrameFinder.find(files, Progress.NONE, new Cancellation());
    Path out = Files.createDirectories(folder.resolve("sub folder")).resolve(name);
    TestRecipes.blend(recipe, set, out);
    RecipeFile read = RecipeFile.read(out);
    assertThat(read.recipe()).isEqualTo(recipe);
    assertThat(read.made()).isPresent();
    assertThat(read.frames()).isEqualTo(files);
    // The same recipe on the same frames gives the same samples.
    Path again = out.resolveSibling("again " + name);
    TestRecipes.blend(read.recipe(), set, again);
    assertThat(PictureReader.readWhole(Frame.look(again)).samples())
        .isEqualTo(PictureReader.readWhole(Frame.look(out)).samples());
  }

  /** A JPEG's segment holds 64 kB: the rest goes into further ones. */
  @ParameterizedTest
  @ValueSource(strings = {"r.jpg", "r.tif", "r.fits"})
  void aVeryLongRecipeIsKeptToo(String name) {
    List<Path> drop = new ArrayList<>();
    for (int i = 0; i < 4000; i++) {
      drop.add(folder.resolve("frames of the long night/%d x.tif".formatted(i * 7)));
    }
    Selection plain = Selection.of(frames(2, 24));
    Selection selection = plain.withDrop(drop);
    FrameSet set = FrameFinder.find(plain.paths(), Progress.NONE, new Cancellation());
    Path out = folder.resolve(name);
    TestRecipes.blend(Recipe.of(selection, BlendMethod.LIGHTEN), set, out);
    assertThat(RecipeFile.read(out).recipe().selection().drop()).isEqualTo(drop);
  }

  @Test
  void aPictureOfAnotherMakeHoldsNone() {
    Path frame = frames(1, 24).get(0);
    assertThatThrownBy(() -> RecipeFile.read(frame))
        .isInstanceOf(InvalidInput.class)
        .hasMessageContaining("no recipe is written in it");
  }

  @Test
  void numberedFilesAreToldByTheFirstAndTheLast() {
    List<String> paths =
        List.of("a/f0998.tif", "a/f0999.tif", "a/f1000.tif", "a/f1001.tif", "b/x.tif", "b/f1.tif");
    List<Object> gathered = NumberedRun.gather(paths);
    assertThat(gathered)
        .containsExactly(new NumberedRun("a", "f0998.tif", "f1001.tif"), "b/x.tif", "b/f1.tif");
    assertThat(((NumberedRun) gathered.get(0)).paths()).isEqualTo(paths.subList(0, 4));
    assertThat(new NumberedRun("", "f1.tif", "g9.tif").paths()).isEmpty();
    // A number that grows a digit, as cameras do not count but people do.
    assertThat(NumberedRun.gather(List.of("9.tif", "10.tif", "11.tif", "12.tif")))
        .containsExactly(new NumberedRun("", "9.tif", "12.tif"));
  }
}
