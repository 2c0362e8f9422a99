package zygonox.desktop.sky;

import javafx.beans.value.ObservableValue;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import zygonox.desktop.sentence.SentenceView;
import zygonox.desktop.stage.Page;
import zygonox.desktop.stage.Workplace;
import zygonox.desktop.theme.Theme;

/** Where the lens points; the picture is the sky as it will see it. */
final class LookPage implements Page {
  private final SkyChart chart;
  private final VBox head;
  private final StackPane picture;

  /**
   * @param begin begins a night where none is open
   */
  LookPage(Workplace workplace, SkyModel model, ObservableValue<Theme> theme, Runnable begin) {
    chart = new SkyChart(model, theme);
    Label darkness = new Label();
    darkness.setId("darkness");
    darkness.textProperty().bind(model.darknessProperty());
    darkness.setWrapText(true);
    VBox beginning = beginning(begin);
    var isOpen = workplace.night().nightProperty().isNotNull();
    chart.visibleProperty().bind(isOpen);
    beginning.visibleProperty().bind(isOpen.not());
    picture = new StackPane(chart, beginning);
    head = new VBox(2, new SentenceView(model.sentenceProperty()), darkness);
  }

  @Override
  public String title() {
    return "Look";
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

  /** What is shown while no night is open. */
  private static VBox beginning(Runnable begin) {
    Label words =
        new Label(
            "No night is open. Begin one, drop a night's folder onto this window, or go to Frames"
                + " with the frames you have.");
    words.getStyleClass().add("picture-empty");
    words.setWrapText(true);
    words.setMaxWidth(560);
    Button button = new Button("Begin a night");
    button.setId("begin");
    button.getStyleClass().add("act");
    button.setMinWidth(Region.USE_PREF_SIZE);
    button.setOnAction(e -> begin.run());
    VBox box = new VBox(18, words, button);
    box.setAlignment(Pos.CENTER);
    return box;
  }
}
