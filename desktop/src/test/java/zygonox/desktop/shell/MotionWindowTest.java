package zygonox.desktop.shell;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/** The stage Motion by keys: look through the clip, play it, make it. */
class MotionWindowTest extends WindowTest {
  @Start
  void start(Stage window) throws Exception {
    show(window);
  }

  private String caption() {
    return shell.picture().captionProperty().get();
  }

  private String bent() {
    Label part = find("#setting-bend");
    return part == null ? "" : part.getText();
  }

  @Test
  void aClipIsLookedThroughPlayedAndMade(FxRobot robot) throws Exception {
    stage(robot, KeyCode.DIGIT6);
    await(() -> caption().startsWith("picture 1 of 48"));
    focus(robot, "#light-course");
    robot.type(KeyCode.RIGHT, KeyCode.RIGHT);
    await(() -> caption().startsWith("picture 3 of 48"));
    robot.type(KeyCode.END);
    await(() -> caption().startsWith("picture 48 of 48"));
    // Nothing is bent before the light is measured.
    await(
        () -> {
          robot.type(KeyCode.UP);
          return bent().equals("bent by hand at one frame");
        });
    robot.type(KeyCode.LEFT, KeyCode.DOWN);
    await(() -> bent().equals("bent by hand at 2 frames"));
    robot.type(KeyCode.DELETE);
    await(() -> bent().equals("bent by hand at one frame"));
    robot.type(KeyCode.RIGHT);
    robot.type(KeyCode.SPACE);
    Button play = find("#play");
    await(() -> play.getText().equals("Pause"));
    await(() -> !caption().startsWith("picture 48 of 48"));
    robot.type(KeyCode.SPACE);
    await(() -> play.getText().equals("Play"));
    assertThat(text("#setting-size")).isEqualTo("960 by 640");
    focus(robot, "#setting-size");
    robot.type(KeyCode.ENTER);
    robot.interact(() -> this.<TextField>find("#editor-size").setText("480 by 320"));
    robot.type(KeyCode.ENTER);
    await(() -> text("#setting-size").equals("480 by 320"));
    robot.press(KeyCode.CONTROL).type(KeyCode.ENTER).release(KeyCode.CONTROL);
    WaitForAsyncUtils.waitForFxEvents();
    Path made = folder.resolve("results").resolve("clip.webm");
    await(() -> Files.exists(made));
  }
}
