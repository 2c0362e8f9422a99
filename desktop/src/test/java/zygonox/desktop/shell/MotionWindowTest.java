package zygonox.desktop.shell;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import javafx.scene.control.Button;
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

  @Test
  void aClipIsLookedThroughPlayedAndMade(FxRobot robot) throws Exception {
    stage(robot, KeyCode.DIGIT6);
    await(() -> caption().startsWith("frame 1 of 48"));
    focus(robot, "#light-course");
    robot.type(KeyCode.RIGHT, KeyCode.RIGHT);
    await(() -> caption().startsWith("frame 3 of 48"));
    robot.type(KeyCode.END);
    await(() -> caption().startsWith("frame 48 of 48"));
    robot.type(KeyCode.SPACE);
    Button play = find("#play");
    await(() -> play.getText().equals("Pause"));
    await(() -> !caption().startsWith("frame 48 of 48"));
    robot.type(KeyCode.SPACE);
    await(() -> play.getText().equals("Play"));
    assertThat(text("#setting-size")).isEqualTo("960 by 640");
    robot.press(KeyCode.CONTROL).type(KeyCode.ENTER).release(KeyCode.CONTROL);
    WaitForAsyncUtils.waitForFxEvents();
    Path made = folder.resolve("results").resolve("clip.webm");
    await(() -> Files.exists(made));
  }
}
