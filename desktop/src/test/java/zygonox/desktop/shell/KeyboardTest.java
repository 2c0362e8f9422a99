package zygonox.desktop.shell;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.control.Labeled;
import javafx.scene.control.ListCell;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import zygonox.core.format.PictureReader;
import zygonox.core.frame.Frame;
import zygonox.desktop.stage.StageName;
import zygonox.desktop.start.RecentNights;
import zygonox.desktop.tasks.ThreadedTasks;

/** The window without a mouse, from the nights there are to a saved picture. */
class KeyboardTest extends WindowTest {
  private static final int MOST_TABS = 90;

  private Stage window;

  @Start
  void start(Stage stage) throws Exception {
    window = stage;
    show(stage, new ThreadedTasks(), false);
  }

  @Override
  @BeforeEach
  void waitForFrames() throws Exception {
    await(() -> owner() != null);
  }

  private Node owner() {
    return shell.getScene().getFocusOwner();
  }

  @ParameterizedTest
  @CsvSource({"1024, 700", "1920, 1080"})
  void aNightGoesFromTheStartToASavedPicture(double width, double height, FxRobot robot)
      throws Exception {
    robot.interact(
        () -> {
          window.setWidth(width);
          window.setHeight(height);
        });
    await(() -> owner().getStyleClass().contains("start-night"));
    assertInside("start");
    robot.type(KeyCode.ENTER);
    await(() -> !shell.night().framesProperty().get().frames().isEmpty());
    assertInside("sky");

    stage(robot, KeyCode.DIGIT2);
    tabTo(robot, "setting-count");
    robot.type(KeyCode.ENTER);
    tell(robot, "5");
    assertThat(shell.night().program().orElseThrow().interval().count()).isEqualTo(5);
    assertInside("program");

    stage(robot, KeyCode.DIGIT3);
    tabTo(robot, "rehearse");
    robot.type(KeyCode.SPACE);
    await(() -> shell.night().framesProperty().get().frames().size() == 5);
    await(() -> shell.lookup("#frames") != null);
    assertInside("frames");

    stage(robot, KeyCode.DIGIT4);
    assertThat(owner().getId()).isEqualTo("frames");
    robot.type(KeyCode.DOWN, KeyCode.O);
    assertThat(shell.night().decisionsProperty().get().verdicts()).hasSize(1);

    stage(robot, KeyCode.DIGIT5);
    tabTo(robot, "blend");
    robot.type(KeyCode.SPACE);
    await(() -> shell.blend().model().resultProperty().get() != null);
    assertThat(shell.blend().model().resultProperty().get().used()).isEqualTo(4);
    assertThat(owner().getId()).isEqualTo("picture");
    robot.type(KeyCode.U);
    assertThat(shell.picture().liftedProperty().get()).isTrue();
    tabTo(robot, "target");
    robot.press(KeyCode.CONTROL).type(KeyCode.A).release(KeyCode.CONTROL);
    Path target = folder.resolve("results").resolve("by keys.png");
    tell(robot, target.toString());
    await(() -> Files.exists(target));
    assertThat(PictureReader.readWhole(Frame.look(target)).layout().width()).isEqualTo(1000);
    assertInside("blend");
    stage(robot, KeyCode.DIGIT0);
    assertInside("nights");
  }

  /** Types into the field that has the keys; a robot's keyboard has no letters for a path. */
  private void tell(FxRobot robot, String text) {
    TextField field = (TextField) owner();
    robot.interact(() -> field.setText(text));
    robot.type(KeyCode.ENTER);
    WaitForAsyncUtils.waitForFxEvents();
  }

  private void tabTo(FxRobot robot, String id) {
    for (int i = 0; i < MOST_TABS; i++) {
      if (owner() != null && id.equals(owner().getId())) {
        return;
      }
      robot.type(KeyCode.TAB);
      WaitForAsyncUtils.waitForFxEvents();
    }
    throw new AssertionError("Tab does not lead to " + id + "; the keys are at " + owner());
  }

  /** What can be worked with lies in the window, or in something that scrolls. */
  private void assertInside(String where) {
    WaitForAsyncUtils.waitForFxEvents();
    Scene scene = shell.getScene();
    assertThat(shell.minHeight(scene.getWidth())).as(where).isLessThanOrEqualTo(scene.getHeight());
    List<String> outside = new ArrayList<>();
    for (Node node : reachable(shell, new ArrayList<>(), false)) {
      Bounds bounds = node.localToScene(node.getLayoutBounds());
      if (bounds.getMinX() < -1
          || bounds.getMinY() < -1
          || bounds.getMaxX() > scene.getWidth() + 1
          || bounds.getMaxY() > scene.getHeight() + 1) {
        outside.add(node + " at " + bounds);
      }
    }
    assertThat(outside).as("cut off at " + where).isEmpty();
  }

  private static List<Node> reachable(Node node, List<Node> found, boolean alsoScrolled) {
    if (!node.isVisible()) {
      return found;
    }
    if (node.isFocusTraversable()) {
      found.add(node);
    }
    if (node instanceof Parent parent && (alsoScrolled || !(node instanceof ScrollPane))) {
      parent.getChildrenUnmodifiable().forEach(child -> reachable(child, found, alsoScrolled));
    }
    return found;
  }

  @Test
  void whateverTakesTheKeysHasANameToBeHeardBy(FxRobot robot) throws Exception {
    robot.interact(() -> shell.openNight(folder));
    await(() -> !shell.night().framesProperty().get().frames().isEmpty());
    List<String> nameless = new ArrayList<>();
    for (StageName stage : StageName.values()) {
      robot.interact(() -> shell.go(stage));
      for (Node page : shell.lookupAll(".pages .toggle-button")) {
        robot.interact(page::requestFocus);
        robot.type(KeyCode.SPACE);
        WaitForAsyncUtils.waitForFxEvents();
        for (Node node : reachable(shell, new ArrayList<>(), true)) {
          boolean isNamed =
              node.getAccessibleText() != null && !node.getAccessibleText().isBlank()
                  || node instanceof Labeled labeled && !labeled.getText().isBlank()
                  || node instanceof ListCell;
          if (!isNamed) {
            nameless.add(stage + ": " + node);
          }
        }
      }
    }
    assertThat(nameless).isEmpty();
  }

  @Test
  void aNightThatIsGoneIsSaidToBeAndCanBeTakenOffTheList(FxRobot robot) throws Exception {
    RecentNights recent = new RecentNights(home().recent());
    recent.remember(folder.resolve("home").resolve("2026-01-02 Gone"));
    stage(robot, KeyCode.DIGIT0);
    await(() -> owner().getStyleClass().contains("start-night"));
    robot.type(KeyCode.ENTER);
    await(() -> text("#message").contains("is not there any more"));
    tabTo(robot, "offered");
    robot.type(KeyCode.SPACE);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(recent.folders()).containsExactly(folder);
  }
}
