package zygonox.desktop.shell;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;
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
import zygonox.desktop.stage.OpenNight;

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

  private BenchWindow window;
  private double azimuthDeg;

  @Setup
  public void open() throws Exception {
    window = new BenchWindow();
    Path demo = Path.of(System.getProperty("zygonox.demo"), "night.json");
    Files.copy(demo, window.folder().resolve("night.json"));
    BenchWindow.run(
        () -> {
          window.shell().openNight(window.folder());
          window.shell().lookup("#sky-chart").requestFocus();
        });
  }

  @TearDown
  public void close() throws IOException {
    window.close();
  }

  /** A change at each pulse of the window, as a hand that drags makes them, without its pace. */
  @Benchmark
  @OperationsPerInvocation(FRAMES)
  public double drag() throws InterruptedException {
    OpenNight night = window.shell().night();
    BenchWindow.atEachPulse(
        FRAMES,
        () -> {
          azimuthDeg = (azimuthDeg + 0.4) % 360;
          Program p = night.program().orElseThrow();
          night.edit("facing", p.withFacing(new Direction(azimuthDeg, p.facing().altitudeDeg())));
        });
    return azimuthDeg;
  }
}
