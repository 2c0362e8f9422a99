package zygonox.core.measure;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.night.Night;
import zygonox.core.program.Program;
import zygonox.core.raster.Raster;
import zygonox.core.rehearsal.Scene;
import zygonox.core.rehearsal.SimulatedCamera;
import zygonox.core.stars.StarShape;
import zygonox.core.work.Cancellation;

/**
 * Measuring one rehearsed frame of 24 megapixels, on one core, in milliseconds. Together they are
 * to take less than 500: four frames a second on two cores.
 */
@State(Scope.Thread)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 2, time = 2)
@Measurement(iterations = 3, time = 2)
@Fork(1)
public class MeasureSpeed {
  private Raster frame;
  private StillScene scene;
  private FrameScan scan;
  private SmallFrame before;
  private SmallFrame next;

  @Setup
  public void shoot() throws UnreadableFrame {
    Night night = Night.toBegin(LocalDate.of(2026, 10, 14), Night.anySite());
    Program program = night.programs().get(0);
    SimulatedCamera camera =
        new SimulatedCamera(night.body(), night.lens(), night.site(), new Scene(0), 1);
    before = SmallFrame.of(camera.preview(program, program.shots().get(0), new Cancellation()));
    frame = camera.preview(program, program.shots().get(1), new Cancellation());
    next = SmallFrame.of(camera.preview(program, program.shots().get(2), new Cancellation()));
    scan = scan();
    scene = StillScene.of(scan.small(), scan.detail());
  }

  @Benchmark
  public Object level() {
    return SkyLevel.of(frame, scan.clipped());
  }

  @Benchmark
  public Object shape() {
    return StarShape.of(frame, scan.stars());
  }

  /** The one pass over all samples: stars, small frame, fine detail, clipped share. */
  @Benchmark
  public FrameScan scan() {
    return FrameScan.of(frame, RunMeter.MOST_STARS, new Cancellation());
  }

  @Benchmark
  public Object stillScene() {
    return StillScene.of(scan.small(), scan.detail());
  }

  @Benchmark
  public Object shift() {
    return StillScene.of(scan.small(), scan.detail()).shiftFrom(scene);
  }

  @Benchmark
  public Object streaks() {
    return StreakFinder.find(scan.small(), List.of(before, next), Optional.empty());
  }
}
