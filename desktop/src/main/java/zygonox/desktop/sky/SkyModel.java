package zygonox.desktop.sky;

import java.time.Instant;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import zygonox.core.night.Night;
import zygonox.core.optics.Body;
import zygonox.core.optics.Orientation;
import zygonox.core.optics.Projection;
import zygonox.core.optics.Sensor;
import zygonox.core.program.Program;
import zygonox.core.program.Yield;
import zygonox.core.quantity.Coordinates;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.sky.Almanac;
import zygonox.core.sky.DeepSky;
import zygonox.core.sky.LocalSky;
import zygonox.core.sky.Moon;
import zygonox.core.sky.SkyBody;
import zygonox.core.sky.Sun;
import zygonox.core.sky.Twilight;
import zygonox.core.sky.Vector;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Settings;
import zygonox.desktop.stage.NightClock;
import zygonox.desktop.stage.Obstacle;
import zygonox.desktop.stage.OpenNight;

/** Where the lens of the program in work points, and at what hour it is looked through. */
public final class SkyModel {
  private static final int STEP_MINUTES = 10;
  private static final String NOTHING = "nothing";

  private final OpenNight open;
  private final ReadOnlyObjectWrapper<Sentence> sentence =
      new ReadOnlyObjectWrapper<>(new Sentence(List.of()));
  private final ReadOnlyObjectWrapper<List<Obstacle>> obstacles =
      new ReadOnlyObjectWrapper<>(List.of());
  private final ReadOnlyStringWrapper darkness = new ReadOnlyStringWrapper("");
  private Night described;
  private Almanac almanac;

  public SkyModel(OpenNight open) {
    this.open = open;
    open.nightProperty().subscribe(n -> refresh());
    open.programIndexProperty().subscribe(i -> refresh());
    open.timeProperty().subscribe(t -> refresh());
  }

  public ReadOnlyObjectProperty<Sentence> sentenceProperty() {
    return sentence.getReadOnlyProperty();
  }

  public ReadOnlyObjectProperty<List<Obstacle>> obstaclesProperty() {
    return obstacles.getReadOnlyProperty();
  }

  /** The night's darkness and moon in words. */
  public ReadOnlyStringProperty darknessProperty() {
    return darkness.getReadOnlyProperty();
  }

  /** The program whose lens is looked through. */
  public Optional<Program> program() {
    return open.program();
  }

  public Night night() {
    return open.night();
  }

  /** When the sky is looked at: what was chosen, else the middle of the program. */
  public Instant time() {
    Instant chosen = open.timeProperty().get();
    if (chosen != null) {
      return chosen;
    }
    Program program = program().orElseThrow();
    return program.middle(night().body());
  }

  /** Points the lens elsewhere. */
  public void turn(double azimuthBy, double altitudeBy) {
    Program p = program().orElseThrow();
    double altitude = Math.max(-30, Math.min(90, p.facing().altitudeDeg() + altitudeBy));
    open.edit(
        "facing",
        p.withFacing(
            new Direction(tenth(p.facing().azimuthDeg() + azimuthBy + 360), tenth(altitude))));
  }

  private static double tenth(double degrees) {
    return Math.round(degrees * 10) / 10.0;
  }

  /** A longer or shorter lens, by whole millimetres. */
  public void zoom(int steps) {
    Program p = program().orElseThrow();
    double by = Math.max(1, Math.round(p.focalMm() * 0.06));
    double focal = Math.max(4, Math.min(2000, p.focalMm() + steps * by));
    open.edit("focal", p.withFocal(focal));
  }

  private void refresh() {
    if (program().isEmpty()) {
      sentence.set(new Sentence.Builder().say("Plan a night.").end());
      obstacles.set(List.of());
      darkness.set("");
      return;
    }
    Night night = night();
    almanac = almanac(night);
    described = night;
    darkness.set(darkness(night, program().get().facing()));
    sentence.set(sentence(night, program().get()));
    obstacles.set(found(night, program().get()));
  }

  private String darkness(Night night, Direction facing) {
    return Words.darkness(almanac, night.zone())
        + Words.moonlight(almanac, night.place(), night.zone(), facing)
            .map(said -> " " + said)
            .orElse("");
  }

  private Sentence sentence(Night night, Program p) {
    Direction facing = p.facing();
    return new Sentence.Builder()
        .say("On ")
        .set(
            Settings.parsed(
                "date",
                night.date().toString(),
                typed -> night.withDate(date(typed)),
                this::describe,
                changed -> change("date", changed),
                days -> night.withDate(night.date().plusDays(days))))
        .say(" from " + night.site().name() + " (")
        .set(
            Settings.parsed(
                "place",
                Coordinates.text(night.place()),
                typed ->
                    night.withSite(
                        night
                            .site()
                            .withPlace(Coordinates.parse(typed, night.place().heightMetres()))),
                this::describe,
                changed -> change("place", changed),
                steps -> night))
        .say("), at ")
        .set(
            Settings.parsed(
                "time",
                NightClock.text(night, time()),
                typed -> NightClock.parse(night, typed).toInstant(),
                t -> describe(p),
                open.timeProperty()::set,
                direction -> time().plusSeconds(60L * STEP_MINUTES * direction)))
        .say(", looking ")
        .set(
            Settings.number(
                "azimuth",
                Words.compass(facing.azimuthDeg()) + " " + Words.number(facing.azimuthDeg()) + "°",
                facing.azimuthDeg(),
                v -> v + 1,
                v -> v - 1,
                v -> p.withFacing(new Direction(v, facing.altitudeDeg())),
                this::describe,
                changed -> open.edit("facing", changed)))
        .say(" and ")
        .set(
            Settings.number(
                "altitude",
                Words.number(facing.altitudeDeg()) + "° up",
                facing.altitudeDeg(),
                v -> v + 1,
                v -> v - 1,
                v -> p.withFacing(new Direction(facing.azimuthDeg(), v)),
                this::describe,
                changed -> open.edit("facing", changed)))
        .say(" through ")
        .set(
            Settings.number(
                "focal",
                Words.number(p.focalMm()) + " mm",
                p.focalMm(),
                v -> v + 1,
                v -> v - 1,
                p::withFocal,
                this::describe,
                changed -> open.edit("focal", changed)))
        .say(", held ")
        .set(
            Settings.choice(
                "held",
                p.orientation(),
                List.of(Orientation.values()),
                o -> Words.say("card.held." + o),
                o -> describe(p.withOrientation(o)),
                o -> open.edit("held", p.withOrientation(o))))
        .say(", aiming at ")
        .set(
            Settings.parsed(
                "target",
                night.assumptions().target().isEmpty() ? NOTHING : night.assumptions().target(),
                this::aimedAt,
                this::describeTarget,
                changed -> open.edit("target", changed),
                steps -> night))
        .say(".")
        .end();
  }

  private Night aimedAt(String typed) {
    String name = typed.strip();
    boolean none = name.isEmpty() || name.equalsIgnoreCase(NOTHING);
    Night changed = night().withAssumptions(night().assumptions().withTarget(none ? "" : name));
    // Asked for, so that a name that is not known is refused here.
    changed.target();
    return changed;
  }

  private String describeTarget(Night night) {
    return night
        .target()
        .map(body -> Words.target(almanac.target(body, night.site().skyline()), night.zone()))
        .orElse("no target: only darkness counts");
  }

  /** Points the lens at the target, as it stands at the hour that is looked at. */
  public void turnToTarget() {
    night()
        .target()
        .ifPresent(
            body -> {
              Direction d = body.at(night().place(), time()).direction();
              open.edit(
                  "facing",
                  program()
                      .orElseThrow()
                      .withFacing(
                          new Direction(
                              tenth(d.azimuthDeg()), tenth(Math.max(-30, d.altitudeDeg())))));
            });
  }

  /** Aims at a target, at its best hour, and turns the lens to it. */
  public void aimAt(DeepSky.Target target, Instant when) {
    open.edit("target", night().withAssumptions(night().assumptions().withTarget(target.id())));
    open.timeProperty().set(when);
    turnToTarget();
  }

  /** Draws a stretch of the skyline anew. */
  public void drawSkyline(List<Direction> stretch) {
    Night night = night();
    open.edit(
        "skyline", night.withSite(night.site().withSkyline(night.site().skyline().drawn(stretch))));
  }

  private void change(String what, Night changed) {
    open.timeProperty().set(null);
    open.edit(what, changed);
  }

  static LocalDate date(String typed) {
    try {
      return LocalDate.parse(typed.strip());
    } catch (DateTimeParseException e) {
      throw new InvalidInput("\"" + typed.strip() + "\" is no date; type it like 2026-10-14", e);
    }
  }

  private String describe(Night night) {
    return Words.darkness(almanac(night), night.zone());
  }

  /** Of a whole drag of the lens only the programs change: the almanac is reckoned once. */
  private Almanac almanac(Night night) {
    boolean sameSky =
        described != null
            && described.place().equals(night.place())
            && described.date().equals(night.date())
            && described.zone().equals(night.zone());
    return sameSky ? almanac : new Almanac(night.place(), night.date(), night.zone());
  }

  private String describe(Program p) {
    Night night = night();
    Sensor sensor = p.sensor(night.body());
    var rule = night.assumptions().rule();
    return String.format(
        Locale.ROOT,
        "%.0f° by %.0f° of sky; stars stay points for %.1f s by %s",
        sensor.fieldOfViewDeg(sensor.body().sensorWidthMm()),
        sensor.fieldOfViewDeg(sensor.body().sensorHeightMm()),
        rule.seconds(Yield.framed(p, night.kit(), night.place())),
        Words.say("rule." + rule));
  }

  private List<Obstacle> found(Night night, Program p) {
    List<Obstacle> found = new ArrayList<>();
    double sun = Sun.altitudeDeg(night.place(), time());
    if (sun > Twilight.DAY.lowestDeg()) {
      found.add(
          Obstacle.of("The sun is up at this hour: never look at it through an optical finder"));
    } else if (sun > Twilight.ASTRONOMICAL.lowestDeg()) {
      found.add(
          Obstacle.of(
              String.format(
                  Locale.ROOT,
                  "The sun is only %.0f° below the horizon: the sky is not dark yet",
                  -sun)));
    }
    night.target().ifPresent(body -> addTarget(found, night, p, body));
    double moon = Moon.from(night.place(), time()).altitudeDeg();
    double lit = Moon.at(time()).illuminatedFraction();
    if (moon > 0 && lit > night.assumptions().moonLimit()) {
      found.add(
          Obstacle.of(
              String.format(
                  Locale.ROOT,
                  "The moon is %.0f° up and %.0f %% lit: it drowns faint stars and lights the ground",
                  moon,
                  100 * lit)));
    }
    return found;
  }

  /** Whether the target is hidden at this hour, or outside the frame. */
  private void addTarget(List<Obstacle> found, Night night, Program p, SkyBody body) {
    Direction d = body.at(night.place(), time()).direction();
    String name = night.assumptions().target();
    double hidden = Math.max(0, night.site().skyline().altitudeDeg(d.azimuthDeg()));
    if (d.altitudeDeg() < hidden) {
      Optional<Obstacle.Mend> best =
          almanac
              .target(body, night.site().skyline())
              .bestWindow()
              .map(
                  w ->
                      new Obstacle.Mend(
                          "Go to its best hour", () -> open.timeProperty().set(w.middle())));
      found.add(
          new Obstacle(
              String.format(
                  Locale.ROOT,
                  "%s stands at %.0f° in the %s at this hour, behind the skyline (%.0f°)",
                  name,
                  d.altitudeDeg(),
                  Words.compass(d.azimuthDeg()),
                  hidden),
              best));
      return;
    }
    Body held = p.orientation().held(night.body());
    Projection lens = new Projection(held, p.focalMm(), p.facing());
    Vector v = LocalSky.refracted(Vector.of(d));
    boolean isInFrame =
        lens.sees(v)
            && Math.abs(lens.x(v) - held.pixelsWide() / 2.0) < held.pixelsWide() / 2.0
            && Math.abs(lens.y(v) - held.pixelsHigh() / 2.0) < held.pixelsHigh() / 2.0;
    if (!isInFrame) {
      found.add(
          new Obstacle(
              String.format(
                  Locale.ROOT,
                  "%s is not in the frame: it stands %.0f° up in the %s",
                  name,
                  d.altitudeDeg(),
                  Words.compass(d.azimuthDeg())),
              Optional.of(new Obstacle.Mend("Turn the lens to it", this::turnToTarget))));
    }
  }
}
