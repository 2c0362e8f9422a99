package zygonox.desktop.blend;

import java.util.List;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.value.ObservableValue;
import zygonox.desktop.stage.Obstacle;
import zygonox.desktop.stage.PagedStage;
import zygonox.desktop.stage.Pages;
import zygonox.desktop.stage.Workplace;
import zygonox.desktop.theme.Theme;

/** Blends the frames, and keeps what was made side by side. */
public final class BlendView implements PagedStage {
  private final BlendModel model;
  private final VariantsModel variants = new VariantsModel();
  private final RecipePage recipe;
  private final Pages pages;
  private final ObjectProperty<Theme> theme = new SimpleObjectProperty<>(Theme.DUSK);

  public BlendView(Workplace workplace) {
    model = new BlendModel(workplace.night());
    recipe = new RecipePage(workplace, model, variants);
    pages =
        new Pages(
            workplace.navigator(),
            recipe,
            new StarsPage(workplace, model, variants, theme),
            new LightPage(workplace, model, variants, theme),
            new CleanPage(workplace, model, variants, this::start, recipe::showPicture),
            new SkyPage(workplace, model, variants, this::start, recipe::showPicture));
    variants.shownProperty().subscribe(v -> pages.refresh());
    workplace.night().framesProperty().subscribe(set -> recipe.reopen());
  }

  /** The theme its drawings have. */
  public ObjectProperty<Theme> themeProperty() {
    return theme;
  }

  public BlendModel model() {
    return model;
  }

  /** Blends as the sentence says. */
  public void start() {
    pages.show(recipe);
    recipe.start();
  }

  @Override
  public Pages pages() {
    return pages;
  }

  @Override
  public boolean isChecked() {
    return model.canBlend();
  }

  @Override
  public ObservableValue<List<Obstacle>> obstacles() {
    return model.obstaclesProperty();
  }
}
