package zygonox.desktop.sky;

import java.util.List;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.value.ObservableValue;
import zygonox.desktop.stage.Obstacle;
import zygonox.desktop.stage.PagedStage;
import zygonox.desktop.stage.Pages;
import zygonox.desktop.stage.Workplace;
import zygonox.desktop.theme.Theme;

/** Finds where, when and what: the sky, its targets, the site, and the nights of a year. */
public final class SkyView implements PagedStage {
  private final Workplace workplace;
  private final SkyModel model;
  private final Pages pages;
  private final ObjectProperty<Theme> theme = new SimpleObjectProperty<>(Theme.DUSK);

  public SkyView(Workplace workplace) {
    this.workplace = workplace;
    model = new SkyModel(workplace.night());
    LookPage look = new LookPage(workplace, model, theme);
    pages =
        new Pages(
            workplace.navigator(),
            look,
            new TargetsPage(workplace, model, () -> toLook(look)),
            new SitePage(workplace, theme),
            new YearPage(workplace, theme, () -> toLook(look)));
    workplace.night().nightProperty().subscribe(n -> pages.refresh());
  }

  private void toLook(LookPage look) {
    pages.show(look);
  }

  /** The theme the sky is drawn in. */
  public ObjectProperty<Theme> themeProperty() {
    return theme;
  }

  @Override
  public Pages pages() {
    return pages;
  }

  @Override
  public boolean isChecked() {
    return workplace.night().night() != null;
  }

  @Override
  public ObservableValue<List<Obstacle>> obstacles() {
    return model.obstaclesProperty();
  }
}
