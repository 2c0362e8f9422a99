package zygonox.desktop.sky;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import zygonox.core.night.Night;
import zygonox.core.optics.Body;
import zygonox.core.optics.Orientation;
import zygonox.core.optics.PointStarRule;
import zygonox.core.optics.Projection;
import zygonox.core.optics.Sensor;
import zygonox.core.program.Program;
import zygonox.core.program.Yield;
import zygonox.core.quantity.Compass;
import zygonox.core.quantity.Coordinates;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.Moments;
import zygonox.core.quantity.Notation;
import zygonox.core.quantity.Seconds;
import zygonox.core.site.Gazetteer;
import zygonox.core.site.ZoneMap;
import zygonox.core.site.Zones;
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
      sentence.set(new Sentence.Builder().say(Words.say("sky.s-plan-a-night")).end());
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
        .set(
            Settings.words(
                "night-name",
                night.name(),
                Words.say("sky.name"),
                night::withName,
                changed -> open.edit("night-name", changed)))
        .say(Words.say("sky.s-on"))
        .set(
            Settings.parsed(
                "date",
                Moments.date(night.date()),
                typed -> night.withDate(Moments.parseDate(typed)),
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
                        night.site().movedTo(Gazetteer.parse(typed, night.place().heightMetres()))),
                this::describe,
                changed -> change("place", changed),
                steps -> night))
        .say(Words.say("sky.s-by-the-clock-of"))
        .set(
            Settings.parsed(
                "zone",
                night.zone().getId(),
                typed -> night.withSite(night.site().withZone(Zones.parse(typed))),
                this::describe,
                changed -> change("zone", changed),
                steps -> night))
        .say(
            (ZoneMap.isNautical(night.zone()) ? Words.say("sky.s-nautical") : "")
                + Words.say("sky.s-at"))
        .set(
            Settings.parsed(
                "time",
                Moments.clock(time(), night.zone()),
                typed -> night.time(typed).toInstant(),
                t -> describe(p),
                open.timeProperty()::set,
                direction -> time().plusSeconds(60L * STEP_MINUTES * direction)))
        .say(Words.say("sky.s-looking"))
        .set(
            Settings.number(
                "azimuth",
                Compass::parseAzimuth,
                Compass.azimuthText(facing.azimuthDeg()),
                facing.azimuthDeg(),
                v -> v + 1,
                v -> v - 1,
                v -> p.withFacing(new Direction(v, facing.altitudeDeg())),
                this::describe,
                changed -> open.edit("facing", changed)))
        .say(Words.say("sky.s-and"))
        .set(
            Settings.number(
                "altitude",
                Compass::parseAltitude,
                Compass.altitudeText(facing.altitudeDeg()),
                facing.altitudeDeg(),
                v -> v + 1,
                v -> v - 1,
                v -> p.withFacing(new Direction(facing.azimuthDeg(), v)),
                this::describe,
                changed -> open.edit("facing", changed)))
        .say(Words.say("sky.s-through"))
        .set(
            Settings.number(
                "focal",
                Notation.MILLIMETRES::parse,
                Words.number(p.focalMm()) + Words.say("sky.mm"),
                p.focalMm(),
                v -> v + 1,
                v -> v - 1,
                v -> p.withFocal(night.lens().checked(v)),
                this::describe,
                changed -> open.edit("focal", changed)))
        .say(Words.say("sky.s-held"))
        .set(
            Settings.choice(
                "held",
                p.orientation(),
                List.of(Orientation.values()),
                o -> Words.say("card.held." + o),
                o -> describe(p.withOrientation(o)),
                o -> open.edit("held", p.withOrientation(o))))
        .say(Words.say("sky.s-aiming-at"))
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
        .orElse(Words.say("sky.no-target-only-darkness-counts"));
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
    PointStarRule.Framed framed = Yield.framed(p, night.kit(), night.place());
    return Words.say(
        "sky.field",
        sensor.fieldOfViewDeg(sensor.body().sensorWidthMm()),
        sensor.fieldOfViewDeg(sensor.body().sensorHeightMm()),
        Words.say("rule." + rule),
        Seconds.about(rule.seconds(framed)),
        framed.fastestWidths(rule.seconds(framed)));
  }

  private List<Obstacle> found(Night night, Program p) {
    List<Obstacle> found = new ArrayList<>();
    double sun = Sun.altitudeDeg(night.place(), time());
    if (sun > Twilight.DAY.lowestDeg()) {
      found.add(Obstacle.of(Words.say("sky.the-sun-is-up-at")));
    } else if (sun > Twilight.ASTRONOMICAL.lowestDeg()) {
      found.add(Obstacle.of(Words.say("sky.the-sun-is-only-below", -sun)));
    }
    night.target().ifPresent(body -> addTarget(found, night, p, body));
    double moon = Moon.from(night.place(), time()).altitudeDeg();
    double lit = Moon.at(time()).illuminatedFraction();
    if (moon > 0 && lit > night.assumptions().moonLimit()) {
      found.add(Obstacle.of(Words.say("sky.the-moon-is-up-and", moon, 100 * lit)));
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
                          Words.say("sky.go-to-its-best-hour"),
                          () -> open.timeProperty().set(w.middle())));
      found.add(
          new Obstacle(
              Words.say(
                  "sky.stands-at-in-the-at",
                  name,
                  d.altitudeDeg(),
                  Compass.point(d.azimuthDeg()),
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
              Words.say(
                  "sky.is-not-in-the-frame", name, d.altitudeDeg(), Compass.point(d.azimuthDeg())),
              Optional.of(
                  new Obstacle.Mend(Words.say("sky.turn-the-lens-to-it"), this::turnToTarget))));
    }
  }
}
