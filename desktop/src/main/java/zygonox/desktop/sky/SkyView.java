package zygonox.desktop.sky;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import javafx.beans.property.ObjectProperty;
import javafx.beans.value.ObservableValue;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import zygonox.core.night.Night;
import zygonox.core.night.NightFile;
import zygonox.desktop.sentence.SentenceView;
import zygonox.desktop.stage.StageView;
import zygonox.desktop.stage.Workplace;
import zygonox.desktop.theme.Theme;

/** Finds where to point the lens; the picture is the sky as it will see it. */
public final class SkyView implements StageView {
  private final SkyModel model;
  private final SkyChart chart;
  private final VBox head;
  private final StackPane picture;

  public SkyView(Workplace workplace) {
    model = new SkyModel(workplace.night());
    chart = new SkyChart(model);
    Label darkness = new Label();
    darkness.setId("darkness");
    darkness.textProperty().bind(model.darknessProperty());
    darkness.setWrapText(true);
    VBox beginning = beginning(workplace);
    var isOpen = workplace.night().nightProperty().isNotNull();
    chart.visibleProperty().bind(isOpen);
    beginning.visibleProperty().bind(isOpen.not());
    picture = new StackPane(chart, beginning);
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
    return picture;
  }

  /** What is shown while no night is open. */
  private VBox beginning(Workplace workplace) {
    Label words =
        new Label(
            "No night is open. Begin one, drop a night's folder onto this window, or go to Frames"
                + " with the frames you have.");
    words.getStyleClass().add("picture-empty");
    words.setWrapText(true);
    words.setMaxWidth(560);
    Button begin = new Button("Begin a night");
    begin.setId("begin");
    begin.getStyleClass().add("act");
    begin.setOnAction(e -> begin(workplace));
    VBox box = new VBox(18, words, begin);
    box.setAlignment(Pos.CENTER);
    return box;
  }

  private static void begin(Workplace workplace) {
    LocalDate tonight = LocalDate.now();
    Path nights = Path.of(System.getProperty("user.home"), "Zygonox");
    Path folder = nights.resolve("night-" + tonight);
    try {
      if (Files.exists(folder.resolve(NightFile.FILE_NAME))) {
        workplace.night().open(folder);
      } else {
        Files.createDirectories(folder);
        workplace.night().begin(folder, Night.toBegin(tonight, ZoneId.systemDefault()));
      }
      workplace.navigator().note("The plan is kept in " + folder);
    } catch (IOException | RuntimeException e) {
      workplace.navigator().fault(e);
    }
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
