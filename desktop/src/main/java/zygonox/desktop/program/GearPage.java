package zygonox.desktop.program;

import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.SentenceView;
import zygonox.desktop.stage.Facts;
import zygonox.desktop.stage.Page;
import zygonox.desktop.stage.Workplace;

/** The gear in sentences. */
final class GearPage implements Page {
  private static final double WIDEST = 860;
  private static final double SIDE_WIDTH = 300;

  private final Workplace workplace;
  private final GearModel model;
  private final HBox head;
  private final ScrollPane picture;
  private final VBox side;

  GearPage(Workplace workplace) {
    this.workplace = workplace;
    model = new GearModel(workplace.night(), workplace.home());
    SentenceView choice = new SentenceView(model.choiceProperty());
    HBox.setHgrow(choice, Priority.ALWAYS);
    Button keep = new Button(Words.say("program.keep-this-gear"));
    keep.setId("keep-gear");
    keep.setMinWidth(Region.USE_PREF_SIZE);
    keep.setOnAction(
        e -> {
          try {
            workplace.navigator().note(model.keep());
          } catch (RuntimeException fault) {
            workplace.navigator().fault(fault);
          }
        });
    head = new HBox(18, choice, keep);
    VBox box =
        new VBox(
            16,
            part(Words.say("program.camera"), model.cameraProperty()),
            part(Words.say("program.lens"), model.lensProperty()),
            part(Words.say("program.timer"), model.timerProperty()),
            part(Words.say("program.with-it"), model.suppliesProperty()));
    box.getStyleClass().add("text-page");
    box.setMaxWidth(WIDEST);
    Facts facts = new Facts(Words.say("gear.facts"));
    model.factsProperty().subscribe(facts::show);
    side = new VBox(facts);
    side.getStyleClass().add("side");
    side.setPrefWidth(SIDE_WIDTH);
    picture = new ScrollPane(box);
    picture.setAccessibleText(Words.say("program.gear"));
    picture.setFitToWidth(true);
    picture.getStyleClass().add("text-pane");
  }

  private static Node part(String heading, ObservableValue<Sentence> sentence) {
    Label title = new Label(heading);
    title.getStyleClass().add("facts-heading");
    return new VBox(2, title, new SentenceView(sentence, SentenceView.Weight.FULL));
  }

  @Override
  public Node side() {
    return side;
  }

  @Override
  public String title() {
    return Words.say("program.gear");
  }

  @Override
  public boolean isOffered() {
    return workplace.night().night() != null;
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
    try {
      model.load();
    } catch (RuntimeException fault) {
      workplace.navigator().fault(fault);
    }
  }
}
