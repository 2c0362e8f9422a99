package zygonox.desktop.program;

import java.util.List;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import zygonox.core.night.Night;
import zygonox.core.program.Job;
import zygonox.core.program.Program;
import zygonox.core.program.Ramp;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Moments;
import zygonox.core.quantity.Notation;
import zygonox.core.quantity.Seconds;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.SentenceView;
import zygonox.desktop.sentence.Settings;
import zygonox.desktop.stage.Page;
import zygonox.desktop.stage.Workplace;
import zygonox.desktop.theme.Theme;

/** How the exposure follows the light: as a table to follow by hand, and drawn. */
final class RampPage implements Page {
  private static final double SIDE_WIDTH = 300;
  private static final double NIGHT_STEP = 0.5;

  private final Workplace workplace;
  private final ObjectProperty<Sentence> said = new SimpleObjectProperty<>(new Sentence(List.of()));
  private final SentenceView head = new SentenceView(said);
  private final VBox side;
  private final ListView<String> table = new ListView<>();
  private final RampDrawing drawing;
  private boolean inView;

  RampPage(Workplace workplace, ObservableValue<Theme> theme) {
    this.workplace = workplace;
    drawing = new RampDrawing(theme);
    head.setId("ramp-said");
    table.setId("ramp-table");
    table.setAccessibleText(Words.say("program.from-when-on-by-hand"));
    Label title = new Label(Words.say("program.from-when-on-by-hand"));
    title.getStyleClass().add("field-name");
    side = new VBox(6, title, table);
    VBox.setVgrow(table, Priority.ALWAYS);
    side.getStyleClass().add("side");
    side.setPrefWidth(SIDE_WIDTH);
    workplace.night().nightProperty().subscribe(n -> refresh());
    workplace.night().programIndexProperty().subscribe(i -> refresh());
  }

  private void refresh() {
    if (!inView || !isOffered()) {
      return;
    }
    Night night = workplace.night().night();
    Program p = workplace.night().program().orElseThrow();
    try {
      Ramp ramp =
          Ramp.of(
              p,
              night.kit(),
              night.place(),
              Ramp.Manner.of(
                  night.conditions(workplace.night().programIndexProperty().get()), night.kit()));
      said.set(sentence(night, p, ramp));
      table.getItems().setAll(rows(night, ramp));
      drawing.show(night, ramp, p.start().toInstant(), p.end(night.body()));
    } catch (InvalidInput e) {
      said.set(new Sentence.Builder().say(e.getMessage()).end());
      table.getItems().clear();
    }
  }

  private Sentence sentence(Night night, Program p, Ramp ramp) {
    double stops = night.assumptions().nightStops();
    int steps = ramp.steps().size();
    return new Sentence.Builder()
        .say(
            Words.say(
                steps == 1 ? "ramp.one-step" : "ramp.steps",
                steps,
                Words.number(p.aperture()),
                Seconds.text(p.interval().periodSeconds())))
        .set(
            Settings.number(
                "night-darkening",
                Notation.STOPS::parse,
                Words.say(stops == 1 ? "stop" : "stops", Words.number(stops)),
                stops,
                v -> v + NIGHT_STEP,
                v -> Math.max(0, v - NIGHT_STEP),
                v -> night.withAssumptions(night.assumptions().withNightStops(v)),
                n -> Words.say(n.assumptions().nightStops() == 0 ? "ramp.level" : "ramp.darkening"),
                n -> workplace.night().edit("night-darkening", n)))
        .say(Words.say("ramp.darker"))
        .end();
  }

  private static List<String> rows(Night night, Ramp ramp) {
    return ramp.steps().stream()
        .map(
            s ->
                Words.say(
                    "program.iso-frame",
                    Moments.clock(s.from(), night.zone()),
                    Seconds.text(s.exposure().shutterSeconds()),
                    Words.number(s.exposure().iso()),
                    s.frame() + 1))
        .toList();
  }

  @Override
  public String title() {
    return Words.say("program.ramp");
  }

  @Override
  public boolean isOffered() {
    return workplace.night().program().map(p -> p.job() == Job.DAY_INTO_NIGHT).orElse(false);
  }

  @Override
  public Node head() {
    return head;
  }

  @Override
  public Node side() {
    return side;
  }

  @Override
  public Node picture() {
    return drawing;
  }

  @Override
  public void enter() {
    inView = true;
    refresh();
  }

  @Override
  public void leave() {
    inView = false;
  }
}
