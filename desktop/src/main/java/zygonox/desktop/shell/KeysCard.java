package zygonox.desktop.shell;

import javafx.scene.control.Label;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Region;
import zygonox.core.words.Words;

/** The keys, over everything else. */
final class KeysCard extends GridPane {
  private static final int COUNT = 23;

  KeysCard() {
    getStyleClass().add("keys");
    setVisible(false);
    setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
    setHgap(24);
    setVgap(5);
    for (int i = 1; i <= COUNT; i++) {
      Label key = new Label(Words.say("keys." + i));
      key.getStyleClass().add("key");
      key.setMinWidth(Region.USE_PREF_SIZE);
      add(key, 0, i);
      add(new Label(Words.say("keys." + i + ".does")), 1, i);
    }
  }
}
