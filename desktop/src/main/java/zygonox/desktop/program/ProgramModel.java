package zygonox.desktop.program;

import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import java.util.stream.IntStream;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import zygonox.core.night.Night;
import zygonox.core.night.NightCheck;
import zygonox.core.optics.Dial;
import zygonox.core.optics.Orientation;
import zygonox.core.program.Goal;
import zygonox.core.program.Goal.Give;
import zygonox.core.program.Interval;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.words.ProgramWords;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Setting;
import zygonox.desktop.sentence.Settings;
import zygonox.desktop.stage.NightClock;
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
      sentence.set(new Sentence.Builder().say("No night is open.").end());
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
    yields.set(ProgramWords.yields(night, program));
    obstacles.set(NightCheck.of(night, index()).stream().map(f -> Obstacle.of(f, open)).toList());
  }

  private int index() {
    return Math.min(open.programIndexProperty().get(), open.night().programs().size() - 1);
  }

  private Sentence sentence(Program p) {
    Interval i = p.interval();
    Direction facing = p.facing();
    return new Sentence.Builder()
        .say("For ")
        .set(programChoice())
        .say(" start at ")
        .set(start(p))
        .say(" and shoot ")
        .set(
            number(
                "count",
                Words.frames(i.count()),
                i.count(),
                v -> v + 1,
                v -> v - 1,
                v -> p.withInterval(i.withCount(whole("The count of frames", v)))))
        .say(" of ")
        .set(
            number(
                "exposure",
                Words.shutter(i.exposureSeconds()),
                i.exposureSeconds(),
                Dial.SHUTTER::up,
                Dial.SHUTTER::down,
                v -> p.withInterval(i.withExposure(v))))
        .say(" with ")
        .set(
            number(
                "gap",
                Words.duration(i.gapSeconds()),
                i.gapSeconds(),
                v -> v + 0.5,
                v -> Math.max(0, v - 0.5),
                v -> p.withInterval(i.withGap(v))))
        .say(" closed between (")
        .set(
            number(
                "period",
                Words.duration(i.periodSeconds()),
                i.periodSeconds(),
                v -> v + 0.5,
                v -> v - 0.5,
                v -> p.withInterval(i.withGap(Interval.gapOfPeriod(i.exposureSeconds(), v)))))
        .say(" from start to start), ")
        .set(
            number(
                "focal",
                Words.number(p.focalMm()) + " mm",
                p.focalMm(),
                v -> v + 1,
                v -> v - 1,
                p::withFocal))
        .say(" at ")
        .set(
            number(
                "aperture",
                "f/" + Words.number(p.aperture()),
                p.aperture(),
                v -> Dial.APERTURE.up(v),
                v -> Dial.APERTURE.down(v),
                p::withAperture))
        .say(", ")
        .set(
            number(
                "iso",
                "ISO " + p.iso(),
                p.iso(),
                Dial.ISO::up,
                Dial.ISO::down,
                v -> p.withIso(whole("The ISO speed", v))))
        .say(", facing ")
        .set(
            number(
                "azimuth",
                Words.compass(facing.azimuthDeg()) + " " + Words.number(facing.azimuthDeg()) + "°",
                facing.azimuthDeg(),
                v -> v + 1,
                v -> v - 1,
                v -> p.withFacing(new Direction(v, facing.altitudeDeg()))))
        .say(" and ")
        .set(
            number(
                "altitude",
                Words.number(facing.altitudeDeg()) + "° up",
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
            .say("Shot as ")
            .set(
                Settings.choice(
                    "job",
                    p.job(),
                    List.of(Job.values()),
                    j -> Words.say("job." + j),
                    j -> Words.say("yields." + j),
                    j -> open.edit("job", p.withJob(j))))
            .say(", held ")
            .set(
                Settings.choice(
                    "held",
                    p.orientation(),
                    List.of(Orientation.values()),
                    o -> Words.say("card.held." + o),
                    o -> field(night, p.withOrientation(o)),
                    o -> open.edit("held", p.withOrientation(o))))
            .say(". Changing the ")
            .set(
                Settings.choice(
                    "give",
                    give,
                    List.of(Give.values()),
                    g -> g.name().toLowerCase(Locale.ROOT),
                    g -> "the other settings stay as they are",
                    g -> {
                      give = g;
                      refresh();
                    }))
            .say(", it ends at ");
    said.set(
        Settings.parsed(
            "end",
            NightClock.text(night, p.end(night.body())),
            typed -> Goal.end(p, NightClock.parse(night, typed).toInstant(), give, night.body()),
            this::consequence,
            changed -> open.edit("end", changed),
            by -> Goal.end(p, p.end(night.body()).plusSeconds(300L * by), give, night.body())));
    if (p.job().stars() != Job.Stars.FOLLOWED && p.job().stars() != Job.Stars.NONE) {
      said.say(" with arcs of ")
          .set(
              number(
                  "arc",
                  String.format(Locale.ROOT, "%.1f°", i.trailDegrees()),
                  Math.round(100 * i.trailDegrees()) / 100.0,
                  v -> v + 1,
                  v -> v - 1,
                  v -> Goal.arc(p, v, give)));
    }
    if (p.job().isClip()) {
      said.say(" and makes a clip of ")
          .set(
              number(
                  "clip",
                  Words.duration(i.count() / fps),
                  i.count() / fps,
                  v -> v + 1,
                  v -> v - 1,
                  v -> Goal.clip(p, v, fps, give)))
          .say(" at ")
          .set(
              Settings.number(
                  "fps",
                  Words.number(fps) + " a second",
                  fps,
                  v -> v + 1,
                  v -> v - 1,
                  v -> night.withAssumptions(night.assumptions().withClipFps(v)),
                  n -> "a clip of " + Words.duration(i.count() / n.assumptions().clipFps()),
                  changed -> open.edit("fps", changed)));
    }
    return said.say(".").end();
  }

  private static String field(Night night, Program p) {
    var sensor = p.sensor(night.body());
    return String.format(
        Locale.ROOT,
        "%.0f° by %.0f° of sky",
        sensor.fieldOfViewDeg(sensor.body().sensorWidthMm()),
        sensor.fieldOfViewDeg(sensor.body().sensorHeightMm()));
  }

  private Sentence adding() {
    return new Sentence.Builder()
        .say("Then ")
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
        NightClock.text(open.night(), p.start().toInstant()),
        typed -> p.withStart(NightClock.parse(open.night(), typed).toOffsetDateTime()),
        this::consequence,
        changed -> open.edit("start", changed),
        direction -> p.withStart(p.start().plusMinutes(5L * direction)));
  }

  private Setting number(
      String key,
      String text,
      double value,
      Function<Double, Double> up,
      Function<Double, Double> down,
      Function<Double, Program> change) {
    return Settings.number(
        key, text, value, up, down, change, this::consequence, changed -> open.edit(key, changed));
  }

  /** What a program comes to. */
  private String consequence(Program p) {
    Interval i = p.interval();
    Night night = open.night();
    return String.format(
        Locale.ROOT,
        "%s of %s, %s closed between: %s until %s, arcs of %.1f°, %s on the card",
        Words.frames(i.count()),
        Words.shutter(i.exposureSeconds()),
        Words.duration(i.gapSeconds()),
        Words.duration(p.totalSeconds(night.body())),
        NightClock.text(night, p.end(night.body())),
        i.trailDegrees(),
        new ByteSize(p.frames(night.body()) * night.kit().camera().rawBytes()));
  }

  private static int whole(String what, double value) {
    if (value != Math.rint(value)) {
      throw new InvalidInput(what + " is " + value + "; it must be a whole number");
    }
    return (int) Math.max(Integer.MIN_VALUE, Math.min(Integer.MAX_VALUE, value));
  }
}
