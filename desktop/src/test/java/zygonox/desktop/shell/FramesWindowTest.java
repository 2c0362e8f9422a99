package zygonox.desktop.shell;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.util.List;
import javafx.scene.control.Button;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameSet;
import zygonox.core.measure.Judgement.Verdict;
import zygonox.core.night.Decisions;
import zygonox.desktop.stage.StageName;

/** The real window from the rehearsal to the frames that are kept. */
class FramesWindowTest extends WindowTest {
  @Start
  void start(Stage window) throws Exception {
    show(window);
  }

  private Frame frame(int index) {
    return shell.night().framesProperty().get().frames().get(index);
  }

  /** Only the first frames, so that judging them does not take long. */
  private void few(FxRobot robot, int count) {
    FrameSet set = shell.night().framesProperty().get();
    robot.interact(
        () ->
            shell
                .night()
                .load(
                    new FrameSet(set.frames().subList(0, count), List.of(), set.assumedOffset())));
  }

  private Verdict decided(int index) {
    return Decisions.read(folder).verdict(folder, frame(index).file()).orElse(Verdict.KEEP);
  }

  @Test
  void framesAreCulledByKeysAloneAndTheirVerdictsAreKept(FxRobot robot) throws Exception {
    open(robot, StageName.FRAMES, "one-by-one");
    robot.interact(() -> shell.night().selectedProperty().set(frame(0)));
    robot.interact(() -> find("#frames").requestFocus());
    robot.type(KeyCode.O).type(KeyCode.DOWN).type(KeyCode.L).type(KeyCode.DOWN).type(KeyCode.K);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(decided(0)).isEqualTo(Verdict.DROP);
    assertThat(decided(1)).isEqualTo(Verdict.LOOK);
    assertThat(shell.night().selectedProperty().get()).isEqualTo(frame(2));
    robot.type(KeyCode.N);
    assertThat(shell.night().selectedProperty().get()).isEqualTo(frame(1));
    few(robot, 5);
    ListView<?> list = find("#frames");
    assertThat(list.getItems()).hasSize(5);
    assertThat(list.getSelectionModel().getSelectedItem()).isEqualTo(frame(1));
  }

  @Test
  void aFrameIsComparedWithTheOneBeforeItEnlargedAndBlinked(FxRobot robot) throws Exception {
    open(robot, StageName.FRAMES, "one-by-one");
    robot.interact(() -> shell.night().selectedProperty().set(frame(3)));
    await(() -> shell.picture().captionProperty().get().equals("star-trails-0004.jpg"));
    robot.interact(() -> find("#frames").requestFocus());
    robot.type(KeyCode.V);
    await(() -> shell.picture().otherProperty().get() != null);
    assertThat(shell.picture().otherCaptionProperty().get()).isEqualTo("star-trails-0003.jpg");
    robot.type(KeyCode.S);
    await(() -> shell.picture().otherCaptionProperty().get().endsWith("on the stars"));
    robot.type(KeyCode.B);
    await(() -> shell.picture().showingOtherProperty().get());
    robot.type(KeyCode.B);
    assertThat(shell.picture().showingOtherProperty().get()).isFalse();
    robot.type(KeyCode.M);
    await(() -> shell.picture().captionProperty().get().contains("corners and middle"));
    robot.type(KeyCode.M);
    robot.interact(() -> shell.night().selectedProperty().set(frame(0)));
    await(() -> shell.picture().captionProperty().get().equals("star-trails-0001.jpg"));
    assertThat(shell.picture().otherProperty().get()).isNull();
    robot.type(KeyCode.V);
    await(() -> text("#message").contains("no frame before"));
    robot.clickOn("#page-wall");
    assertThat(text("#message")).isEmpty();
  }

  @Test
  void theWallShowsAllFramesAtTheirTimesAndIsWalkedByKeys(FxRobot robot) throws Exception {
    open(robot, StageName.FRAMES, "wall");
    ListView<?> wall = find("#wall");
    await(() -> wall.getItems().size() > 3);
    robot.interact(() -> shell.night().selectedProperty().set(frame(0)));
    robot.interact(wall::requestFocus);
    robot.type(KeyCode.RIGHT).type(KeyCode.RIGHT).type(KeyCode.O).type(KeyCode.LEFT);
    assertThat(shell.night().selectedProperty().get()).isEqualTo(frame(1));
    assertThat(decided(2)).isEqualTo(Verdict.DROP);
  }

  @Test
  void judgedFramesAreDrawnAsCurvesWhosePointsChooseThem(FxRobot robot) throws Exception {
    few(robot, 8);
    open(robot, StageName.FRAMES, "curves");
    robot.clickOn("#judge-curves");
    await(() -> shell.night().judgementsProperty().get().size() == 8);
    robot.clickOn("#curves");
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(shell.night().selectedProperty().get()).isIn(frame(3), frame(4));
    open(robot, StageName.FRAMES, "runs");
    assertThat(shell.lookup("#setting-kind-1")).isNotNull();
    assertThat(shell.lookup("#setting-stars")).isNotNull();
  }

  @Test
  void aLessonIsAskedAnsweredAndScored(FxRobot robot) throws Exception {
    open(robot, StageName.REHEARSE, "practice");
    assertThat(text("#lesson-score")).isEqualTo("No lesson answered yet.");
    robot.clickOn("#next-lesson");
    await(() -> shell.picture().captionProperty().get().startsWith("First frame at"));
    robot.clickOn("#lesson-frame-3");
    await(() -> shell.picture().captionProperty().get().startsWith("Third frame at"));
    robot.clickOn("#answer-dew");
    await(() -> !text("#lesson-told").isEmpty());
    assertThat(text("#lesson-score")).contains("of 1 right so far");
    assertThat(this.<Button>find("#answer-dew").isDisabled()).isTrue();
    assertThat(Files.exists(folder.resolve("home").resolve("practice.json"))).isTrue();
  }

  @Test
  void theFinishedPictureIsPredictedAndATimerCanBeStopped(FxRobot robot) throws Exception {
    open(robot, StageName.REHEARSE, "shoot");
    await(() -> shell.picture().captionProperty().get().startsWith("predicted: 48 frames"));
    robot.interact(() -> find("#setting-speed").requestFocus());
    robot.type(KeyCode.UP);
    robot.clickOn("#rehearse");
    await(() -> shell.lookup("#timer-log") != null);
    await(() -> this.<ListView<?>>find("#timer-log").getItems().size() > 1);
    robot.clickOn("#pause-timer");
    assertThat(this.<Button>find("#pause-timer").getText()).isEqualTo("Go on");
    robot.clickOn("#stop-timer");
    await(() -> text("#message").contains("frames are in"));
  }
}
