package zygonox.desktop.sky;

import java.util.List;
import javafx.beans.property.ObjectProperty;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;
import zygonox.desktop.sentence.SentenceView;
import zygonox.desktop.stage.StageView;
import zygonox.desktop.stage.Workplace;
import zygonox.desktop.theme.Theme;

/** Finds where to point the lens; the picture is the sky as it will see it. */
public final class SkyView implements StageView {
  private final SkyModel model;
  private final SkyChart chart;
  private final VBox head;

  public SkyView(Workplace workplace) {
    model = new SkyModel(workplace.night());
    chart = new SkyChart(model);
    Label darkness = new Label();
    darkness.setId("darkness");
    darkness.textProperty().bind(model.darknessProperty());
    darkness.setWrapText(true);
    head = new VBox(2, new SentenceView(model.sentenceProperty()), darkness);
  }

  /** The theme the sky is drawn in. */
  public ObjectProperty<Theme> themeProperty() {
    return chart.themeProperty();
  }

  @Override
  public Node head() {
    return head;
  }

  @Override
  public Node picture() {
    return chart;
  }

  @Override
  public ObservableValue<List<String>> obstacles() {
    return model.obstaclesProperty();
  }

  @Override
  public void enter() {
    chart.requestLayout();
  }
}
