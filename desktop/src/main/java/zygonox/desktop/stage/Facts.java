package zygonox.desktop.stage;

import java.util.List;
import javafx.scene.control.Label;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** What something comes to, one thing a line, under a heading. */
public final class Facts extends VBox {
  private final String heading;

  public Facts(String heading) {
    super(4);
    this.heading = heading;
    getStyleClass().add("facts");
    show(List.of());
  }

  public void show(List<String> lines) {
    Label title = new Label(heading);
    title.getStyleClass().add("facts-heading");
    title.setWrapText(true);
    title.setMinHeight(Region.USE_PREF_SIZE);
    getChildren().setAll(title);
    for (String line : lines) {
      Label label = new Label(line);
      label.setWrapText(true);
      label.setMinHeight(Region.USE_PREF_SIZE);
      getChildren().add(label);
    }
  }
}
