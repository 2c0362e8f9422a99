package zygonox.desktop.rehearse;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import zygonox.core.night.Night;
import zygonox.core.optics.Body;
import zygonox.core.program.Program;
import zygonox.core.program.Take;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.Notation;
import zygonox.core.quantity.Seconds;
import zygonox.core.raster.Raster;
import zygonox.core.rehearsal.HappeningKind;
import zygonox.core.rehearsal.Happenings;
import zygonox.core.rehearsal.Prediction;
import zygonox.core.rehearsal.Rehearsal.FileType;
import zygonox.core.rehearsal.Scene;
import zygonox.core.rehearsal.SimulatedCamera;
import zygonox.core.words.Words;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Settings;
import zygonox.desktop.stage.OpenNight;

/** How the program in work is rehearsed, as a sentence. */
public final class RehearseModel {
  /** What is shot: how much smaller than the camera's own frames. */
  enum Size {
    SMALL(Words.say("rehearse.a-sixth-of-the-size"), 6),
    MIDDLE(Words.say("rehearse.a-third-of-the-size"), 3),
    FULL(Words.say("rehearse.full-size"), 1);

    private final String text;
    private final int divisor;

    Size(String text, int divisor) {
      this.text = text;
      this.divisor = divisor;
    }
  }

  /** How time goes by. */
  enum Speed {
    AT_ONCE(Words.say("rehearse.without-waiting"), 0),
    FAST(Words.say("rehearse.with-the-timer-running-times"), 60),
    REAL(Words.say("rehearse.with-the-timer-running-in"), 1);

    private final String text;
    private final double times;

    Speed(String text, double times) {
      this.text = text;
      this.times = times;
    }

    /** How many times as fast as a clock; 0 for as fast as can be. */
    double times() {
      return times;
    }
  }

  /** Bytes a pixel takes in each file type: measured on rehearsed frames. */
  private static final double JPEG_BYTES = 0.3;

  private static final int PREDICTED_WIDTH = 1200;

  private static final double TIFF_BYTES = 6;
  private static final double DNG_BYTES = 2;

  private final OpenNight night;
  private final ReadOnlyObjectWrapper<Sentence> sentence =
      new ReadOnlyObjectWrapper<>(new Sentence(List.of()));
  private Speed speed = Speed.AT_ONCE;
  private Size size = Size.SMALL;
  private FileType fileType = FileType.JPEG;
  private Set<HappeningKind> happening = Set.of();
  private long seed = 1;

  /** What the camera makes by itself, where that is shown. */
  private final ReadOnlyObjectWrapper<Optional<Prediction.Blend>> inCamera =
      new ReadOnlyObjectWrapper<>(Optional.empty());

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
      sentence.set(
          new Sentence.Builder().say(Words.say("rehearse.s-without-a-program-nothing-can")).end());
      return;
    }
    List<Program> programs = night.night().programs();
    int index = Math.min(night.programIndexProperty().get(), programs.size() - 1);
    List<Integer> indexes = IntStream.range(0, programs.size()).boxed().toList();
    if (!shown(programs.get(index)).contains(inCamera.get())) {
      inCamera.set(Optional.empty());
    }
    sentence.set(
        new Sentence.Builder()
            .say(Words.say("rehearse.s-shoot"))
            .set(
                Settings.choice(
                    "program",
                    index,
                    indexes,
                    i -> programs.get(i).name(),
                    i -> yields(programs.get(i), size, fileType),
                    night.programIndexProperty()::set))
            .say(" ")
            .set(
                Settings.choice(
                    "speed",
                    speed,
                    List.of(Speed.values()),
                    s -> s.text,
                    s -> lasts(programs.get(index), s),
                    s -> {
                      speed = s;
                      refresh();
                    }))
            .say(Words.say("rehearse.s-under-a-simulated-sky-at"))
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
            .say(Words.say("rehearse.s-as"))
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
            .say(Words.say("rehearse.s-with"))
            .set(
                Settings.choice(
                    "happening",
                    happening,
                    happenings(),
                    RehearseModel::name,
                    h -> Words.say("rehearse.once-in-the-program-when"),
                    h -> {
                      happening = h;
                      refresh();
                    }))
            .say(Words.say("rehearse.s-happening-and-noise-number"))
            .set(
                Settings.number(
                    "seed",
                    Notation.NUMBER::parse,
                    Long.toString(seed),
                    seed,
                    v -> v + 1,
                    v -> v - 1,
                    Double::longValue,
                    v -> Words.say("rehearse.another-number-gives-other-noise"),
                    v -> {
                      seed = v;
                      refresh();
                    }))
            .say(Words.say("rehearse.s-shown-is"))
            .set(
                Settings.choice(
                    "shown",
                    inCamera.get(),
                    shown(programs.get(index)),
                    RehearseModel::blended,
                    b -> means(programs.get(index), b),
                    b -> {
                      inCamera.set(b);
                      refresh();
                    }))
            .say(".")
            .end());
  }

  /** What the camera makes by itself, where that is to be shown instead of what is made later. */
  ReadOnlyObjectProperty<Optional<Prediction.Blend>> inCameraProperty() {
    return inCamera.getReadOnlyProperty();
  }

  private static List<Optional<Prediction.Blend>> shown(Program program) {
    List<Optional<Prediction.Blend>> all = new ArrayList<>(List.of(Optional.empty()));
    if (program.interval().count() > 1) {
      Prediction.Blend.inCamera().forEach(b -> all.add(Optional.of(b)));
    }
    return all;
  }

  private static String blended(Optional<Prediction.Blend> blend) {
    return Words.say(blend.map(b -> "rehearse.shown." + b).orElse("rehearse.shown-later"));
  }

  private static String means(Program program, Optional<Prediction.Blend> blend) {
    if (blend.isEmpty()) {
      return caption(program);
    }
    int count = program.interval().count();
    int taken = blend.get().takes(count);
    String said = Words.say("rehearse.in-camera-means", taken, count);
    boolean bulb =
        program.interval().exposureSeconds() > Prediction.Blend.LONGEST_IN_CAMERA_SECONDS;
    return bulb
        ? said
            + " "
            + Words.say(
                "rehearse.in-camera-bulb", Seconds.text(program.interval().exposureSeconds()))
        : said;
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

  private String lasts(Program program, Speed chosen) {
    double seconds = program.totalSeconds(night.night().body());
    return chosen == Speed.AT_ONCE
        ? Words.say("rehearse.as-many-frames-at-once")
        : Words.say("rehearse.the-run-lasts")
            + Seconds.about(seconds / chosen.times)
            + Words.say("rehearse.it-can-be-paused-and");
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
    return Words.say(
        "rehearse.frames-of-x-pixels-about",
        program.interval().count(),
        body.pixelsWide(),
        body.pixelsHigh(),
        new ByteSize((long) all));
  }

  private static Body body(Night night, Size size) {
    Body body = night.body();
    return body.withPixels(body.pixelsWide() / size.divisor, body.pixelsHigh() / size.divisor);
  }

  /** The work of rehearsing, cut off from the window: takes what is set now. */
  public RehearsalJob job() {
    return new RehearsalJob(
        night.night(),
        night.program().orElseThrow(),
        body(night.night(), size),
        speed,
        fileType,
        seed,
        happening,
        folder());
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

  /** What a predicted picture is, blended later as the program's job is. */
  static String caption(Program program) {
    return caption(program, Prediction.Blend.of(program.job()));
  }

  /** What a predicted picture is. */
  static String caption(Program program, Prediction.Blend blend) {
    int frames = program.interval().count();
    return switch (blend) {
      case LIGHTEN -> "predicted: " + Words.frames(frames) + Words.say("rehearse.lightened");
      case MEAN ->
          Words.say("rehearse.predicted-the-mean-of")
              + Words.frames(frames)
              + Words.say("rehearse.brought-onto-the-stars");
      case SINGLE -> Words.say("rehearse.predicted-one-frame");
      case CAMERA_LIGHTEN, CAMERA_ADD, CAMERA_AVERAGE ->
          Words.say(
              "rehearse.predicted-in-camera",
              blended(Optional.of(blend)),
              blend.takes(frames),
              frames);
    };
  }

  /**
   * The finished picture of the program in work, of a width that a window shows.
   *
   * @param blend what is made of its frames
   */
  static Raster predicted(
      Night plan,
      Program program,
      Prediction.Blend blend,
      Progress progress,
      Cancellation cancellation) {
    Body body = plan.body();
    int width = Math.min(PREDICTED_WIDTH, body.pixelsWide());
    Body small = body.withPixels(width, width * body.pixelsHigh() / body.pixelsWide());
    SimulatedCamera camera =
        new SimulatedCamera(
            small,
            plan.lens(),
            plan.site(),
            Scene.of(plan.site()),
            1,
            Happenings.NONE,
            plan.assumptions().celsius());
    return new Prediction(camera, 1)
        .of(Take.of(program, plan.conditions(program)), blend, progress, cancellation);
  }
}
