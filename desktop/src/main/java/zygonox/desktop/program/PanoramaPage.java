package zygonox.desktop.program;

import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.layout.VBox;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.SentenceView;
import zygonox.desktop.stage.Facts;
import zygonox.desktop.stage.Page;
import zygonox.desktop.stage.Workplace;
import zygonox.desktop.theme.Theme;

/** How the head is turned; the picture is its positions. */
final class PanoramaPage implements Page {
  private static final double SIDE_WIDTH = 280;

  private final PanoramaModel model;
  private final SentenceView head;
  private final VBox side;
  private final PanoramaDrawing drawing;

  PanoramaPage(Workplace workplace, ObservableValue<Theme> theme) {
    model = new PanoramaModel(workplace.night());
    head = new SentenceView(model.sentenceProperty());
    drawing = new PanoramaDrawing(model, workplace.night(), theme);
    Facts facts = new Facts(Words.say("program.what-it-comes-to"));
    model.factsProperty().subscribe(facts::show);
    side = new VBox(facts);
    side.getStyleClass().add("side");
    side.setPrefWidth(SIDE_WIDTH);
  }

  @Override
  public String title() {
    return Words.say("program.panorama");
  }

  @Override
  public boolean isOffered() {
    return model.panorama().isPresent();
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
    drawing.requestLayout();
  }
}
