package zygonox.desktop.shell;

import javafx.scene.control.Label;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Region;

/** The keys, over everything else. */
final class KeysCard extends GridPane {
  private static final String[][] KEYS = {
    {"Ctrl 1 … 5", "go to a stage"},
    {"Ctrl Page ↑ ↓", "go to another page of the stage"},
    {"Tab", "go to the next part of the sentence"},
    {"↑ ↓", "step the part"},
    {"Enter", "type the part; Enter again keeps it, Escape does not"},
    {"Ctrl Z, Ctrl Shift Z", "undo, redo"},
    {"Ctrl Enter", "do what the stage does"},
    {"Ctrl M, Ctrl N", "mend what stands in the way; show the next thing"},
    {"Escape", "cancel what is running"},
    {"P", "put the keyboard on the picture; there:"},
    {"0, 1, +, −", "whole picture, one pixel on one, closer, farther"},
    {"Arrows", "move the picture; in Sky: point the lens"},
    {"Shift and drag", "in Sky: draw the skyline of the site"},
    {"Space", "hold: show the other picture, a frame or the one before"},
    {"D", "difference of the two; black is alike"},
    {"K, L, O, N", "among frames: keep, look at, out, go to the next to look at"},
    {"V, S, B, M", "in the list: compare, on the stars, blink, corners and middle"},
    {"Ctrl T", "next light: dusk, ember, paper"},
    {"Ctrl R", "in ember: pictures in red or in their colours"},
    {"Ctrl +, Ctrl −", "larger or smaller text"},
    {"F1", "show and hide these keys"}
  };

  KeysCard() {
    getStyleClass().add("keys");
    setVisible(false);
    setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
    setHgap(24);
    setVgap(5);
    for (int i = 0; i < KEYS.length; i++) {
      Label key = new Label(KEYS[i][0]);
      key.getStyleClass().add("key");
      key.setMinWidth(Region.USE_PREF_SIZE);
      add(key, 0, i);
      add(new Label(KEYS[i][1]), 1, i);
    }
  }
}
