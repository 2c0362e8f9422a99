package zygonox.desktop.shell;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.concurrent.Callable;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.stream.Stream;
import javafx.geometry.Bounds;
import javafx.geometry.Rectangle2D;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.SnapshotParameters;
import javafx.scene.control.Label;
import javafx.scene.image.PixelReader;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.util.WaitForAsyncUtils;
import zygonox.desktop.stage.Home;
import zygonox.desktop.stage.StageName;
import zygonox.desktop.start.RecentNights;
import zygonox.desktop.tasks.BackgroundTasks;
import zygonox.desktop.tasks.ThreadedTasks;

/** The real window on a copy of the demo night, and what tests do with it and look for in it. */
@ExtendWith(ApplicationExtension.class)
abstract class WindowTest {
  private static final Path DEMO = Path.of("..", "demo", "windmill-night");

  Path folder;
  Shell shell;

  /** To be called by a test's own {@code @Start}: the extension does not look for ours. */
  void show(Stage window) throws Exception {
    show(window, new ThreadedTasks());
  }

  void show(Stage window, BackgroundTasks tasks) throws Exception {
    show(window, tasks, true);
  }

  /**
   * @param opens whether the demo night is opened; else it is the one night on the list
   */
  void show(Stage window, BackgroundTasks tasks, boolean opens) throws Exception {
    folder = copy();
    App.loadFonts();
    new RecentNights(home().recent()).remember(folder);
    shell = new Shell(tasks, home());
    if (opens) {
      shell.openNight(folder);
    }
    window.setScene(new Scene(shell, 1280, 800));
    // One window serves all tests, and some of them change its size.
    window.sizeToScene();
    window.show();
    window.toFront();
  }

  Home home() {
    return new Home(folder.resolve("home"), folder.resolve("state"));
  }

  @BeforeEach
  void waitForFrames() throws Exception {
    await(() -> !shell.night().framesProperty().get().frames().isEmpty());
  }

  @AfterEach
  void clean() throws Exception {
    try (Stream<Path> files = Files.walk(folder)) {
      for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(file);
      }
    }
  }

  private static Path copy() throws IOException {
    Path folder = Files.createTempDirectory("zygonox-window-test");
    try (Stream<Path> files = Files.walk(DEMO)) {
      for (Path file : files.toList()) {
        Path target = folder.resolve(DEMO.relativize(file).toString());
        if (Files.isDirectory(file)) {
          Files.createDirectories(target);
        } else {
          Files.copy(file, target);
        }
      }
    }
    return folder;
  }

  /** Waits for what is under way, however busy the machine is; only what hangs is ended. */
  void await(Callable<Boolean> condition) throws TimeoutException {
    WaitForAsyncUtils.waitFor(10, TimeUnit.MINUTES, condition);
    WaitForAsyncUtils.waitForFxEvents();
  }

  void open(FxRobot robot, StageName stage, String page) {
    robot.interact(() -> shell.go(stage));
    robot.clickOn("#page-" + page);
    WaitForAsyncUtils.waitForFxEvents();
  }

  void stage(FxRobot robot, KeyCode digit) {
    robot.press(KeyCode.CONTROL).type(digit).release(KeyCode.CONTROL);
    WaitForAsyncUtils.waitForFxEvents();
  }

  void focus(FxRobot robot, String id) {
    robot.interact(() -> find(id).requestFocus());
  }

  <T extends Node> T find(String id) {
    @SuppressWarnings("unchecked")
    T node = (T) shell.lookup(id);
    return node;
  }

  String text(String id) {
    return this.<Label>find(id).getText();
  }

  /** No pixel of the window may be green or blue. */
  static void assertRed(FxRobot robot, Node window) {
    WaitForAsyncUtils.waitForFxEvents();
    WritableImage[] image = new WritableImage[1];
    Bounds seen = window.getLayoutBounds();
    SnapshotParameters inTheWindow = new SnapshotParameters();
    inTheWindow.setViewport(new Rectangle2D(0, 0, seen.getWidth(), seen.getHeight()));
    robot.interact(() -> image[0] = window.snapshot(inTheWindow, null));
    PixelReader pixels = image[0].getPixelReader();
    int wrong = 0;
    String first = "";
    for (int y = 0; y < image[0].getHeight(); y++) {
      for (int x = 0; x < image[0].getWidth(); x++) {
        int argb = pixels.getArgb(x, y);
        if ((argb >> 8 & 0xff) > 0 || (argb & 0xff) > 0) {
          first = wrong == 0 ? "%d, %d is %08x".formatted(x, y, argb) : first;
          wrong++;
        }
      }
    }
    assertThat(wrong).as(first).isZero();
  }
}
