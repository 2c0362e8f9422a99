package zygonox.desktop.frames;

import java.util.List;
import javafx.beans.property.SimpleObjectProperty;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.SentenceView;
import zygonox.desktop.sentence.SentenceView.Weight;
import zygonox.desktop.stage.Page;

/** The runs, how they keep to the plan, and how strictly their frames are judged. */
final class RunsPage implements Page {
  private final FramesModel frames;
  private final RunsModel model;
  private final SentenceView head;
  private final VBox lines = new VBox(8);
  private final ScrollPane picture = new ScrollPane(lines);

  RunsPage(FramesModel frames, RunsModel model) {
    this.frames = frames;
    this.model = model;
    head = new SentenceView(model.judgeSentenceProperty(), Weight.LIGHT);
    lines.getStyleClass().add("text-page");
    picture.getStyleClass().add("text-pane");
    picture.setFitToWidth(true);
    picture.setId("runs");
    model.runsProperty().subscribe(this::show);
  }

  private void show(List<Sentence> runs) {
    lines.getChildren().clear();
    if (runs.isEmpty()) {
      lines.getChildren().add(new Label("No frames yet."));
    }
    for (Sentence run : runs) {
      lines.getChildren().add(new SentenceView(new SimpleObjectProperty<>(run), Weight.LIGHT));
    }
    for (String match : frames.matches()) {
      Label label = new Label(match);
      label.setWrapText(true);
      label.setMinHeight(Region.USE_PREF_SIZE);
      lines.getChildren().add(label);
    }
  }

  @Override
  public String title() {
    return "Runs";
  }

  @Override
  public Node head() {
    return head;
  }

  @Override
  public Node picture() {
    return picture;
  }

  @Override
  public void enter() {
    show(model.runsProperty().get());
  }
}
