package zygonox.desktop.shell;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.CountDownLatch;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.stage.Stage;
import zygonox.desktop.stage.Home;
import zygonox.desktop.tasks.ThreadedTasks;

/** The real window at 1280x800, over a folder of its own that is gone in the end. */
final class BenchWindow implements AutoCloseable {
  private final Path folder;
  private Shell shell;

  BenchWindow() throws IOException, InterruptedException {
    folder = Files.createTempDirectory("zygonox-bench");
    CountDownLatch started = new CountDownLatch(1);
    Platform.startup(started::countDown);
    started.await();
    run(
        () -> {
          App.loadFonts();
          shell = new Shell(new ThreadedTasks(), new Home(folder, folder.resolve("state")));
          Stage window = new Stage();
          window.setScene(new Scene(shell, 1280, 800));
          window.show();
        });
  }

  Path folder() {
    return folder;
  }

  Shell shell() {
    return shell;
  }

  /** Runs something on the window's thread, and waits for it. */
  static void run(Runnable work) throws InterruptedException {
    CountDownLatch done = new CountDownLatch(1);
    Platform.runLater(
        () -> {
          work.run();
          done.countDown();
        });
    done.await();
  }

  /**
   * Takes a step at each pulse of the window, as a hand does.
   *
   * @return the longest time between two of them, in nanoseconds
   */
  static long atEachPulse(int steps, Runnable step) throws InterruptedException {
    CountDownLatch drawn = new CountDownLatch(steps);
    long[] longest = new long[1];
    AnimationTimer hand =
        new AnimationTimer() {
          private long before;

          @Override
          public void handle(long now) {
            longest[0] = before == 0 ? 0 : Math.max(longest[0], now - before);
            before = now;
            step.run();
            drawn.countDown();
          }
        };
    Platform.runLater(hand::start);
    drawn.await();
    run(hand::stop);
    return longest[0];
  }

  @Override
  public void close() throws IOException {
    Platform.exit();
    Files.deleteIfExists(folder.resolve("night.json"));
    Files.deleteIfExists(folder);
  }
}
