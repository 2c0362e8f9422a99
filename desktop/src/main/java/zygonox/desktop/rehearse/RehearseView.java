package zygonox.desktop.rehearse;

import java.util.List;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import zygonox.desktop.stage.Obstacle;
import zygonox.desktop.stage.Pages;
import zygonox.desktop.stage.StageView;
import zygonox.desktop.stage.Workplace;

/** The night beforehand: its picture, its frames, and what can go wrong with them. */
public final class RehearseView implements StageView {
  private final Pages pages;

  public RehearseView(Workplace workplace) {
    pages = new Pages(workplace.navigator(), new ShootPage(workplace), new PracticePage(workplace));
  }

  @Override
  public Node head() {
    return pages.head();
  }

  @Override
  public Node side() {
    return pages.side();
  }

  @Override
  public boolean isChecked() {
    return false;
  }

  @Override
  public ObservableValue<List<Obstacle>> obstacles() {
    return new SimpleObjectProperty<>(List.of());
  }

  @Override
  public void enter() {
    pages.enter();
  }

  @Override
  public void leave() {
    pages.leave();
  }

  @Override
  public void turnPage(int by) {
    pages.turn(by);
  }
}
