package zygonox.desktop.motion;

import java.util.List;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import zygonox.desktop.stage.Obstacle;
import zygonox.desktop.stage.OpenNight;
import zygonox.desktop.stage.StageView;
import zygonox.desktop.stage.Workplace;
import zygonox.desktop.theme.Theme;

/** Makes a clip of the frames. */
public final class MotionView implements StageView {
  private final OpenNight night;
  private final MotionModel model;
  private final ClipPage page;
  private boolean inView;
  private final ObjectProperty<Theme> theme = new SimpleObjectProperty<>(Theme.DUSK);

  public MotionView(Workplace workplace) {
    night = workplace.night();
    model = new MotionModel(night);
    model.courseProperty().subscribe(c -> showOnBand());
    page = new ClipPage(workplace, model, theme);
  }

  /** The theme its drawings have. */
  public ObjectProperty<Theme> themeProperty() {
    return theme;
  }

  public MotionModel model() {
    return model;
  }

  @Override
  public Node head() {
    return page.head();
  }

  @Override
  public boolean isChecked() {
    return model.canMake();
  }

  @Override
  public ObservableValue<List<Obstacle>> obstacles() {
    return model.obstaclesProperty();
  }

  private void showOnBand() {
    if (inView) {
      night.curveProperty().set(model.onBand().orElse(null));
    }
  }

  @Override
  public void enter() {
    inView = true;
    page.enter();
    showOnBand();
  }

  @Override
  public void leave() {
    inView = false;
    page.leave();
    night.curveProperty().set(null);
  }
}
