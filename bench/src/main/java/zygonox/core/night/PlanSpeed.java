package zygonox.core.night;

import java.time.LocalDate;
import java.time.ZoneId;
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
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import zygonox.core.optics.Body;
import zygonox.core.program.Take;
import zygonox.core.quantity.Place;
import zygonox.core.raster.Raster;
import zygonox.core.rehearsal.Prediction;
import zygonox.core.rehearsal.Scene;
import zygonox.core.rehearsal.SimulatedCamera;
import zygonox.core.sky.Almanac;
import zygonox.core.sky.SkyBody;
import zygonox.core.sky.Skyline;
import zygonox.core.sky.YearView;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;

/** What is reckoned while a night is planned, in milliseconds. */
@State(Scope.Thread)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 2, time = 2)
@Measurement(iterations = 4, time = 2)
@Fork(1)
public class PlanSpeed {
  private static final Place PLACE = new Place(54.42, -2.31, 312);
  private static final ZoneId ZONE = ZoneId.of("Europe/London");
  private static final LocalDate DATE = LocalDate.of(2026, 10, 14);

  private final Night night = Night.toBegin(DATE, Night.anySite());

  /** A night's almanac with one target: the goal is under 20. */
  @Benchmark
  public Almanac.Target almanac() {
    return new Almanac(PLACE, DATE, ZONE).target(SkyBody.parse("M31"));
  }

  /** Every target there is, in one night. */
  @Benchmark
  public List<TargetProspect> targets() {
    return TargetProspect.of(night, night.programs().get(0), new Cancellation());
  }

  /** A year of nights for one target: the goal is under 2000. */
  @Benchmark
  public List<YearView.Prospect> year() {
    YearView.Wish wish =
        new YearView.Wish(PLACE, ZONE, Skyline.LEVEL, Optional.of(SkyBody.parse("M31")), 20, 0.15);
    return YearView.of(wish, DATE, 365, new Cancellation());
  }

  /** The finished picture of 170 frames of star trails: the goal is under 5000. */
  @Benchmark
  public Raster prediction() {
    Body small = night.body().withPixels(1200, 800);
    SimulatedCamera camera =
        new SimulatedCamera(small, night.lens(), night.site(), new Scene(0), 1);
    return new Prediction(camera, 1)
        .of(
            Take.of(night.programs().get(0), night.conditions(0)),
            Prediction.Blend.LIGHTEN,
            Progress.NONE,
            new Cancellation());
  }

  /** Everything that can be said of a program. */
  @Benchmark
  public List<NightFinding> findings() {
    return NightCheck.of(night, 0);
  }
}
