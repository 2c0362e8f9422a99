package zygonox.desktop.blend;

import java.util.Optional;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import zygonox.core.measure.Judgement.Verdict;
import zygonox.core.words.Words;
import zygonox.desktop.stage.Page;
import zygonox.desktop.stage.Workplace;
import zygonox.desktop.theme.Theme;

/** How the frames of the picture in view lie on each other's stars. */
final class StarsPage implements Page {
  private static final double SIDE_WIDTH = 300;

  private final Workplace workplace;
  private final BlendModel model;
  private final VariantsModel variants;
  private final Label said = new Label();
  private final ListView<StarsModel.Candidate> list = new ListView<>();
  private final Button onto = new Button(Words.say("stars.onto-it"));
  private final Button leave = new Button(Words.say("stars.leave-out"));
  private final VBox side;
  private final StarsDrawing drawing;

  StarsPage(
      Workplace workplace, BlendModel model, VariantsModel variants, ObservableValue<Theme> theme) {
    this.workplace = workplace;
    this.model = model;
    this.variants = variants;
    drawing = new StarsDrawing(theme);
    said.setWrapText(true);
    said.getStyleClass().add("said");
    said.setId("stars-said");
    Label title = new Label(Words.say("stars.ranked"));
    title.getStyleClass().add("field-name");
    title.setWrapText(true);
    list.setId("references");
    list.setAccessibleText(Words.say("stars.ranked"));
    list.setCellFactory(l -> new Cell());
    list.getSelectionModel().selectedItemProperty().subscribe(c -> chosen());
    onto.setId("onto");
    onto.setOnAction(e -> model.setReference(list.getSelectionModel().getSelectedItem().file()));
    leave.setId("leave-out");
    leave.setOnAction(e -> leaveOut());
    side = new VBox(6, title, list, new HBox(8, onto, leave));
    VBox.setVgrow(list, Priority.ALWAYS);
    side.getStyleClass().add("side");
    side.setPrefWidth(SIDE_WIDTH);
  }

  private final class Cell extends ListCell<StarsModel.Candidate> {
    @Override
    protected void updateItem(StarsModel.Candidate one, boolean empty) {
      super.updateItem(one, empty);
      setText(empty ? null : text(one));
      setWrapText(true);
      setPrefWidth(0);
    }

    private String text(StarsModel.Candidate one) {
      boolean isIt = stars().filter(s -> s.isReference(one.file())).isPresent();
      return Words.say(
          isIt ? "stars.row-reference" : "stars.row",
          one.rank(),
          one.file().getFileName(),
          one.reason(),
          one.alignment().residualPixels());
    }
  }

  private Optional<StarsModel> stars() {
    return Optional.ofNullable(variants.shownProperty().get())
        .flatMap(Variant::result)
        .filter(r -> !r.alignment().isEmpty())
        .map(StarsModel::new);
  }

  private void chosen() {
    StarsModel.Candidate one = list.getSelectionModel().getSelectedItem();
    onto.setDisable(one == null);
    leave.setDisable(one == null);
    stars().ifPresent(s -> drawing.show(s, one == null ? null : one.alignment()));
  }

  /** As on the stage Frames: it is dropped, and said so there too. */
  private void leaveOut() {
    StarsModel.Candidate one = list.getSelectionModel().getSelectedItem();
    workplace.night().framesProperty().get().frames().stream()
        .filter(f -> f.file().equals(one.file()))
        .findFirst()
        .ifPresent(
            f -> {
              workplace.night().decide(f, Verdict.DROP);
              workplace.navigator().note(Words.say("stars.left-out", f.file().getFileName()));
            });
  }

  @Override
  public String title() {
    return Words.say("stars.title");
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
  public boolean isOffered() {
    return stars().isPresent();
  }

  @Override
  public void enter() {
    stars()
        .ifPresent(
            s -> {
              said.setText(s.sentence());
              list.getItems().setAll(s.candidates());
              drawing.show(s, null);
            });
    chosen();
  }
}
