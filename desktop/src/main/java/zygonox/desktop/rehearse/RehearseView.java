package zygonox.desktop.rehearse;

import java.util.List;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.value.ObservableValue;
import zygonox.desktop.stage.Obstacle;
import zygonox.desktop.stage.PagedStage;
import zygonox.desktop.stage.Pages;
import zygonox.desktop.stage.Workplace;

/** The night beforehand: its picture, its frames, and what can go wrong with them. */
public final class RehearseView implements PagedStage {
  private final Pages pages;

  public RehearseView(Workplace workplace) {
    pages = new Pages(workplace.navigator(), new ShootPage(workplace), new PracticePage(workplace));
  }

  @Override
  public Pages pages() {
    return pages;
  }

  @Override
  public boolean isChecked() {
    return false;
  }

  @Override
  public ObservableValue<List<Obstacle>> obstacles() {
    return new SimpleObjectProperty<>(List.of());
  }
}
