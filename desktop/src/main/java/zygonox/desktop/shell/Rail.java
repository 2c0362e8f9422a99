package zygonox.desktop.shell;

import java.util.EnumMap;
import java.util.Map;
import java.util.function.Consumer;
import javafx.beans.value.ObservableValue;
import javafx.scene.control.Button;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import zygonox.core.words.Words;
import zygonox.desktop.stage.StageName;
import zygonox.desktop.theme.Theme;

/** The stages on the left, with the way back to the nights above them, light and keys below. */
final class Rail extends VBox {
  private final Map<StageName, ToggleButton> stages = new EnumMap<>(StageName.class);
  private final ToggleButton nights = new ToggleButton(Words.say("nights"));

  Rail(Runnable toNights, Consumer<StageName> go) {
    super(2);
    getStyleClass().add("rail");
    ToggleGroup group = new ToggleGroup();
    nights.setId("nights");
    add(nights, group, toNights);
    nights.getStyleClass().add("rail-nights");
    for (StageName name : StageName.values()) {
      ToggleButton button = new ToggleButton(name.title());
      button.setId("stage-" + name.name().toLowerCase());
      add(button, group, () -> go.accept(name));
      stages.put(name, button);
    }
    Region space = new Region();
    VBox.setVgrow(space, Priority.ALWAYS);
    getChildren().add(space);
  }

  private void add(ToggleButton button, ToggleGroup group, Runnable act) {
    button.setToggleGroup(group);
    button.setMaxWidth(Double.MAX_VALUE);
    button.setOnAction(
        e -> {
          // A second press must not leave the rail without its place.
          button.setSelected(true);
          act.run();
        });
    getChildren().add(button);
  }

  /** What is changed everywhere: the light, and the keys. */
  void addFoot(ObservableValue<Theme> theme, Runnable nextTheme, Runnable keys, Runnable log) {
    Button light = quiet("theme", nextTheme);
    theme.subscribe(t -> light.setText(Words.say("light", Words.say("theme." + t))));
    Button help = quiet("help", keys);
    help.setText(Words.say("keys.button"));
    quiet("log", log).setText(Words.say("log"));
  }

  private Button quiet(String id, Runnable act) {
    Button button = new Button();
    button.setId(id);
    button.getStyleClass().add("quiet");
    button.setMaxWidth(Double.MAX_VALUE);
    button.setOnAction(e -> act.run());
    getChildren().add(button);
    return button;
  }

  void select(StageName stage) {
    ToggleButton button = stages.get(stage);
    button.setSelected(true);
    if (isFocusWithin()) {
      button.requestFocus();
    }
  }

  void selectNights() {
    nights.setSelected(true);
  }
}
