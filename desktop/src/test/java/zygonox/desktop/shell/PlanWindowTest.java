package zygonox.desktop.shell;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import zygonox.core.night.Night;
import zygonox.core.night.NightFile;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.desktop.stage.StageName;
import zygonox.desktop.theme.Theme;

/** The real window while a night is planned: every page of Sky and Program. */
class PlanWindowTest extends WindowTest {
  @Start
  void start(Stage window) throws Exception {
    show(window);
  }

  private void type(FxRobot robot, String setting, String text) {
    robot.interact(() -> find("#setting-" + setting).requestFocus());
    robot.type(KeyCode.ENTER);
    robot.interact(() -> this.<TextField>find("#editor-" + setting).setText(text));
    robot.type(KeyCode.ENTER);
    WaitForAsyncUtils.waitForFxEvents();
  }

  private Night saved() {
    return NightFile.open(folder).night();
  }

  private Program program() {
    return shell.night().program().orElseThrow();
  }

  @Test
  void aTargetIsAimedAtAndTheLensTurnsToIt(FxRobot robot) throws Exception {
    open(robot, StageName.SKY, "targets");
    await(() -> !this.<ListView<?>>find("#targets").getItems().isEmpty());
    type(robot, "kind", "planetary");
    robot.clickOn("#aim");
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(shell.lookup("#sky-chart")).isNotNull();
    assertThat(saved().assumptions().target()).isNotEmpty();
    assertThat(text("#obstacle")).doesNotContain("not in the frame");
    robot.interact(() -> find("#sky-chart").requestFocus());
    for (int i = 0; i < 60; i++) {
      robot.type(KeyCode.DOWN);
    }
    assertThat(text("#obstacle")).contains("not in the frame");
    robot.press(KeyCode.CONTROL).type(KeyCode.M).release(KeyCode.CONTROL);
    assertThat(text("#obstacle")).doesNotContain("not in the frame");
  }

  @Test
  void aSkylineIsDrawnOnTheSky(FxRobot robot) {
    open(robot, StageName.SKY, "look");
    int before = saved().site().skyline().points().size();
    robot.moveTo("#sky-chart").press(KeyCode.SHIFT).press(MouseButton.PRIMARY);
    robot.moveBy(40, -20).moveBy(40, 10).moveBy(40, 0);
    robot.release(MouseButton.PRIMARY).release(KeyCode.SHIFT);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(saved().site().skyline().points().size()).isNotEqualTo(before);
    assertThat(program().facing().azimuthDeg()).isEqualTo(4);
  }

  @Test
  void aSiteIsKeptAndTheNightMovedBack(FxRobot robot) throws Exception {
    open(robot, StageName.SKY, "site");
    robot.clickOn("#keep-site");
    assertThat(folder.resolve("home").resolve("sites.geojson")).exists();
    type(robot, "place", "47 30 N, 11 6 E");
    assertThat(saved().place().latitudeDeg()).isEqualTo(47.5);
    robot.interact(() -> this.<ListView<?>>find("#sites").getSelectionModel().select(0));
    robot.clickOn("#go-site");
    assertThat(saved().place().latitudeDeg()).isEqualTo(54.42);
    robot.clickOn("#sites-file-act");
    assertThat(text("#message")).startsWith("1 site written to ");
    assertThat(Files.readString(folder.resolve("sites.gpx"))).contains("<wpt");
    robot.interact(() -> this.<TextField>find("#sites-file").setText("none.gpx"));
    robot.clickOn("#sites-file-or");
    assertThat(text("#message")).contains("none.gpx is not there");
  }

  @Test
  void aNightOfTheYearIsPlannedAndSomeAreWritten(FxRobot robot) throws Exception {
    open(robot, StageName.SKY, "year");
    await(() -> !this.<ListView<?>>find("#year-nights").getItems().isEmpty());
    assertThat(text("#season")).startsWith("It is possible in");
    robot.clickOn("#calendar-file-act");
    assertThat(Files.readString(folder.resolve("nights.ics"))).contains("BEGIN:VEVENT");
    robot.clickOn("#year-drawing");
    robot.interact(() -> this.<Button>find("#plan-night").fire());
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(shell.lookup("#sky-chart")).isNotNull();
    assertThat(saved().programs().get(0).start().toLocalTime()).hasToString("20:40");
  }

  @Test
  void whatStandsInTheWayIsMendedByKey(FxRobot robot) {
    open(robot, StageName.PROGRAM, "frames");
    type(robot, "gap", "0.3");
    assertThat(text("#obstacle")).contains("it will miss the next");
    assertThat(this.<Button>find("#mend").getText()).isEqualTo("Lengthen the gap");
    robot.press(KeyCode.CONTROL).type(KeyCode.M).release(KeyCode.CONTROL);
    assertThat(program().interval().gapSeconds()).isEqualTo(1);
    assertThat(text("#obstacle")).contains("bulb");
    type(robot, "gap", "20");
    type(robot, "aperture", "1.2");
    String first = text("#obstacle");
    robot.press(KeyCode.CONTROL).type(KeyCode.N).release(KeyCode.CONTROL);
    assertThat(text("#obstacle")).isNotEqualTo(first);
    robot.press(KeyCode.CONTROL).type(KeyCode.Z).type(KeyCode.Z).release(KeyCode.CONTROL);
    assertThat(program().interval().gapSeconds()).isEqualTo(1);
  }

  @Test
  void aJobIsAddedFromTheSide(FxRobot robot) {
    open(robot, StageName.PROGRAM, "frames");
    type(robot, "next", "day into");
    robot.clickOn("#add-program");
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(saved().programs()).hasSize(3);
    robot.clickOn("#page-ramp");
    assertThat(text("#setting-night-darkening")).contains("stop");
    assertThat(this.<ListView<?>>find("#ramp-table").getItems()).hasSizeGreaterThan(20);
    robot.press(KeyCode.CONTROL).type(KeyCode.PAGE_DOWN).release(KeyCode.CONTROL);
    assertThat(text("#card-said")).contains("Program 3 of 3: day into night");
    robot.press(KeyCode.CONTROL).type(KeyCode.PAGE_UP).type(KeyCode.PAGE_UP);
    robot.release(KeyCode.CONTROL);
    assertThat(shell.lookup("#keep-gear")).isNotNull();
    robot.clickOn("#page-frames");
    robot.clickOn("#remove-program");
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(saved().programs()).hasSize(2);
    assertThat(shell.lookup("#page-ramp")).isNull();
  }

  @Test
  void aTestFrameIsHeldAgainstThePrediction(FxRobot robot) throws Exception {
    open(robot, StageName.PROGRAM, "exposure");
    Path frame;
    try (var frames = Files.list(folder.resolve("frames"))) {
      frame = frames.sorted().findFirst().orElseThrow();
    }
    robot.interact(
        () -> {
          TextField path = find("#test-frame");
          path.setText(frame.toString());
          path.getOnAction().handle(null);
        });
    await(() -> text("#test-told").startsWith("The test frame came out"));
    robot.interact(
        () -> {
          TextField path = find("#test-frame");
          path.setText(folder.resolve("night.json").toString());
          path.getOnAction().handle(null);
        });
    await(() -> text("#message").contains("not a picture of a kind that is read"));
    robot.clickOn("#use-exposure");
    assertThat(program().interval().exposureSeconds()).isEqualTo(75);
  }

  @Test
  void theChecklistIsTickedAndTheCardPrinted(FxRobot robot) throws Exception {
    open(robot, StageName.PROGRAM, "field-card");
    CheckBox level = find("#check-level");
    robot.clickOn(level);
    assertThat(saved().ticked()).containsExactly("0:level");
    assertThat(this.<CheckBox>find("#check-level")).isSameAs(level);
    assertThat(level.isSelected()).isTrue();
    robot.clickOn("#card-pdf-act");
    assertThat(folder.resolve("field-card.pdf")).exists();
    robot.clickOn("#card-text-act");
    assertThat(Files.readString(folder.resolve("field-card.txt"))).contains("[ ] Raw files");
    robot.interact(() -> this.<TextField>find("#card-pdf").setText("/no/such/place/card.pdf"));
    robot.clickOn("#card-pdf-act");
    assertThat(text("#message")).contains("is not there");
  }

  @Test
  void framesAreCulledByKeysAndTheBlendLeavesThemOut(FxRobot robot) throws Exception {
    robot.interact(() -> shell.go(StageName.FRAMES));
    robot.clickOn("#judge");
    await(() -> !shell.night().judgementsProperty().get().isEmpty());
    robot.interact(() -> find("#frames").requestFocus());
    robot.type(KeyCode.O);
    robot.type(KeyCode.DOWN).type(KeyCode.L);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(Files.readString(folder.resolve("decisions.json")))
        .contains("\"frames/star-trails-0001.jpg\" : \"drop\"")
        .contains("\"frames/star-trails-0002.jpg\" : \"look\"");
    assertThat(text("#obstacle")).contains("star-trails-0002.jpg");
    robot.type(KeyCode.K);
    robot.interact(() -> shell.go(StageName.BLEND));
    assertThat(text("#obstacle")).contains("One frame of the run is dropped");
    robot.clickOn("#blend");
    await(() -> shell.blend().model().resultProperty().get() != null);
    assertThat(shell.blend().model().resultProperty().get().used()).isEqualTo(47);
  }

  @Test
  void inEmberEveryPageIsRed(FxRobot robot) throws Exception {
    robot.interact(
        () -> {
          shell.themeProperty().set(Theme.EMBER);
          Night night = shell.night().night();
          for (Job job : new Job[] {Job.PANORAMA, Job.DAY_INTO_NIGHT}) {
            shell.night().add(night.startingPrograms().of(job, "x " + job, Optional.empty()));
          }
        });
    for (String page : new String[] {"targets", "site", "year"}) {
      open(robot, StageName.SKY, page);
      WaitForAsyncUtils.waitForFxEvents();
      assertRed(robot, shell);
    }
    for (String page : new String[] {"exposure", "gear", "ramp", "field-card"}) {
      open(robot, StageName.PROGRAM, page);
      assertRed(robot, shell);
    }
    robot.interact(() -> shell.night().programIndexProperty().set(2));
    open(robot, StageName.PROGRAM, "panorama");
    assertRed(robot, shell);
    robot.interact(() -> shell.themeProperty().set(Theme.PAPER));
  }
}
