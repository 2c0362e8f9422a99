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
import zygonox.core.optics.Sensor;
import zygonox.core.program.Interval;
import zygonox.core.program.Program;
import zygonox.core.quantity.Coordinates;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.sky.Almanac;
import zygonox.core.sky.Moon;
import zygonox.core.sky.Sun;
import zygonox.core.sky.Twilight;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Settings;
import zygonox.desktop.stage.NightClock;
import zygonox.desktop.stage.OpenNight;

/** Where the lens of the program in work points, and at what hour it is looked through. */
public final class SkyModel {
  private static final int STEP_MINUTES = 10;

  private final OpenNight open;
  private final ReadOnlyObjectWrapper<Sentence> sentence =
      new ReadOnlyObjectWrapper<>(new Sentence(List.of()));
  private final ReadOnlyObjectWrapper<List<String>> obstacles =
      new ReadOnlyObjectWrapper<>(List.of());
  private final ReadOnlyStringWrapper darkness = new ReadOnlyStringWrapper("");
  private Night described;

  public SkyModel(OpenNight open) {
    this.open = open;
    open.nightProperty().subscribe(n -> refresh());
    open.programIndexProperty().subscribe(i -> refresh());
    open.timeProperty().subscribe(t -> refresh());
  }

  public ReadOnlyObjectProperty<Sentence> sentenceProperty() {
    return sentence.getReadOnlyProperty();
  }

  public ReadOnlyObjectProperty<List<String>> obstaclesProperty() {
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
    double half = program.interval().totalSeconds() / 2;
    return program.start().toInstant().plus(Interval.duration(half));
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
    // Of a whole drag of the lens only the programs change: the almanac is reckoned once.
    boolean sameSky =
        described != null
            && described.place().equals(night.place())
            && described.date().equals(night.date())
            && described.zone().equals(night.zone());
    if (!sameSky) {
      described = night;
      darkness.set(describe(night));
    }
    sentence.set(sentence(night, program().get()));
    obstacles.set(found(night, program().get()));
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
                SkyModel::describe,
                changed -> change("date", changed),
                days -> night.withDate(night.date().plusDays(days))))
        .say(" from " + night.placeName() + " (")
        .set(
            Settings.parsed(
                "place",
                Coordinates.text(night.place()),
                typed -> night.withPlace(Coordinates.parse(typed, night.place().heightMetres())),
                SkyModel::describe,
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
        .say(".")
        .end();
  }

  private void change(String what, Night changed) {
    open.timeProperty().set(null);
    open.edit(what, changed);
  }

  private static LocalDate date(String typed) {
    try {
      return LocalDate.parse(typed.strip());
    } catch (DateTimeParseException e) {
      throw new InvalidInput("\"" + typed.strip() + "\" is no date; type it like 2026-10-14", e);
    }
  }

  private static String describe(Night night) {
    return Words.darkness(new Almanac(night.place(), night.date(), night.zone()), night.zone());
  }

  private String describe(Program p) {
    Sensor sensor = new Sensor(night().body(), p.focalMm(), p.aperture());
    return String.format(
        Locale.ROOT,
        "%.0f° by %.0f° of sky; stars stay points for %.1f s by the rule of 500, %.1f s by 400, %.1f s by NPF",
        sensor.fieldOfViewDeg(night().body().sensorWidthMm()),
        sensor.fieldOfViewDeg(night().body().sensorHeightMm()),
        sensor.ruleSeconds(500),
        sensor.ruleSeconds(400),
        sensor.npfSeconds(0));
  }

  private List<String> found(Night night, Program p) {
    List<String> found = new ArrayList<>();
    double sun = Sun.altitudeDeg(night.place(), time());
    if (sun > Twilight.DAY.lowestDeg()) {
      found.add("The sun is up at this hour: never look at it through an optical finder");
    } else if (sun > Twilight.ASTRONOMICAL.lowestDeg()) {
      found.add(
          String.format(
              Locale.ROOT,
              "The sun is only %.0f° below the horizon: the sky is not dark yet",
              -sun));
    }
    double moon = Moon.from(night.place(), time()).altitudeDeg();
    double lit = Moon.at(time()).illuminatedFraction();
    if (moon > 0 && lit > 0.15) {
      found.add(
          String.format(
              Locale.ROOT,
              "The moon is %.0f° up and %.0f %% lit: it drowns faint stars and lights the ground",
              moon,
              100 * lit));
    }
    return found;
  }
}
