package zygonox.desktop.program;

import java.util.List;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.value.ObservableValue;
import zygonox.desktop.stage.Obstacle;
import zygonox.desktop.stage.OpenNight;
import zygonox.desktop.stage.PagedStage;
import zygonox.desktop.stage.Pages;
import zygonox.desktop.stage.Workplace;
import zygonox.desktop.theme.Theme;

/** Plans programs: frames, exposure, gear, and what follows from them. */
public final class ProgramView implements PagedStage {
  private final OpenNight night;
  private final ProgramModel model;
  private final Pages pages;
  private final ObjectProperty<Theme> theme = new SimpleObjectProperty<>(Theme.DUSK);

  public ProgramView(Workplace workplace) {
    night = workplace.night();
    model = new ProgramModel(night);
    model.setInView(false);
    pages =
        new Pages(
            workplace.navigator(),
            new ProgramPage(workplace, model),
            new ExposurePage(workplace, theme),
            new GearPage(workplace),
            new RampPage(workplace, theme),
            new PanoramaPage(workplace, theme),
            new CardPage(workplace));
    workplace.night().nightProperty().subscribe(n -> pages.refresh());
    workplace.night().programIndexProperty().subscribe(i -> pages.refresh());
  }

  /** The theme its drawings have. */
  public ObjectProperty<Theme> themeProperty() {
    return theme;
  }

  @Override
  public Pages pages() {
    return pages;
  }

  @Override
  public boolean isChecked() {
    return night.program().isPresent();
  }

  @Override
  public ObservableValue<List<Obstacle>> obstacles() {
    return model.obstaclesProperty();
  }

  @Override
  public void enter() {
    model.setInView(true);
    PagedStage.super.enter();
  }

  @Override
  public void leave() {
    model.setInView(false);
    PagedStage.super.leave();
  }
}
