package zygonox.desktop.shell;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.stage.Stage;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OperationsPerInvocation;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;
import org.openjdk.jmh.annotations.Warmup;
import zygonox.core.program.Program;
import zygonox.core.quantity.Direction;
import zygonox.desktop.stage.Home;
import zygonox.desktop.tasks.ThreadedTasks;

/**
 * One step of dragging the sky at 1280x800, from the change to the picture of the whole window,
 * rendered by software: milliseconds. The goal is 33, for 30 frames a second.
 */
@State(Scope.Thread)
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 4)
@Measurement(iterations = 6)
@Fork(
    value = 1,
    jvmArgsAppend = {"-Dprism.order=sw", "-Djavafx.animation.fullspeed=true"})
public class DragSpeed {
  private static final int FRAMES = 150;

  private Path folder;
  private Shell shell;
  private double azimuthDeg;

  @Setup
  public void open() throws Exception {
    folder = Files.createTempDirectory("zygonox-bench");
    Path demo = Path.of(System.getProperty("zygonox.demo"), "night.json");
    Files.copy(demo, folder.resolve("night.json"));
    CountDownLatch started = new CountDownLatch(1);
    Platform.startup(started::countDown);
    started.await();
    onWindow(
        () -> {
          App.loadFonts();
          shell = new Shell(new ThreadedTasks(), new Home(folder));
          Stage window = new Stage();
          window.setScene(new Scene(shell, 1280, 800));
          window.show();
          shell.openNight(folder);
          shell.lookup("#sky-chart").requestFocus();
        });
  }

  @TearDown
  public void close() throws IOException {
    Platform.exit();
    Files.deleteIfExists(folder.resolve("night.json"));
    Files.deleteIfExists(folder);
  }

  private static void onWindow(Runnable work) throws InterruptedException {
    CountDownLatch done = new CountDownLatch(1);
    Platform.runLater(
        () -> {
          work.run();
          done.countDown();
        });
    done.await();
  }

  /** A change at each pulse of the window, as a hand that drags makes them, without its pace. */
  @Benchmark
  @OperationsPerInvocation(FRAMES)
  public double drag() throws InterruptedException {
    CountDownLatch drawn = new CountDownLatch(FRAMES);
    AnimationTimer hand =
        new AnimationTimer() {
          @Override
          public void handle(long now) {
            azimuthDeg = (azimuthDeg + 0.4) % 360;
            Program p = shell.night().program().orElseThrow();
            shell
                .night()
                .edit("facing", p.withFacing(new Direction(azimuthDeg, p.facing().altitudeDeg())));
            drawn.countDown();
          }
        };
    Platform.runLater(hand::start);
    drawn.await();
    Platform.runLater(hand::stop);
    return azimuthDeg;
  }
}
