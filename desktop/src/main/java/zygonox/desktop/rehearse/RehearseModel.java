package zygonox.desktop.rehearse;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.IntStream;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import zygonox.core.camera.HappeningKind;
import zygonox.core.camera.Happenings;
import zygonox.core.camera.Rehearsal;
import zygonox.core.camera.Rehearsal.FileType;
import zygonox.core.camera.Scene;
import zygonox.core.camera.SimulatedCamera;
import zygonox.core.camera.Truth;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameSet;
import zygonox.core.night.Night;
import zygonox.core.optics.Body;
import zygonox.core.program.Program;
import zygonox.core.program.Take;
import zygonox.core.quantity.ByteSize;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.core.work.WorkFailed;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Settings;
import zygonox.desktop.stage.OpenNight;

/** How the program in work is rehearsed, as a sentence. */
public final class RehearseModel {
  /** What is shot: how much smaller than the camera's own frames. */
  enum Size {
    SMALL("a sixth of the size", 6),
    MIDDLE("a third of the size", 3),
    FULL("full size", 1);

    private final String text;
    private final int divisor;

    Size(String text, int divisor) {
      this.text = text;
      this.divisor = divisor;
    }
  }

  /** Bytes a pixel takes in each file type: measured on rehearsed frames. */
  private static final double JPEG_BYTES = 0.3;

  private static final double TIFF_BYTES = 6;
  private static final double DNG_BYTES = 2;

  private final OpenNight night;
  private final ReadOnlyObjectWrapper<Sentence> sentence =
      new ReadOnlyObjectWrapper<>(new Sentence(List.of()));
  private Size size = Size.SMALL;
  private FileType fileType = FileType.JPEG;
  private Set<HappeningKind> happening = Set.of();
  private long seed = 1;

  public RehearseModel(OpenNight night) {
    this.night = night;
    night.nightProperty().subscribe(n -> refresh());
    night.programIndexProperty().subscribe(i -> refresh());
  }

  public ReadOnlyObjectProperty<Sentence> sentenceProperty() {
    return sentence.getReadOnlyProperty();
  }

  public boolean canRun() {
    return night.program().isPresent();
  }

  private void refresh() {
    if (night.program().isEmpty()) {
      sentence.set(new Sentence.Builder().say("Without a program nothing can be rehearsed.").end());
      return;
    }
    List<Program> programs = night.night().programs();
    int index = Math.min(night.programIndexProperty().get(), programs.size() - 1);
    List<Integer> indexes = IntStream.range(0, programs.size()).boxed().toList();
    sentence.set(
        new Sentence.Builder()
            .say("Shoot ")
            .set(
                Settings.choice(
                    "program",
                    index,
                    indexes,
                    i -> programs.get(i).name(),
                    i -> yields(programs.get(i), size, fileType),
                    night.programIndexProperty()::set))
            .say(" without waiting, under a simulated sky, at ")
            .set(
                Settings.choice(
                    "size",
                    size,
                    List.of(Size.values()),
                    s -> s.text,
                    s -> yields(programs.get(index), s, fileType),
                    s -> {
                      size = s;
                      refresh();
                    }))
            .say(", as ")
            .set(
                Settings.choice(
                    "format",
                    fileType,
                    List.of(FileType.values()),
                    FileType::name,
                    f -> yields(programs.get(index), size, f),
                    f -> {
                      fileType = f;
                      refresh();
                    }))
            .say(", with ")
            .set(
                Settings.choice(
                    "happening",
                    happening,
                    happenings(),
                    RehearseModel::name,
                    h -> "once in the program, when and where the number chooses",
                    h -> {
                      happening = h;
                      refresh();
                    }))
            .say(" happening, and noise number ")
            .set(
                Settings.number(
                    "seed",
                    Long.toString(seed),
                    seed,
                    v -> v + 1,
                    v -> v - 1,
                    Double::longValue,
                    v -> "another number gives other noise and other hot pixels",
                    v -> {
                      seed = v;
                      refresh();
                    }))
            .say(".")
            .end());
  }

  /** Nothing, each by itself, and all together. */
  private static List<Set<HappeningKind>> happenings() {
    List<Set<HappeningKind>> all = new ArrayList<>(List.of(Set.of()));
    for (HappeningKind kind : HappeningKind.values()) {
      all.add(Set.of(kind));
    }
    all.add(Set.of(HappeningKind.values()));
    return all;
  }

  private static String name(Set<HappeningKind> kinds) {
    return kinds.isEmpty()
        ? "nothing"
        : kinds.size() == 1 ? kinds.iterator().next().key() : "everything";
  }

  private String yields(Program program, Size chosen, FileType type) {
    Body body = body(night.night(), chosen);
    double bytes =
        switch (type) {
          case JPEG -> JPEG_BYTES;
          case TIFF -> TIFF_BYTES;
          case DNG -> DNG_BYTES;
        };
    double all = program.interval().count() * bytes * body.pixelsWide() * body.pixelsHigh();
    return "%d frames of %d x %d pixels, about %s"
        .formatted(
            program.interval().count(),
            body.pixelsWide(),
            body.pixelsHigh(),
            new ByteSize((long) all));
  }

  private static Body body(Night night, Size size) {
    Body body = night.body();
    return body.withPixels(body.pixelsWide() / size.divisor, body.pixelsHigh() / size.divisor);
  }

  /**
   * A frame that has just been stored.
   *
   * @param opened when its shutter opened
   * @param file where it is
   */
  public record Arrival(Instant opened, Path file) {}

  /** The work of rehearsing, cut off from the window: takes what is set now. */
  public Job job() {
    return new Job(
        night.night(), night.program().orElseThrow(), size, fileType, seed, happening, folder());
  }

  /** A folder of its own for each rehearsal, so that none overwrites another. */
  private Path folder() {
    Path parent = night.folder().orElseThrow().resolve("rehearsals");
    int number = 1;
    while (Files.exists(parent.resolve(Integer.toString(number)))) {
      number++;
    }
    return parent.resolve(Integer.toString(number));
  }

  /** A rehearsal that is about to run. */
  public record Job(
      Night night,
      Program program,
      Size size,
      FileType type,
      long seed,
      Set<HappeningKind> happening,
      Path folder) {
    /** Shoots, and lists the frames. */
    public FrameSet run(Consumer<Arrival> onFrame, Progress progress, Cancellation cancellation) {
      try {
        Files.createDirectories(folder);
      } catch (IOException e) {
        throw new WorkFailed("The folder " + folder + " cannot be made", e);
      }
      Happenings happenings = Happenings.of(happening, List.of(program), body(night, size), seed);
      SimulatedCamera camera =
          new SimulatedCamera(
              body(night, size),
              night.lens(),
              night.site(),
              new Scene(night.millAzimuthDeg()),
              seed,
              happenings,
              night.assumptions().celsius());
      Rehearsal rehearsal = new Rehearsal(camera, type);
      List<Rehearsal.Planned> planned =
          rehearsal.plan(
              List.of(program),
              p -> happenings.comeAbout(p, Take.of(p, night.kit(), night.place())),
              Integer.MAX_VALUE,
              folder);
      rehearsal.run(
          planned,
          next -> onFrame.accept(new Arrival(next.shot().opensAt(), next.file())),
          progress,
          cancellation);
      Truth.write(camera, seed, planned, folder.resolve("truth.json"));
      return FrameFinder.find(List.of(folder), Progress.NONE, cancellation);
    }
  }
}
