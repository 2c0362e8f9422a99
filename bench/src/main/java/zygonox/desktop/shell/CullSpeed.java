package zygonox.desktop.shell;

import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OperationsPerInvocation;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;
import org.openjdk.jmh.annotations.Warmup;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Going through a long night in the window, a key at each of its pulses: milliseconds from pulse to
 * pulse. The longest pause and the most memory that was in use go to the log file. Give it a folder
 * of a thousand frames: {@code -p frames=FOLDER}.
 */
@State(Scope.Thread)
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 0)
@Measurement(iterations = 4)
@Fork(
    value = 1,
    jvmArgsAppend = {"-Dprism.order=sw", "-Xmx1500m"})
public class CullSpeed {
  private static final int STEPS = 200;

  private static final Logger LOG = LoggerFactory.getLogger("zygonox");

  @Param("")
  private String frames;

  private BenchWindow window;
  private long longestNanos;

  @Setup
  public void open() throws Exception {
    window = new BenchWindow();
    Path shot =
        frames.isEmpty() ? Path.of(System.getProperty("zygonox.demo"), "frames") : Path.of(frames);
    long begun = System.nanoTime();
    BenchWindow.run(() -> window.shell().openFrames(List.of(shot)));
    while (count() == 0) {
      if (System.nanoTime() - begun > 60e9) {
        throw new TimeoutException("No frames after a minute: " + shot);
      }
      Thread.sleep(10);
    }
    LOG.info("{} frames listed after {} s", count(), (System.nanoTime() - begun) / 1e9);
  }

  private int count() {
    return window.shell().night().framesProperty().get().frames().size();
  }

  @TearDown
  public void close() throws Exception {
    long memory =
        ManagementFactory.getMemoryPoolMXBeans().stream()
            .mapToLong(pool -> pool.getPeakUsage().getUsed())
            .sum();
    System.gc();
    long held = Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory();
    LOG.info(
        "longest pause {} ms, memory {} MB at the most, {} MB held; process {}",
        longestNanos / 1e6,
        memory >> 20,
        held >> 20,
        resident());
    window.close();
  }

  private static String resident() throws Exception {
    Path status = Path.of("/proc/self/status");
    return Files.exists(status)
        ? Files.readAllLines(status).stream()
            .filter(line -> line.startsWith("VmHWM"))
            .findFirst()
            .orElse("")
        : "not known";
  }

  private void press(ListView<?> list, KeyCode key) {
    list.fireEvent(new KeyEvent(KeyEvent.KEY_PRESSED, "", "", key, false, false, false, false));
  }

  /** The wall scrolled by half a row at each pulse. */
  @Benchmark
  @OperationsPerInvocation(STEPS)
  public double wall() throws InterruptedException {
    BenchWindow.run(() -> turnTo("#wall"));
    ListView<?> wall = (ListView<?>) window.shell().lookup("#wall");
    int[] at = {0};
    return atEachPulse(() -> wall.scrollTo(at[0]++ / 2 % Math.max(1, wall.getItems().size())));
  }

  /** The next frame at each pulse, far faster than frames can be decoded. */
  @Benchmark
  @OperationsPerInvocation(STEPS)
  public double oneByOne() throws InterruptedException {
    BenchWindow.run(() -> turnTo("#frames"));
    ListView<?> list = (ListView<?>) window.shell().lookup("#frames");
    return atEachPulse(
        () -> {
          int next = list.getSelectionModel().getSelectedIndex() + 1;
          list.getSelectionModel().clearAndSelect(next % list.getItems().size());
          press(list, KeyCode.K);
        });
  }

  private double atEachPulse(Runnable step) throws InterruptedException {
    longestNanos = Math.max(longestNanos, BenchWindow.atEachPulse(STEPS, step));
    return longestNanos;
  }

  private void turnTo(String id) {
    for (int i = 0; i < 4 && window.shell().lookup(id) == null; i++) {
      window.shell().turnPage(1);
    }
  }
}
