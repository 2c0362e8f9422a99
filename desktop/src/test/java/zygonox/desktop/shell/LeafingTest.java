package zygonox.desktop.shell;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import zygonox.desktop.stage.StageName;
import zygonox.desktop.tasks.SteppedTasks;
import zygonox.desktop.theme.Theme;

/** Leafing through the frames and along the wall, the work beside the window stepped by hand. */
class LeafingTest extends WindowTest {
  private final SteppedTasks tasks = new SteppedTasks();

  @Start
  void start(Stage window) throws Exception {
    show(window, tasks);
    tasks.step();
  }

  @Test
  void whoLeafsFasterThanFramesAreDecodedSeesTheLastOne(FxRobot robot) {
    open(robot, StageName.FRAMES, "one-by-one");
    focus(robot, "#frames");
    robot.interact(tasks::step);
    List<String> captions = new ArrayList<>();
    int decoded = tasks.begun("frame");
    robot.interact(() -> shell.picture().captionProperty().subscribe(text -> captions.add(text)));
    for (int i = 0; i < 12; i++) {
      robot.type(KeyCode.DOWN);
    }
    // Nothing was decoded while the keys came; now the last one is, and no other.
    robot.interact(tasks::step);
    assertThat(captions)
        .contains("star-trails-0013.jpg (coarse, decoding ...)")
        .endsWith("star-trails-0013.jpg");
    assertThat(captions.subList(1, captions.size()))
        .allMatch(c -> c.startsWith("star-trails-0013"));
    assertThat(tasks.begun("frame") - decoded).isEqualTo(1);
    assertThat(shell.picture().pixelsProperty().get().scale()).isEqualTo(1);
  }

  @Test
  void theWallsPicturesAreRedInEmber(FxRobot robot) throws Exception {
    robot.interact(() -> shell.themeProperty().set(Theme.EMBER));
    open(robot, StageName.FRAMES, "wall");
    await(() -> tasks.waits("thumbnails"));
    robot.interact(tasks::step);
    assertThat(tasks.begun("thumbnails")).isPositive();
    assertRed(robot, shell);
    robot.interact(() -> shell.themeProperty().set(Theme.DUSK));
  }
}
