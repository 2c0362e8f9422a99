package zygonox.desktop.sky;

import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import zygonox.core.night.Night;
import zygonox.core.night.TargetProspect;
import zygonox.core.program.Program;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.SentenceView;
import zygonox.desktop.stage.Page;
import zygonox.desktop.stage.Workplace;

/** Lists what there is to aim at tonight. */
final class TargetsPage implements Page {
  /** Widths of the cells, in the size of the text. */
  private static final List<Integer> CELL_EMS = List.of(23, 11, 12, 10, 11);

  private final Workplace workplace;
  private final SkyModel sky;
  private final TargetsModel model;
  private final Runnable toLook;
  private final HBox head;
  private final ListView<TargetProspect> list = new ListView<>();

  TargetsPage(Workplace workplace, SkyModel sky, Runnable toLook) {
    this.workplace = workplace;
    this.sky = sky;
    this.toLook = toLook;
    model = new TargetsModel(workplace.night());
    SentenceView sentence = new SentenceView(model.sentenceProperty());
    HBox.setHgrow(sentence, Priority.ALWAYS);
    Button aim = new Button(Words.say("sky.aim-at-it"));
    aim.setId("aim");
    aim.getStyleClass().add("act");
    aim.setMinWidth(Region.USE_PREF_SIZE);
    aim.setOnAction(e -> aim());
    aim.disableProperty().bind(list.getSelectionModel().selectedItemProperty().isNull());
    head = new HBox(18, sentence, aim);
    list.setId("targets");
    list.setAccessibleText(Words.say("name.targets"));
    list.setPlaceholder(new Label(Words.say("sky.no-target-is-well-up")));
    list.setCellFactory(l -> new TargetCell());
    list.addEventHandler(
        KeyEvent.KEY_PRESSED,
        e -> {
          if (e.getCode() == KeyCode.ENTER && !e.isShortcutDown()) {
            aim();
          }
        });
    model
        .shownProperty()
        .subscribe(
            rows -> {
              list.getItems().setAll(rows);
              list.getSelectionModel().selectFirst();
            });
  }

  /** A row of labels, each as wide as its column. */
  private final class TargetCell extends ListCell<TargetProspect> {
    @Override
    protected void updateItem(TargetProspect prospect, boolean isEmpty) {
      super.updateItem(prospect, isEmpty);
      setText(null);
      if (isEmpty || prospect == null) {
        setGraphic(null);
        return;
      }
      HBox row = new HBox(10);
      List<String> cells = model.cells(prospect);
      for (int i = 0; i < cells.size(); i++) {
        Label label = new Label(cells.get(i));
        label.setStyle("-fx-min-width: %dem; -fx-max-width: %1$dem;".formatted(CELL_EMS.get(i)));
        row.getChildren().add(label);
      }
      setGraphic(row);
    }
  }

  private void aim() {
    TargetProspect chosen = list.getSelectionModel().getSelectedItem();
    if (chosen != null) {
      sky.aimAt(chosen.target(), chosen.bestHour());
      toLook.run();
    }
  }

  @Override
  public String title() {
    return Words.say("sky.targets-2");
  }

  @Override
  public boolean isOffered() {
    return workplace.night().program().isPresent();
  }

  @Override
  public Node head() {
    return head;
  }

  @Override
  public Node picture() {
    return list;
  }

  @Override
  public void enter() {
    Night night = workplace.night().night();
    Program program = workplace.night().program().orElseThrow();
    workplace
        .tasks()
        .quietly(
            "targets",
            (progress, cancellation) -> TargetProspect.of(night, program, cancellation),
            model::take);
    list.requestFocus();
  }
}
