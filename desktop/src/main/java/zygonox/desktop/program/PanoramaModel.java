package zygonox.desktop.program;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import zygonox.core.night.Night;
import zygonox.core.program.Panorama;
import zygonox.core.program.Program;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Moments;
import zygonox.core.quantity.Notation;
import zygonox.core.quantity.Seconds;
import zygonox.core.words.ProgramWords;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.Setting;
import zygonox.desktop.sentence.Settings;
import zygonox.desktop.stage.OpenNight;

/** How the head is turned for the program in work. */
public final class PanoramaModel {
  private final OpenNight open;
  private final ReadOnlyObjectWrapper<Sentence> sentence =
      new ReadOnlyObjectWrapper<>(new Sentence(List.of()));
  private final ReadOnlyObjectWrapper<List<String>> facts = new ReadOnlyObjectWrapper<>(List.of());

  public PanoramaModel(OpenNight open) {
    this.open = open;
    open.nightProperty().subscribe(n -> refresh());
    open.programIndexProperty().subscribe(i -> refresh());
  }

  public ReadOnlyObjectProperty<Sentence> sentenceProperty() {
    return sentence.getReadOnlyProperty();
  }

  /** What it comes to. */
  public ReadOnlyObjectProperty<List<String>> factsProperty() {
    return facts.getReadOnlyProperty();
  }

  /** The program's panorama, if it has one. */
  public Optional<Panorama> panorama() {
    return open.program().flatMap(Program::panorama);
  }

  /** Where the head goes; empty where that cannot be. */
  public Optional<Panorama.Layout> layout() {
    return panorama().map(p -> layout(open.program().orElseThrow(), p));
  }

  private Panorama.Layout layout(Program p, Panorama panorama) {
    return panorama.layout(p.sensor(open.night().body()), p.facing());
  }

  private void refresh() {
    if (panorama().isEmpty()) {
      sentence.set(new Sentence(List.of()));
      facts.set(List.of());
      return;
    }
    Program p = open.program().orElseThrow();
    Panorama head = panorama().get();
    sentence.set(sentence(p, head));
    facts.set(facts(open.night(), p, layout(p, head)));
  }

  private Sentence sentence(Program p, Panorama head) {
    List<Double> clicks = new ArrayList<>(Panorama.CLICKS);
    if (!clicks.contains(head.clickDeg())) {
      clicks.add(head.clickDeg());
    }
    return new Sentence.Builder()
        .say(Words.say("program.s-turn-through"))
        .set(
            number(
                p,
                "span",
                Notation.DEGREES::parse,
                Words.number(head.spanDeg()) + "°",
                head.spanDeg(),
                5,
                v -> with(head, v, head.heightDeg(), head.overlap(), head.clickDeg())))
        .say(Words.say("program.s-around"))
        .set(
            number(
                p,
                "pano-height",
                Notation.DEGREES::parse,
                Words.number(head.heightDeg()) + "°",
                head.heightDeg(),
                5,
                v -> with(head, head.spanDeg(), v, head.overlap(), head.clickDeg())))
        .say(Words.say("program.s-high-each-frame-overlapping-the"))
        .set(
            number(
                p,
                "overlap",
                Notation.PER_CENT::parse,
                Math.round(100 * head.overlap()) + " %",
                Math.round(100 * head.overlap()),
                5,
                v -> with(head, head.spanDeg(), head.heightDeg(), v / 100, head.clickDeg())))
        .say(Words.say("program.s-on-a-head-that"))
        .set(
            Settings.choice(
                "click",
                head.clickDeg(),
                clicks,
                c ->
                    c == 0
                        ? Words.say("program.turns-freely")
                        : Words.say("program.clicks-every") + Words.number(c) + "°",
                c -> tell(p, with(head, head.spanDeg(), head.heightDeg(), head.overlap(), c)),
                c ->
                    put(
                        p,
                        "click",
                        with(head, head.spanDeg(), head.heightDeg(), head.overlap(), c))))
        .say(Words.say("program.s-and-takes"))
        .set(
            number(
                p,
                "turning",
                Seconds::parse,
                Seconds.text(head.turnSeconds()),
                head.turnSeconds(),
                1,
                v ->
                    new Panorama(
                        head.spanDeg(), head.heightDeg(), head.overlap(), head.clickDeg(), v)))
        .say(Words.say("program.s-from-one-position-to-the"))
        .end();
  }

  private static Panorama with(
      Panorama head, double span, double height, double overlap, double click) {
    return new Panorama(span, height, overlap, click, head.turnSeconds());
  }

  private Setting number(
      Program p,
      String key,
      ToDoubleFunction<String> reader,
      String text,
      double value,
      double step,
      Function<Double, Panorama> change) {
    return Settings.number(
        key,
        reader,
        text,
        value,
        v -> v + step,
        v -> v - step,
        v -> checked(p, change.apply(v)),
        head -> tell(p, head),
        head -> put(p, key, head));
  }

  /** Laid out at once, so that what cannot be is refused where it is typed. */
  private Panorama checked(Program p, Panorama head) {
    layout(p, head);
    return head;
  }

  private void put(Program p, String what, Panorama head) {
    try {
      open.edit("panorama-" + what, p.withPanorama(Optional.of(checked(p, head))));
    } catch (InvalidInput e) {
      // Stepped to a click too wide for this lens: the value stays.
      return;
    }
  }

  private String tell(Program p, Panorama head) {
    Panorama.Layout layout = layout(p, head);
    return Words.say(
        "panorama.tell",
        layout.positions().size(),
        layout.rows().size(),
        Seconds.about(layout.totalSeconds(p.interval())),
        layout.megapixels());
  }

  private static List<String> facts(Night night, Program p, Panorama.Layout layout) {
    List<String> lines = new ArrayList<>();
    lines.add(ProgramWords.count(night, p));
    for (Panorama.Row row : layout.rows()) {
      lines.add(
          Words.say(
              row.columns() == 1
                  ? "panorama.row-of-one"
                  : row.clicks() == 0 ? "panorama.row" : "panorama.row-by-clicks",
              row.altitudeDeg(),
              row.columns(),
              row.stepDeg(),
              100 * row.overlap(),
              row.clicks()));
    }
    lines.add(Words.say("panorama.shared", 100 * layout.overlap(), 100 * layout.sharedArea()));
    lines.add(
        Words.say(
            "panorama.turns",
            Seconds.about(layout.rowSeconds(p.interval())),
            layout.skyTurnDegrees(p.interval())));
    lines.add(
        Words.say(
            "panorama.total",
            Seconds.about(layout.totalSeconds(p.interval())),
            Moments.clock(p.end(night.body()), night.zone())));
    lines.add(Words.say("panorama.megapixels", layout.megapixels()));
    return lines;
  }
}
