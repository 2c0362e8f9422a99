package zygonox.desktop.shell;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.image.PixelReader;
import javafx.scene.image.WritableImage;
import org.testfx.api.FxRobot;
import org.testfx.util.WaitForAsyncUtils;

/** A copy of the demo night for tests of the window, and what they look for in its picture. */
final class WindowNight {
  private static final Path DEMO = Path.of("..", "demo", "windmill-night");

  private WindowNight() {}

  static Path copy() throws IOException {
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

  static void delete(Path folder) throws IOException {
    try (Stream<Path> files = Files.walk(folder)) {
      for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(file);
      }
    }
  }

  /** No pixel of the window may be green or blue. */
  static void assertRed(FxRobot robot, Node window) {
    WaitForAsyncUtils.waitForFxEvents();
    WritableImage[] image = new WritableImage[1];
    robot.interact(() -> image[0] = window.snapshot(null, null));
    PixelReader pixels = image[0].getPixelReader();
    int wrong = 0;
    for (int y = 0; y < image[0].getHeight(); y++) {
      for (int x = 0; x < image[0].getWidth(); x++) {
        int argb = pixels.getArgb(x, y);
        wrong += (argb >> 8 & 0xff) > 0 || (argb & 0xff) > 0 ? 1 : 0;
      }
    }
    assertThat(wrong).isZero();
  }
}
