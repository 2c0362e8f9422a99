package zygonox.desktop.stage;

import javafx.scene.Node;

/** One of a stage's pages. */
public interface Page {
  /** What it is called, in a word or two. */
  String title();

  /** Its sentence. */
  Node head();

  /** What stands beside the picture; null for nothing. */
  default Node side() {
    return null;
  }

  /** Its picture; null for the viewer that the stages share. */
  default Node picture() {
    return null;
  }

  /** Whether there is anything for it in the night as it is. */
  default boolean isOffered() {
    return true;
  }

  /** The page comes into view. */
  void enter();

  /** Another page or stage comes into view. */
  default void leave() {}
}
