package zygonox.desktop.shell;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import zygonox.core.format.PictureReader;
import zygonox.core.frame.Frame;
import zygonox.core.night.NightFile;
import zygonox.desktop.theme.Theme;

/** The real window on a copy of the demo night, from sentence to saved file. */
class ShellTest extends WindowTest {
  @Start
  void start(Stage window) throws Exception {
    show(window);
  }

  @Test
  void aSentenceIsChangedByKeysUndoneAndSaved(FxRobot robot) {
    stage(robot, KeyCode.DIGIT2);
    focus(robot, "#setting-count");
    robot.type(KeyCode.UP);
    assertThat(text("#setting-count")).isEqualTo("49 frames");
    assertThat(NightFile.open(folder).night().programs().get(0).interval().count()).isEqualTo(49);
    robot.type(KeyCode.ENTER);
    TextField editor = (TextField) shell.lookup("#editor-count");
    robot.interact(() -> editor.setText("0"));
    assertThat(((Label) shell.lookup(".consequence")).getText()).contains("between 1 and");
    robot.type(KeyCode.ENTER);
    assertThat(shell.lookup("#editor-count")).isNotNull();
    robot.type(KeyCode.ESCAPE);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(text("#setting-count")).isEqualTo("49 frames");
    robot.press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
    assertThat(text("#setting-count")).isEqualTo("48 frames");
    assertThat(NightFile.open(folder).night().programs().get(0).interval().count()).isEqualTo(48);
  }

  @Test
  void rehearseBlendCompareAndSave(FxRobot robot) throws Exception {
    robot.interact(
        () ->
            shell
                .night()
                .edit(
                    "count",
                    shell
                        .night()
                        .program()
                        .orElseThrow()
                        .withInterval(
                            shell.night().program().orElseThrow().interval().withCount(6))));
    stage(robot, KeyCode.DIGIT3);
    robot.clickOn("#rehearse");
    await(() -> shell.night().framesProperty().get().frames().size() == 6);
    await(() -> shell.lookup("#frames") != null);
    assertThat(((ListView<?>) shell.lookup("#frames")).getItems()).hasSize(6);

    stage(robot, KeyCode.DIGIT5);
    robot.clickOn("#blend");
    await(() -> shell.blend().model().resultProperty().get() != null);
    await(() -> shell.picture().otherProperty().get() != null);
    assertThat(shell.blend().model().resultProperty().get().used()).isEqualTo(6);
    focus(robot, "#picture");
    robot.press(KeyCode.SPACE);
    assertThat(shell.picture().showingOtherProperty().get()).isTrue();
    robot.release(KeyCode.SPACE);
    assertThat(shell.picture().showingOtherProperty().get()).isFalse();
    robot.type(KeyCode.DIGIT1);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(text(".picture-caption")).endsWith("100\u00a0%");

    Path target = folder.resolve("results").resolve("mine.png");
    robot.interact(() -> ((TextField) shell.lookup("#target")).setText(target.toString()));
    robot.clickOn("#save");
    await(() -> Files.exists(target));
    assertThat(PictureReader.readWhole(Frame.look(target)).layout().width()).isEqualTo(1000);
    await(() -> text("#message").startsWith("Saved"));
    robot.clickOn("#save");
    await(() -> text("#message").contains("already there"));
  }

  @Test
  void inEmberNoPixelIsGreenOrBlue(FxRobot robot) throws Exception {
    robot.interact(() -> shell.themeProperty().set(Theme.EMBER));
    stage(robot, KeyCode.DIGIT2);
    await(() -> shell.picture().pixelsProperty().get() != null);
    stage(robot, KeyCode.DIGIT4);
    focus(robot, "#frames-path");
    assertRed(robot, shell);
    robot.type(KeyCode.F1);
    assertRed(robot, shell);
    robot.type(KeyCode.F1);
    stage(robot, KeyCode.DIGIT1);
    assertRed(robot, shell);
    stage(robot, KeyCode.DIGIT2);
    focus(robot, "#setting-iso");
    robot.moveTo("#setting-exposure");
    assertRed(robot, shell);
    robot.type(KeyCode.ENTER);
    assertRed(robot, shell);
    robot.type(KeyCode.ESCAPE);
    robot.interact(() -> shell.themeProperty().set(Theme.DUSK));
  }

  @Test
  void aCancelledBlendGivesThePictureOfBeforeBack(FxRobot robot) throws Exception {
    stage(robot, KeyCode.DIGIT5);
    robot.clickOn("#blend");
    await(() -> shell.picture().otherProperty().get() != null);
    String before = shell.picture().captionProperty().get();
    var picture = shell.picture().pixelsProperty().get();
    robot.interact(
        () -> {
          shell.blend().start();
          shell.cancel();
        });
    await(() -> text("#message").startsWith("Cancelled"));
    assertThat(shell.picture().captionProperty().get()).isEqualTo(before);
    assertThat(shell.picture().pixelsProperty().get()).isSameAs(picture);
  }

  @Test
  void theLensIsPointedByKeysAndByDraggingTheSky(FxRobot robot) {
    stage(robot, KeyCode.DIGIT1);
    assertThat(text("#darkness")).startsWith("Dark from 20:12 to 05:38.");
    focus(robot, "#sky-chart");
    robot.type(KeyCode.RIGHT).type(KeyCode.UP);
    assertThat(text("#setting-azimuth")).isEqualTo("N 5°");
    assertThat(text("#setting-altitude")).isEqualTo("28° up");
    robot.drag("#sky-chart").moveBy(-60, 0).drop();
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(shell.night().program().orElseThrow().facing().azimuthDeg()).isGreaterThan(6);
    focus(robot, "#setting-time");
    String before = text("#setting-time");
    robot.type(KeyCode.UP);
    assertThat(text("#setting-time")).isNotEqualTo(before);
    robot.press(KeyCode.CONTROL).type(KeyCode.Z).release(KeyCode.CONTROL);
  }

  @Test
  void aFolderThatIsNotThereIsToldInTheWindow(FxRobot robot) throws Exception {
    stage(robot, KeyCode.DIGIT4);
    robot.interact(
        () -> {
          TextField path = (TextField) shell.lookup("#frames-path");
          path.setText("/no/such/folder");
          path.getOnAction().handle(null);
        });
    await(() -> text("#message").contains("/no/such/folder is not there"));
    assertThat(shell.night().framesProperty().get().frames()).hasSize(64);
  }
}
