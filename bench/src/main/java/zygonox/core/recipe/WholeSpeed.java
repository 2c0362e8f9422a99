package zygonox.core.recipe;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
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
import zygonox.core.combine.BlendMethod;
import zygonox.core.combine.BlendWatcher;
import zygonox.core.develop.Calibration;
import zygonox.core.develop.HotPixelRepair;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameSet;
import zygonox.core.motion.ClipMaker;
import zygonox.core.motion.ClipRecipe;
import zygonox.core.motion.Codec;
import zygonox.core.motion.Evenness;
import zygonox.core.motion.FrameRate;
import zygonox.core.motion.StillFormat;
import zygonox.core.night.Night;
import zygonox.core.night.NightRehearsal;
import zygonox.core.rehearsal.Rehearsal;
import zygonox.core.rehearsal.Tracker;
import zygonox.core.work.Cancellation;
import zygonox.core.work.KeptFiles;
import zygonox.core.work.Progress;
import zygonox.core.work.WholeFile;
import zygonox.core.work.Workroom;

/**
 * Whole blends and a clip of eight rehearsed frames of 12 megapixels, from files to a file, in
 * seconds. Each in a program of its own that does nothing before: as when somebody asks for one.
 * The frames are shot once and stay in the temporary folder, where the system clears them away.
 */
@State(Scope.Thread)
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.SECONDS)
@Warmup(iterations = 0)
@Measurement(iterations = 1)
@Fork(3)
public class WholeSpeed {
  private static final int WIDTH = 4240;
  private static final int HEIGHT = 2827;
  private static final int COUNT = 8;

  private final Path folder =
      Path.of(System.getProperty("java.io.tmpdir"), "zygonox-bench-" + WIDTH + "x" + HEIGHT);
  private FrameSet jpeg;
  private FrameSet tiff;

  @Setup
  public void shoot() throws IOException {
    jpeg = frames(Rehearsal.FileType.JPEG);
    tiff = frames(Rehearsal.FileType.TIFF);
  }

  private FrameSet frames(Rehearsal.FileType type) throws IOException {
    Path into = folder.resolve(type.name());
    if (!Files.exists(into.resolve(NightRehearsal.TRUTH))) {
      Files.createDirectories(into);
      Night night = Night.toBegin(LocalDate.of(2026, 10, 14), Night.anySite());
      new NightRehearsal(
              night,
              night.body().withPixels(WIDTH, HEIGHT),
              Set.of(),
              1,
              Tracker.USUAL,
              OptionalInt.of(COUNT),
              type)
          .into(into, true, Progress.NONE, new Cancellation());
    }
    return FrameFinder.find(List.of(into), Progress.NONE, new Cancellation());
  }

  private BlendResult blend(FrameSet set, BlendMethod method, Align align) {
    Recipe recipe = Recipe.of(Selection.of(List.of()), method).withAlign(align, Optional.empty());
    return blend(set, recipe, room());
  }

  private BlendResult blend(FrameSet set, Recipe recipe, Workroom room) {
    return new Blender(recipe)
        .blend(
            set,
            new Destination(folder.resolve("out.tif"), WholeFile.IfPresent.REPLACE),
            BlendWatcher.NONE,
            room);
  }

  private static Workroom room() {
    return new Workroom(
        Workroom.usualMemory(), Optional.empty(), Progress.NONE, new Cancellation());
  }

  @Benchmark
  public Object lighten() {
    return blend(jpeg, BlendMethod.LIGHTEN, Align.NONE);
  }

  /**
   * Lines looked for, gaps bridged and hot pixels repaired, of frames that nobody measured before.
   */
  @Benchmark
  public Object lightenMended() throws IOException {
    Recipe recipe =
        Recipe.of(Selection.of(List.of()), BlendMethod.LIGHTEN)
            .withMending(Mending.NONE.withStreaks(true).withGaps(true))
            .withCalibration(new Calibration(List.of(), List.of(), HotPixelRepair.AUTO));
    return blend(jpeg, recipe, knowingNothing());
  }

  /** A room in which nothing is kept from earlier runs. */
  private Workroom knowingNothing() throws IOException {
    return room().keeping(new KeptFiles(Files.createTempDirectory(folder, "kept")));
  }

  @Benchmark
  public Object mean() {
    return blend(jpeg, BlendMethod.MEAN, Align.NONE);
  }

  @Benchmark
  public Object medianOfTiff() {
    return blend(tiff, BlendMethod.MEDIAN, Align.NONE);
  }

  /** Stars are known from the run before. */
  @Benchmark
  public Object meanOnTheStars() {
    return blend(jpeg, BlendMethod.MEAN, Align.STARS);
  }

  /** The same. */
  @Benchmark
  public Object medianOnTheStars() {
    return blend(jpeg, BlendMethod.MEDIAN, Align.STARS);
  }

  /** How the frames lie is found each time. */
  @Benchmark
  public Object meanOnTheScene() throws IOException {
    Recipe recipe =
        Recipe.of(Selection.of(List.of()), BlendMethod.MEAN)
            .withAlign(Align.SCENE, Optional.empty());
    return blend(jpeg, recipe, knowingNothing());
  }

  @Benchmark
  public Object clip() {
    ClipRecipe recipe =
        ClipRecipe.of(new FrameRate(30, 1), Codec.VP9)
            .withEvenness(Evenness.NONE.withSmoothRamp(true).withDeflicker(true));
    return new ClipMaker(recipe, StillFormat.JPEG)
        .make(jpeg, folder.resolve("out.webm"), WholeFile.IfPresent.REPLACE, room());
  }
}
