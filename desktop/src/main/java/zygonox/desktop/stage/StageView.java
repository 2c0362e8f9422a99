package zygonox.desktop.stage;

import java.util.List;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;

/** One stage as the shell places it. */
public interface StageView {
  /** The sentence, and what is done with it. */
  Node head();

  /** What stands beside the picture; null for nothing. */
  default Node side() {
    return null;
  }

  /** What is shown in place of the viewer that the stages share; null for the viewer. */
  default Node picture() {
    return null;
  }

  /** Whether anything was looked at that might stand in the way. */
  boolean isChecked();

  /** What stands in the way, worst first. */
  ObservableValue<List<Obstacle>> obstacles();

  /** The stage comes into view: it puts its picture into the viewer. */
  void enter();

  /** Another stage comes into view. */
  default void leave() {}

  /** Goes to the next (1) or the last (-1) of the stage's pages, where it has any. */
  default void turnPage(int by) {}
}
