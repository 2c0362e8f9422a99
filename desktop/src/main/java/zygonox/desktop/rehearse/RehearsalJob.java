package zygonox.desktop.rehearse;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import zygonox.core.camera.CameraEvent;
import zygonox.core.camera.ClockPace;
import zygonox.core.camera.TimerLine;
import zygonox.core.camera.TimerRun;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameSet;
import zygonox.core.night.Night;
import zygonox.core.optics.Body;
import zygonox.core.program.Program;
import zygonox.core.program.Take;
import zygonox.core.rehearsal.HappeningKind;
import zygonox.core.rehearsal.Happenings;
import zygonox.core.rehearsal.Rehearsal;
import zygonox.core.rehearsal.Rehearsal.FileType;
import zygonox.core.rehearsal.Scene;
import zygonox.core.rehearsal.SimulatedCamera;
import zygonox.core.rehearsal.SimulatedPort;
import zygonox.core.rehearsal.Truth;
import zygonox.core.words.Words;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.WorkFailed;
import zygonox.desktop.rehearse.RehearseModel.Speed;

/** A rehearsal that is about to run, cut off from the window. */
public final class RehearsalJob {
  private final Night night;
  private final Program program;
  private final Body body;
  private final Speed speed;
  private final FileType type;
  private final long seed;
  private final Set<HappeningKind> happening;
  private final Path folder;
  private volatile Optional<TimerRun> timer = Optional.empty();

  /**
   * A frame that has just been stored.
   *
   * @param opened when its shutter opened
   * @param file where it is
   */
  public record Arrival(Instant opened, Path file) {}

  RehearsalJob(
      Night night,
      Program program,
      Body body,
      Speed speed,
      FileType type,
      long seed,
      Set<HappeningKind> happening,
      Path folder) {
    this.night = night;
    this.program = program;
    this.body = body;
    this.speed = speed;
    this.type = type;
    this.seed = seed;
    this.happening = Set.copyOf(happening);
    this.folder = folder;
  }

  Night night() {
    return night;
  }

  public Program program() {
    return program;
  }

  /** Where the frames go. */
  public Path folder() {
    return folder;
  }

  boolean isTimed() {
    return speed != Speed.AT_ONCE;
  }

  /** The timer while it runs. */
  Optional<TimerRun> timer() {
    return timer;
  }

  /**
   * Shoots, and lists the frames.
   *
   * @param onFrame hears of each frame that is stored
   * @param onLine hears what the timer does, where one runs
   */
  public FrameSet run(
      Consumer<Arrival> onFrame,
      Consumer<TimerLine> onLine,
      Progress progress,
      Cancellation cancellation) {
    try {
      Files.createDirectories(folder);
    } catch (IOException e) {
      throw new WorkFailed(Words.say("refused.the-folder-cannot-be-made", folder), e);
    }
    Happenings happenings = Happenings.of(happening, List.of(program), body, seed);
    SimulatedCamera camera =
        new SimulatedCamera(
            body,
            night.lens(),
            night.site(),
            Scene.of(night.site()),
            seed,
            happenings,
            night.assumptions().celsius());
    List<Take> takes = Take.of(program, night.conditions(program));
    List<Rehearsal.Planned> shot =
        isTimed()
            ? timed(
                camera, happenings.timed(program, takes), onFrame, onLine, progress, cancellation)
            : atOnce(camera, happenings.comeAbout(program, takes), onFrame, progress, cancellation);
    Truth.write(camera, seed, shot, folder.resolve("truth.json"));
    return FrameFinder.find(List.of(folder), Progress.NONE, cancellation);
  }

  private List<Rehearsal.Planned> atOnce(
      SimulatedCamera camera,
      List<Take> takes,
      Consumer<Arrival> onFrame,
      Progress progress,
      Cancellation cancellation) {
    Rehearsal rehearsal = new Rehearsal(camera, type);
    List<Rehearsal.Planned> planned =
        rehearsal.plan(List.of(program), p -> takes, Integer.MAX_VALUE, folder);
    rehearsal.run(
        planned,
        next -> onFrame.accept(new Arrival(next.shot().opensAt(), next.file())),
        progress,
        cancellation);
    return planned;
  }

  private List<Rehearsal.Planned> timed(
      SimulatedCamera camera,
      List<Take> takes,
      Consumer<Arrival> onFrame,
      Consumer<TimerLine> onLine,
      Progress progress,
      Cancellation cancellation) {
    List<Path> files =
        new Rehearsal(camera, type)
            .plan(List.of(program), p -> takes, Integer.MAX_VALUE, folder).stream()
                .map(Rehearsal.Planned::file)
                .toList();
    ClockPace pace = new ClockPace(program.start().toInstant(), speed.times());
    SimulatedPort port =
        new SimulatedPort(
            camera,
            program,
            night.kit(),
            night.assumptions().celsius(),
            pace,
            files::get,
            cancellation);
    try (port) {
      port.listen(
          event -> {
            if (event.kind() == CameraEvent.Kind.STORED) {
              onFrame.accept(new Arrival(event.at(), event.file().orElseThrow()));
            }
          });
      TimerRun run =
          new TimerRun(
              port,
              night.kit().camera(),
              pace,
              line -> {
                progress.step(Math.max(line.shot(), port.taken().size()), line.of());
                onLine.accept(line);
              });
      timer = Optional.of(run);
      run.run(takes, cancellation);
    } finally {
      timer = Optional.empty();
    }
    return port.taken();
  }
}
