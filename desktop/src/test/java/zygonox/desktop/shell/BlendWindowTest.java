package zygonox.desktop.shell;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javafx.scene.control.ListView;
import javafx.scene.control.MenuButton;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import zygonox.core.combine.BlendMethod;
import zygonox.core.format.PictureReader;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameSet;
import zygonox.core.mend.Stray;
import zygonox.core.raster.Raster;
import zygonox.core.recipe.Align;
import zygonox.core.recipe.RecipeFile;
import zygonox.desktop.picture.PictureModel;
import zygonox.desktop.start.DemoShow;

/** The stage Blend: what is added by keys, variants, and that what is saved is what is shown. */
class BlendWindowTest extends WindowTest {
  /** Where the first of the frames of run 2 has a star that has moved on in the others. */
  private static final int STAR_X = 729;

  private static final int STAR_Y = 39;

  @Start
  void start(Stage window) throws Exception {
    show(window);
  }

  private void blend(FxRobot robot, BlendMethod method) throws Exception {
    robot.interact(() -> shell.blend().model().setMethod(method));
    robot.clickOn("#blend");
    await(
        () ->
            shell.blend().model().resultProperty().get() != null
                && shell.blend().model().resultProperty().get().method() == method);
    await(() -> shell.picture().captionProperty().get().startsWith(method.term()));
  }

  private void fewFrames(FxRobot robot) {
    stage(robot, KeyCode.DIGIT5);
    robot.interact(() -> shell.blend().model().setRun(1));
  }

  @Test
  void whatCouldBeAddedIsTakenByKeysAndUndone(FxRobot robot) throws Exception {
    fewFrames(robot);
    robot.interact(() -> shell.blend().model().setMethod(BlendMethod.MEAN));
    focus(robot, "#offers-more");
    robot.type(KeyCode.SPACE);
    MenuButton offers = find("#offers-more");
    await(offers::isShowing);
    robot.type(KeyCode.DOWN, KeyCode.ENTER);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(text("#setting-align")).isEqualTo("align them on the stars");
    robot.press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(shell.lookup("#setting-align")).isNull();
  }

  @Test
  void variantsStandSideBySideAndWhatIsSavedIsWhatIsShown(FxRobot robot) throws Exception {
    fewFrames(robot);
    blend(robot, BlendMethod.MEAN);
    blend(robot, BlendMethod.LIGHTEN);
    ListView<?> list = find("#variants");
    assertThat(list.getItems()).hasSize(2);
    assertThat(shell.picture().otherCaptionProperty().get())
        .contains("Take 16 frames and blend them by mean.");
    // The older one is looked at; the sentence has moved on meanwhile.
    robot.interact(() -> list.getSelectionModel().select(1));
    await(() -> shell.picture().captionProperty().get().startsWith("mean"));
    robot.interact(() -> shell.blend().model().setMethod(BlendMethod.DARKEN));
    assertThat(((TextField) find("#target")).getText()).isEqualTo("results/mean.tif");
    robot.clickOn("#save");
    Path saved = folder.resolve("results").resolve("mean.tif");
    await(() -> Files.exists(saved));
    assertThat(RecipeFile.read(saved).recipe().method()).isEqualTo(BlendMethod.MEAN);
    assertThat(RecipeFile.read(saved).frames()).hasSize(16);
    robot.clickOn("#go-back");
    assertThat(text("#setting-method")).isEqualTo("mean");
    robot.press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(text("#setting-method")).isEqualTo("darken");
    robot.clickOn("#forget");
    await(() -> list.getItems().size() == 1);
  }

  @Test
  void aLineIsDrawnByKeysAndGoesWithTheNextBlend(FxRobot robot) throws Exception {
    fewFrames(robot);
    blend(robot, BlendMethod.LIGHTEN);
    robot.press(KeyCode.CONTROL);
    robot.type(KeyCode.PAGE_DOWN, KeyCode.PAGE_DOWN).release(KeyCode.CONTROL);
    await(() -> text("#clean-said").contains("not been looked for"));
    PictureModel picture = shell.picture();
    // A star's trail: each of its pieces is in one frame.
    robot.interact(() -> shell.lookup("#picture").requestFocus());
    robot.type(KeyCode.DIGIT1);
    robot.interact(() -> picture.lookAt(STAR_X - 4, STAR_Y));
    robot.type(KeyCode.E);
    assertThat(picture.outlinesProperty().get()).hasSize(1);
    robot.interact(() -> picture.lookAt(STAR_X + 4, STAR_Y));
    robot.type(KeyCode.E);
    ListView<?> lines = find("#lines");
    await(() -> lines.getItems().size() == 1);
    assertThat(shell.blend().model().sentenceProperty().get().text())
        .contains("take out the lines");
    robot.interact(lines::requestFocus);
    robot.type(KeyCode.SPACE);
    assertThat(lines.getItems()).isEmpty();
    robot.press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
    assertThat(lines.getItems()).hasSize(1);
    robot.clickOn("#clean-blend");
    await(() -> shell.blend().model().resultProperty().get().mended().removed(Stray.LINE) == 1);
    robot.press(KeyCode.CONTROL);
    robot.type(KeyCode.PAGE_DOWN, KeyCode.PAGE_DOWN).release(KeyCode.CONTROL);
    await(() -> text("#clean-said").startsWith("Lines taken out: 1"));
    assertThat(picture.outlinesProperty().get()).hasSize(1);
  }

  @Test
  void oneFrameIsDevelopedBesideItselfAndAGreyPlaceIsPointedAt(FxRobot robot) throws Exception {
    fewFrames(robot);
    robot.press(KeyCode.CONTROL).type(KeyCode.PAGE_DOWN).release(KeyCode.CONTROL);
    PictureModel picture = shell.picture();
    await(() -> picture.captionProperty().get().equals("still-stars-0001.jpg, developed"));
    assertThat(picture.otherCaptionProperty().get()).endsWith("as it was taken");
    robot.interact(() -> shell.lookup("#picture").requestFocus());
    robot.type(KeyCode.E);
    assertThat(text("#setting-develop")).isEqualTo("neutral=480:320");
    robot.interact(() -> shell.lookup("#setting-develop").requestFocus());
    robot.type(KeyCode.UP);
    assertThat(text("#setting-develop")).contains("exposure=0.33").contains("neutral=480:320");
    robot.press(KeyCode.CONTROL).type(KeyCode.Z).type(KeyCode.Z).release(KeyCode.CONTROL);
    assertThat(text("#setting-develop")).isEqualTo("not at all");
  }

  @Test
  void whatCountsAsSkyIsPaintedByKeysAndUndone(FxRobot robot) throws Exception {
    fewFrames(robot);
    robot.interact(() -> shell.blend().model().setMethod(BlendMethod.MEAN));
    robot.press(KeyCode.CONTROL).type(KeyCode.PAGE_UP).release(KeyCode.CONTROL);
    robot.clickOn("#sky-blend");
    await(() -> shell.blend().model().resultProperty().get() != null);
    await(() -> shell.picture().captionProperty().get().startsWith("mean"));
    robot.press(KeyCode.CONTROL).type(KeyCode.PAGE_UP).release(KeyCode.CONTROL);
    PictureModel picture = shell.picture();
    await(() -> picture.brushProperty().get() != null);
    robot.interact(() -> shell.lookup("#picture").requestFocus());
    robot.type(KeyCode.DIGIT1);
    robot.interact(() -> picture.lookAt(480, 100));
    assertThat(picture.veilProperty().get().covers(480, 100)).isFalse();
    robot.type(KeyCode.E);
    assertThat(picture.veilProperty().get().covers(480, 100)).isTrue();
    Path mask = folder.resolve("masks").resolve("sky-1.png");
    await(() -> text("#setting-sky-by").equals("what you have drawn"));
    assertThat(mask).exists();
    // With the mouse: the button that moves pictures elsewhere paints here.
    robot.moveTo("#picture").press(MouseButton.PRIMARY).moveBy(30, 0).release(MouseButton.PRIMARY);
    await(() -> Files.exists(folder.resolve("masks").resolve("sky-2.png")));
    await(
        () ->
            shell.night().night().recipe().orElseThrow().ground().orElseThrow().mask().stream()
                .anyMatch(f -> f.endsWith("sky-2.png")));
    robot.press(KeyCode.CONTROL).type(KeyCode.Z).type(KeyCode.Z).release(KeyCode.CONTROL);
    await(() -> text("#setting-sky-by").equals("what moves as the stars do"));
    await(() -> !picture.veilProperty().get().covers(480, 100));
    robot.press(KeyCode.CONTROL).type(KeyCode.PAGE_UP).release(KeyCode.CONTROL);
    assertThat(picture.veilProperty().get()).isNull();
    assertThat(picture.brushProperty().get()).isNull();
  }

  @Test
  void savingDoesNotEndABlendThatRuns(FxRobot robot) throws Exception {
    fewFrames(robot);
    blend(robot, BlendMethod.MEAN);
    robot.interact(
        () -> {
          shell.blend().model().setMethod(BlendMethod.MEDIAN);
          shell.blend().start();
        });
    robot.clickOn("#save");
    await(() -> Files.exists(folder.resolve("results").resolve("mean.tif")));
    await(() -> shell.blend().model().resultProperty().get().method() == BlendMethod.MEDIAN);
    assertThat(((ListView<?>) find("#variants")).getItems()).hasSize(2);
  }

  @Test
  void aResultOfANightThatWasLeftLiesInThatNight(FxRobot robot) throws Exception {
    fewFrames(robot);
    robot.interact(
        () -> {
          shell.blend().model().setMethod(BlendMethod.MEAN);
          shell.blend().start();
          // Other frames are loaded, as when another night is opened.
          FrameSet set = shell.night().framesProperty().get();
          shell
              .night()
              .load(new FrameSet(set.frames().subList(0, 20), List.of(), set.assumedOffset()));
        });
    Path variants = folder.resolve("variants");
    await(
        () -> {
          try (var files = Files.list(variants)) {
            return files.anyMatch(f -> f.getFileName().toString().equals("mean-1.tif"));
          }
        });
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(shell.blend().model().resultProperty().get()).isNull();
    assertThat(List.of(RecipeFile.read(variants.resolve("mean-1.tif")).recipe().align()))
        .containsExactly(Align.NONE);
  }

  @Test
  void theDemoNightsTrailsGrowAtOnce(FxRobot robot) throws Exception {
    System.setProperty("zygonox.demo", Path.of("..", "demo", "windmill-night").toString());
    robot.interact(() -> shell.openDemo(DemoShow.WINDMILL_NIGHT));
    await(() -> shell.blend().model().resultProperty().get() != null);
    assertThat(shell.blend().model().resultProperty().get().used()).isEqualTo(48);
  }

  @Test
  void aDemoNightIsShotOnTheSpotAndBlended(FxRobot robot) throws Exception {
    System.setProperty("zygonox.demo", Path.of("..", "demo", "windmill-night").toString());
    robot.interact(() -> shell.openDemo(DemoShow.TRAFFIC));
    await(() -> shell.blend().model().resultProperty().get() != null);
    assertThat(shell.blend().model().resultProperty().get().used()).isEqualTo(24);
    Path night = home().folder().resolve("traffic");
    assertThat(night.resolve("frames").resolve("truth.json")).exists();
    // A second time the frames are there.
    assertThat(DemoNight.isShot(night, DemoShow.TRAFFIC)).isTrue();
  }

  @Test
  void aLightIsToldByItsFrameAndLedTo(FxRobot robot) throws Exception {
    stage(robot, KeyCode.DIGIT5);
    blend(robot, BlendMethod.LIGHTEN);
    Raster trails = PictureReader.readWhole(Frame.look(result()));
    Frame first = shell.night().framesProperty().get().frames().get(0);
    Raster one = PictureReader.readWhole(first);
    int x = 20;
    int y = 20;
    // Somewhere on a trail that the first frame has not drawn yet.
    while (trails.at(x, y, 1) < 170 || one.at(x, y, 1) > 60) {
      x = x < trails.layout().width() - 20 ? x + 1 : 20;
      y = x == 20 ? y + 1 : y;
    }
    int column = x;
    int row = y;
    robot.interact(() -> shell.picture().askedProperty().get().about(column, row, 1));
    await(() -> shell.lookup("#offered") != null && shell.lookup("#offered").isVisible());
    robot.clickOn("#offered");
    await(() -> shell.lookup("#frames") != null);
    Raster led = PictureReader.readWhole(shell.night().selectedProperty().get());
    int brightest = 0;
    for (int i = -2; i <= 2; i++) {
      for (int j = -2; j <= 2; j++) {
        brightest = Math.max(brightest, led.at(x + i, y + j, 1));
      }
    }
    assertThat(brightest).isGreaterThan(150);
  }

  private Path result() throws Exception {
    try (var files = Files.list(folder.resolve("variants"))) {
      return files.filter(f -> f.toString().endsWith(".tif")).findFirst().orElseThrow();
    }
  }
}
