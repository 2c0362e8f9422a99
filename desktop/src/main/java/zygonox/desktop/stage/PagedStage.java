package zygonox.desktop.stage;

import javafx.scene.Node;

/** A stage of several pages: it shows what the page in view shows. */
public interface PagedStage extends StageView {
  Pages pages();

  @Override
  default Node head() {
    return pages().head();
  }

  @Override
  default Node side() {
    return pages().side();
  }

  @Override
  default Node picture() {
    return pages().picture();
  }

  @Override
  default void enter() {
    pages().enter();
  }

  @Override
  default void leave() {
    pages().leave();
  }

  @Override
  default void turnPage(int by) {
    pages().turn(by);
  }
}
