package zygonox.desktop.program;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import java.util.stream.IntStream;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import zygonox.core.night.Night;
import zygonox.core.program.Interval;
import zygonox.core.program.Program;
import zygonox.core.program.ProgramCheck;
import zygonox.core.program.ProgramFinding;
import zygonox.core.program.Supplies;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Setting;
import zygonox.desktop.sentence.Settings;
import zygonox.desktop.stage.NightClock;
import zygonox.desktop.stage.OpenNight;

/** The program in work as a sentence, and what stands in its way. */
public final class ProgramModel {
  /** Shutter times and ISO speeds go in thirds of a stop. */
  private static final double THIRD = Math.cbrt(2);

  /** The f-numbers lenses are marked with, in thirds of a stop. */
  private static final double[] APERTURES = {
    1, 1.1, 1.2, 1.4, 1.6, 1.8, 2, 2.2, 2.5, 2.8, 3.2, 3.5, 4, 4.5, 5, 5.6, 6.3, 7.1, 8, 9, 10, 11,
    13, 14, 16, 18, 20, 22
  };

  private final OpenNight night;
  private final ReadOnlyObjectWrapper<Sentence> sentence =
      new ReadOnlyObjectWrapper<>(new Sentence(List.of()));
  private final ReadOnlyObjectWrapper<List<String>> obstacles =
      new ReadOnlyObjectWrapper<>(List.of());

  public ProgramModel(OpenNight night) {
    this.night = night;
    night.nightProperty().subscribe(n -> refresh());
    night.programIndexProperty().subscribe(i -> refresh());
  }

  public ReadOnlyObjectProperty<Sentence> sentenceProperty() {
    return sentence.getReadOnlyProperty();
  }

  public ReadOnlyObjectProperty<List<String>> obstaclesProperty() {
    return obstacles.getReadOnlyProperty();
  }

  private void refresh() {
    if (night.program().isEmpty()) {
      sentence.set(new Sentence.Builder().say("No night is open.").end());
      obstacles.set(List.of());
      return;
    }
    Program program = night.program().get();
    sentence.set(sentence(program));
    obstacles.set(findings(night.night(), program).stream().map(Words::finding).toList());
  }

  private static List<ProgramFinding> findings(Night night, Program program) {
    List<ProgramFinding> findings = new ArrayList<>();
    findings.addAll(
        ProgramCheck.ofLight(
            program.interval(), program.start().toInstant(), night.place(), night.zone()));
    findings.addAll(ProgramCheck.ofSupplies(Supplies.usual(night.body()), program.interval()));
    findings.addAll(ProgramCheck.ofInterval(program.interval()));
    findings.addAll(ProgramCheck.ofTrails(program.interval(), night.body(), program.focalMm()));
    return findings;
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
                i.count() + " frames",
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
                v -> rounded(v * THIRD),
                v -> rounded(v / THIRD),
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
                v -> apertureBeyond(v, 1),
                v -> apertureBeyond(v, -1),
                p::withAperture))
        .say(", ")
        .set(
            number(
                "iso",
                "ISO " + p.iso(),
                p.iso(),
                v -> rounded(v * THIRD),
                v -> rounded(v / THIRD),
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

  private Setting programChoice() {
    List<Program> programs = night.night().programs();
    return Settings.choice(
        "program",
        Math.min(night.programIndexProperty().get(), programs.size() - 1),
        IntStream.range(0, programs.size()).boxed().toList(),
        index -> programs.get(index).name(),
        index -> consequence(programs.get(index)),
        night.programIndexProperty()::set);
  }

  private Setting start(Program p) {
    return Settings.parsed(
        "start",
        NightClock.text(night.night(), p.start().toInstant()),
        typed -> p.withStart(NightClock.parse(night.night(), typed).toOffsetDateTime()),
        this::consequence,
        changed -> night.edit("start", changed),
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
        key, text, value, up, down, change, this::consequence, changed -> night.edit(key, changed));
  }

  /** What a program comes to. */
  private String consequence(Program p) {
    Interval i = p.interval();
    String end = NightClock.text(night.night(), p.end());
    return String.format(
        Locale.ROOT,
        "%s until %s, arcs of %.1f°, %s on the card",
        Words.duration(i.totalSeconds()),
        end,
        i.trailDegrees(),
        Supplies.usual(night.night().body()).storage(i));
  }

  private static int whole(String what, double value) {
    if (value != Math.rint(value)) {
      throw new InvalidInput(what + " is " + value + "; it must be a whole number");
    }
    return (int) Math.max(Integer.MIN_VALUE, Math.min(Integer.MAX_VALUE, value));
  }

  private static double apertureBeyond(double value, int direction) {
    double next = value;
    for (double a : APERTURES) {
      if (direction < 0 && a < value - 1e-9) {
        next = a;
      } else if (direction > 0 && a > value + 1e-9) {
        return a;
      }
    }
    return next;
  }

  /** To the nearest of the numbers that cameras show. */
  private static double rounded(double value) {
    double[] shown = {1, 1.3, 1.6, 2, 2.5, 3.2, 4, 5, 6.3, 8, 10};
    double decade = Math.pow(10, Math.floor(Math.log10(value)));
    double best = shown[0];
    for (double s : shown) {
      best = Math.abs(s * decade - value) < Math.abs(best * decade - value) ? s : best;
    }
    return Math.round(best * decade * 1e6) / 1e6;
  }
}
