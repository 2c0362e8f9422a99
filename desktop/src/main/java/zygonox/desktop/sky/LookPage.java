package zygonox.desktop.sky;

import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.SentenceView;
import zygonox.desktop.stage.Page;
import zygonox.desktop.stage.Workplace;
import zygonox.desktop.theme.Theme;

/** Where the lens points; the picture is the sky as it will see it. */
final class LookPage implements Page {
  private final SkyChart chart;
  private final VBox head;
  private final StackPane picture;

  LookPage(Workplace workplace, SkyModel model, ObservableValue<Theme> theme) {
    chart = new SkyChart(model, theme);
    Label darkness = new Label();
    darkness.setId("darkness");
    darkness.textProperty().bind(model.darknessProperty());
    darkness.setWrapText(true);
    Label closed = new Label(Words.say("no-night"));
    closed.getStyleClass().add("picture-empty");
    closed.setWrapText(true);
    closed.setMaxWidth(560);
    var isOpen = workplace.night().nightProperty().isNotNull();
    chart.visibleProperty().bind(isOpen);
    closed.visibleProperty().bind(isOpen.not());
    picture = new StackPane(chart, closed);
    head = new VBox(2, new SentenceView(model.sentenceProperty()), darkness);
  }

  @Override
  public String title() {
    return Words.say("sky.look");
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
    chart.requestLayout();
  }
}
