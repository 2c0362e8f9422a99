package zygonox.desktop.program;

import java.util.List;
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
import zygonox.core.words.Words;
import zygonox.desktop.stage.Page;
import zygonox.desktop.stage.Workplace;
import zygonox.desktop.theme.Theme;

/** How the exposure follows the light: as a table to follow by hand, and drawn. */
final class RampPage implements Page {
  private static final double SIDE_WIDTH = 300;

  private final Workplace workplace;
  private final Label said = new Label();
  private final VBox side;
  private final ListView<String> table = new ListView<>();
  private final RampDrawing drawing;
  private boolean inView;

  RampPage(Workplace workplace, ObservableValue<Theme> theme) {
    this.workplace = workplace;
    drawing = new RampDrawing(theme);
    said.getStyleClass().add("statement");
    said.setId("ramp-said");
    said.setWrapText(true);
    table.setId("ramp-table");
    Label title = new Label("From when on, by hand");
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
      Ramp ramp = Ramp.of(p, night.kit(), night.place(), Ramp.KEEP_HIGHLIGHTS_STOPS);
      said.setText(words(p, ramp));
      table.getItems().setAll(rows(night, ramp));
      drawing.show(night, ramp, p.start().toInstant(), p.end(night.body()));
    } catch (InvalidInput e) {
      said.setText(e.getMessage());
      table.getItems().clear();
    }
  }

  private static String words(Program p, Ramp ramp) {
    return "The exposure follows the light in %s: the shutter first, then the ISO speed, at f/%s and a frame every %s, a third of a stop under the meter so that highlights stay. Night is kept darker than day."
        .formatted(
            ramp.steps().size() == 1 ? "one step" : ramp.steps().size() + " steps",
            Words.number(p.aperture()),
            Words.duration(p.interval().periodSeconds()));
  }

  private static List<String> rows(Night night, Ramp ramp) {
    return ramp.steps().stream()
        .map(
            s ->
                "%s  %s, ISO %s  (frame %d)"
                    .formatted(
                        Words.clock(s.from(), night.zone()),
                        Words.shutter(s.exposure().shutterSeconds()),
                        Words.number(s.exposure().iso()),
                        s.frame() + 1))
        .toList();
  }

  @Override
  public String title() {
    return "Ramp";
  }

  @Override
  public boolean isOffered() {
    return workplace.night().program().map(p -> p.job() == Job.DAY_INTO_NIGHT).orElse(false);
  }

  @Override
  public Node head() {
    return said;
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
