package zygonox.desktop.program;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import zygonox.core.night.Night;
import zygonox.core.night.NightCheck;
import zygonox.core.optics.Dial;
import zygonox.core.optics.LensFilter;
import zygonox.core.optics.Orientation;
import zygonox.core.program.Goal;
import zygonox.core.program.Goal.Give;
import zygonox.core.program.Interval;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.program.ProgramFinding.Weight;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.Compass;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.Moments;
import zygonox.core.quantity.Notation;
import zygonox.core.quantity.Seconds;
import zygonox.core.words.ProgramWords;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Setting;
import zygonox.desktop.sentence.Settings;
import zygonox.desktop.stage.Obstacle;
import zygonox.desktop.stage.OpenNight;

/** The program in work as sentences, what it comes to, and what stands in its way. */
public final class ProgramModel {
  private final OpenNight open;
  private final ReadOnlyObjectWrapper<Sentence> sentence =
      new ReadOnlyObjectWrapper<>(new Sentence(List.of()));
  private final ReadOnlyObjectWrapper<Sentence> goals =
      new ReadOnlyObjectWrapper<>(new Sentence(List.of()));
  private final ReadOnlyObjectWrapper<Sentence> adding =
      new ReadOnlyObjectWrapper<>(new Sentence(List.of()));
  private final ReadOnlyObjectWrapper<List<String>> yields = new ReadOnlyObjectWrapper<>(List.of());
  private final ReadOnlyObjectWrapper<List<Obstacle>> obstacles =
      new ReadOnlyObjectWrapper<>(List.of());
  private boolean inView = true;
  private Program asChosen;
  private Give give = Give.COUNT;
  private Job next = Job.STAR_TRAILS_SHORT;

  public ProgramModel(OpenNight open) {
    this.open = open;
    open.nightProperty().subscribe(n -> refresh());
    open.programIndexProperty().subscribe(i -> refresh());
  }

  /** Out of view it rests: much is reckoned for each change. */
  public void setInView(boolean inView) {
    this.inView = inView;
    refresh();
  }

  /** What is shot, and when. */
  public ReadOnlyObjectProperty<Sentence> sentenceProperty() {
    return sentence.getReadOnlyProperty();
  }

  /** What it is to come to, and which setting gives way for that. */
  public ReadOnlyObjectProperty<Sentence> goalsProperty() {
    return goals.getReadOnlyProperty();
  }

  /** Which program is added next. */
  public ReadOnlyObjectProperty<Sentence> addingProperty() {
    return adding.getReadOnlyProperty();
  }

  /** What it takes and gives. */
  public ReadOnlyObjectProperty<List<String>> yieldsProperty() {
    return yields.getReadOnlyProperty();
  }

  public ReadOnlyObjectProperty<List<Obstacle>> obstaclesProperty() {
    return obstacles.getReadOnlyProperty();
  }

  /** Adds a program for the job that was chosen, made for the gear and the place. */
  public void add() {
    Night night = open.night();
    open.add(night.startingPrograms().of(next, Words.say("job." + next), open.program()));
  }

  public boolean canRemove() {
    return open.night() != null && open.night().programs().size() > 1;
  }

  /** Takes the program in work out of the plan; the last one stays. */
  public void remove() {
    if (canRemove()) {
      open.remove();
    }
  }

  private void refresh() {
    if (!inView) {
      return;
    }
    if (open.program().isEmpty()) {
      sentence.set(new Sentence.Builder().say(Words.say("program.s-no-night-is-open")).end());
      goals.set(new Sentence(List.of()));
      adding.set(new Sentence(List.of()));
      yields.set(List.of());
      obstacles.set(List.of());
      return;
    }
    Night night = open.night();
    Program program = open.program().get();
    sentence.set(sentence(program));
    goals.set(goals(program));
    adding.set(adding());
    yields.set(ProgramWords.yields(night, index()));
    List<Obstacle> found = new ArrayList<>();
    offer(program).ifPresent(found::add);
    NightCheck.of(night, index()).forEach(f -> found.add(Obstacle.of(f, open)));
    obstacles.set(found);
  }

  private void choose(Program p, Job job) {
    asChosen = p.withJob(job);
    open.edit("job", asChosen);
  }

  /** Right after another job was chosen: to set what belongs to it, in one step. */
  private Optional<Obstacle> offer(Program program) {
    if (!program.equals(asChosen)) {
      return Optional.empty();
    }
    Job job = program.job();
    String name = Words.say("job." + job);
    Program usual =
        open.night().startingPrograms().of(job, name, before()).withStart(program.start());
    return usual.equals(program)
        ? Optional.empty()
        : Optional.of(
            new Obstacle(
                Weight.INFORMS,
                Words.say("job.offer", name),
                List.of(
                    new Obstacle.Mend(Words.say("job.set"), () -> open.edit("job-set", usual)))));
  }

  /** The program before the one in work: darks take its settings. */
  private Optional<Program> before() {
    int index = index();
    return index == 0 ? Optional.empty() : Optional.of(open.night().programs().get(index - 1));
  }

  private int index() {
    return Math.min(open.programIndexProperty().get(), open.night().programs().size() - 1);
  }

  private Sentence sentence(Program p) {
    Interval i = p.interval();
    Direction facing = p.facing();
    return new Sentence.Builder()
        .say(Words.say("program.s-for"))
        .set(programChoice())
        .say(Words.say("program.s-start-at"))
        .set(start(p))
        .say(Words.say("program.s-and-shoot"))
        .set(
            number(
                "count",
                Notation.FRAMES::parse,
                Words.frames(i.count()),
                i.count(),
                v -> v + 1,
                v -> v - 1,
                v -> p.withInterval(i.withCount(Notation.FRAMES.whole(v)))))
        .say(Words.say("program.s-of"))
        .set(
            number(
                "exposure",
                Seconds::parse,
                Seconds.text(i.exposureSeconds()),
                i.exposureSeconds(),
                Dial.SHUTTER::up,
                Dial.SHUTTER::down,
                v -> p.withInterval(i.withExposure(v))))
        .say(Words.say("program.s-with-2"))
        .set(
            number(
                "gap",
                Seconds::parse,
                Seconds.text(i.gapSeconds()),
                i.gapSeconds(),
                v -> v + 0.5,
                v -> Math.max(0, v - 0.5),
                v -> p.withInterval(i.withGap(v))))
        .say(Words.say("program.s-closed-between"))
        .set(
            number(
                "period",
                Seconds::parse,
                Seconds.text(i.periodSeconds()),
                i.periodSeconds(),
                v -> v + 0.5,
                v -> v - 0.5,
                v -> p.withInterval(i.withGap(Interval.gapOfPeriod(i.exposureSeconds(), v)))))
        .say(Words.say("program.s-from-start-to-start"))
        .set(
            number(
                "focal",
                Notation.MILLIMETRES::parse,
                Words.number(p.focalMm()) + Words.say("program.mm"),
                p.focalMm(),
                v -> v + 1,
                v -> v - 1,
                v -> p.withFocal(open.night().lens().checked(v))))
        .say(Words.say("program.s-at"))
        .set(
            number(
                "aperture",
                Notation.F_NUMBER::parse,
                "f/" + Words.number(p.aperture()),
                p.aperture(),
                v -> Dial.APERTURE.up(v),
                v -> Dial.APERTURE.down(v),
                p::withAperture))
        .say(", ")
        .set(
            number(
                "iso",
                Notation.ISO::parse,
                Words.say("program.iso") + p.iso(),
                p.iso(),
                Dial.ISO::up,
                Dial.ISO::down,
                v -> p.withIso(Notation.ISO.whole(v))))
        .say(Words.say("program.s-facing"))
        .set(
            number(
                "azimuth",
                Compass::parseAzimuth,
                Compass.azimuthText(facing.azimuthDeg()),
                facing.azimuthDeg(),
                v -> v + 1,
                v -> v - 1,
                v -> p.withFacing(new Direction(v, facing.altitudeDeg()))))
        .say(Words.say("program.s-and"))
        .set(
            number(
                "altitude",
                Compass::parseAltitude,
                Compass.altitudeText(facing.altitudeDeg()),
                facing.altitudeDeg(),
                v -> v + 1,
                v -> v - 1,
                v -> p.withFacing(new Direction(facing.azimuthDeg(), v))))
        .say(".")
        .end();
  }

  private Sentence goals(Program p) {
    Interval i = p.interval();
    Night night = open.night();
    double fps = night.assumptions().clipFps();
    Sentence.Builder said =
        new Sentence.Builder()
            .say(Words.say("program.s-shot-as"))
            .set(
                Settings.choice(
                    "job",
                    p.job(),
                    List.of(Job.values()),
                    j -> Words.say("job." + j),
                    j -> Words.say("yields." + j),
                    j -> choose(p, j)))
            .say(Words.say("program.s-held"))
            .set(
                Settings.choice(
                    "held",
                    p.orientation(),
                    List.of(Orientation.values()),
                    o -> Words.say("card.held." + o),
                    o -> field(night, p.withOrientation(o)),
                    o -> open.edit("held", p.withOrientation(o))))
            .say(Words.say("program.s-through"))
            .set(
                Settings.choice(
                    "filter",
                    p.filter(),
                    List.of(LensFilter.values()),
                    f -> Words.say("filter." + f),
                    f -> Words.say("filter-means." + f),
                    f -> open.edit("filter", p.withFilter(f))))
            .say(Words.say("program.s-changing-the"))
            .set(
                Settings.choice(
                    "give",
                    give,
                    List.of(Give.values()),
                    g -> g.name().toLowerCase(Locale.ROOT),
                    g -> Words.say("program.the-other-settings-stay-as"),
                    g -> {
                      give = g;
                      refresh();
                    }))
            .say(Words.say("program.s-it-ends-at"));
    said.set(
        Settings.parsed(
            "end",
            Moments.exactClock(p.end(night.body()), night.zone()),
            typed -> Goal.end(p, night.time(typed).toInstant(), give, night.body()),
            this::consequence,
            changed -> open.edit("end", changed),
            by -> Goal.end(p, p.end(night.body()).plusSeconds(300L * by), give, night.body())));
    if (p.job().stars() != Job.Stars.FOLLOWED && p.job().stars() != Job.Stars.NONE) {
      said.say(Words.say("program.s-with-arcs-of"))
          .set(
              number(
                  "arc",
                  Notation.DEGREES::parse,
                  String.format(Locale.ROOT, "%.1f°", i.trailDegrees()),
                  Math.round(10 * i.trailDegrees()) / 10.0,
                  v -> v + 1,
                  v -> v - 1,
                  v -> Goal.arc(p, v, give)));
    }
    if (p.job().isClip()) {
      said.say(Words.say("program.s-and-makes-a-clip-of"))
          .set(
              number(
                  "clip",
                  Seconds::parse,
                  Seconds.about(i.count() / fps),
                  i.count() / fps,
                  v -> v + 1,
                  v -> v - 1,
                  v -> Goal.clip(p, v, fps, give)))
          .say(Words.say("program.s-at"))
          .set(
              Settings.number(
                  "fps",
                  Notation.FRAMES_A_SECOND::parse,
                  Words.number(fps) + Words.say("program.a-second"),
                  fps,
                  v -> v + 1,
                  v -> v - 1,
                  v -> night.withAssumptions(night.assumptions().withClipFps(v)),
                  n ->
                      Words.say("program.a-clip-of")
                          + Seconds.about(i.count() / n.assumptions().clipFps()),
                  changed -> open.edit("fps", changed)));
    }
    return said.say(".").end();
  }

  private static String field(Night night, Program p) {
    var sensor = p.sensor(night.body());
    return Words.say(
        "program.by-of-sky",
        sensor.fieldOfViewDeg(sensor.body().sensorWidthMm()),
        sensor.fieldOfViewDeg(sensor.body().sensorHeightMm()));
  }

  private Sentence adding() {
    return new Sentence.Builder()
        .say(Words.say("program.s-then"))
        .set(
            Settings.choice(
                "next",
                next,
                List.of(Job.values()),
                j -> Words.say("job." + j),
                j -> Words.say("yields." + j),
                j -> {
                  next = j;
                  refresh();
                }))
        .end();
  }

  private Setting programChoice() {
    List<Program> programs = open.night().programs();
    return Settings.choice(
        "program",
        index(),
        IntStream.range(0, programs.size()).boxed().toList(),
        index -> programs.get(index).name(),
        index -> consequence(programs.get(index)),
        open.programIndexProperty()::set);
  }

  private Setting start(Program p) {
    return Settings.parsed(
        "start",
        Moments.exactClock(p.start().toInstant(), open.night().zone()),
        typed -> p.withStart(open.night().time(typed)),
        this::consequence,
        changed -> open.edit("start", changed),
        direction -> p.withStart(p.start().plusMinutes(5L * direction)));
  }

  private Setting number(
      String key,
      ToDoubleFunction<String> reader,
      String text,
      double value,
      Function<Double, Double> up,
      Function<Double, Double> down,
      Function<Double, Program> change) {
    return Settings.number(
        key,
        reader,
        text,
        value,
        up,
        down,
        change,
        this::consequence,
        changed -> open.edit(key, changed));
  }

  /** What a program comes to. */
  private String consequence(Program p) {
    Interval i = p.interval();
    Night night = open.night();
    return Words.say(
        "program.of-closed-between-until-arcs",
        Words.frames(i.count()),
        Seconds.text(i.exposureSeconds()),
        Seconds.text(i.gapSeconds()),
        Seconds.about(p.totalSeconds(night.body())),
        Moments.exactClock(p.end(night.body()), night.zone()),
        i.trailDegrees(),
        new ByteSize(p.frames(night.body()) * night.kit().camera().rawBytes()));
  }
}
