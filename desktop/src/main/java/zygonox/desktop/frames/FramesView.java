package zygonox.desktop.frames;

import java.nio.file.Path;
import java.util.List;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.value.ObservableValue;
import javafx.scene.control.Button;
import javafx.scene.layout.Region;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameSet;
import zygonox.core.night.Night;
import zygonox.core.night.OtherDate;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.words.Words;
import zygonox.desktop.stage.Obstacle;
import zygonox.desktop.stage.PagedStage;
import zygonox.desktop.stage.Pages;
import zygonox.desktop.stage.StageName;
import zygonox.desktop.stage.Workplace;
import zygonox.desktop.theme.Theme;

/** The frames: one by one, on a wall, as curves of their measures, and in runs. */
public final class FramesView implements PagedStage {
  private final Workplace workplace;
  private final FramesModel model;
  private final Pages pages;
  private final ObjectProperty<Theme> theme = new SimpleObjectProperty<>(Theme.DUSK);

  public FramesView(Workplace workplace) {
    this.workplace = workplace;
    this.model = new FramesModel(workplace.night(), this::beginOwnNight);
    pages =
        new Pages(
            workplace.navigator(),
            new OnePage(workplace, model, judge("judge"), theme, this::open),
            new WallPage(workplace, model, judge("judge-wall"), theme),
            new CurvesPage(workplace.night(), model, judge("judge-curves"), theme),
            new RunsPage(workplace, model, new RunsModel(workplace.night(), model)));
  }

  /** The theme that walls and curves are drawn in. */
  public ObjectProperty<Theme> themeProperty() {
    return theme;
  }

  private Button judge(String id) {
    Button button = new Button(Words.say("frames.judge-them"));
    button.setId(id);
    button.setMinWidth(Region.USE_PREF_SIZE);
    button.setOnAction(e -> judge());
    return button;
  }

  /** Measures and judges all frames beside the window. */
  private void judge() {
    FrameSet set = workplace.night().framesProperty().get();
    workplace
        .tasks()
        .start(
            Words.say("frames.measuring-the-frames"),
            (progress, cancellation) -> Measured.of(set, progress, cancellation),
            model::take,
            workplace.navigator()::fault);
  }

  /** Loads frames from files or folders. */
  public void open(Path... paths) {
    workplace
        .tasks()
        .start(
            Words.say("frames.looking-at-the-frames"),
            (progress, cancellation) -> FrameFinder.find(List.of(paths), progress, cancellation),
            set -> {
              workplace.night().selectedProperty().set(null);
              workplace.night().load(set);
              workplace.night().remember(List.of(paths));
              workplace.navigator().go(StageName.FRAMES);
              if (set.frames().isEmpty() && set.unreadable().isEmpty()) {
                workplace.navigator().fault(new InvalidInput(Words.say("frames.none", paths[0])));
              }
            },
            workplace.navigator()::fault);
  }

  /** A night of the date that frames were taken on, with them in it. */
  private void beginOwnNight(OtherDate other, FrameSet set) {
    List<Path> files =
        set.frames().stream()
            .filter(f -> other.run().frames().contains(f))
            .map(Frame::file)
            .toList();
    Night plan = workplace.night().night().withDate(other.evening());
    workplace.navigator().beginNight(plan);
    open(files.toArray(Path[]::new));
  }

  @Override
  public Pages pages() {
    return pages;
  }

  @Override
  public boolean isChecked() {
    return !workplace.night().framesProperty().get().frames().isEmpty();
  }

  @Override
  public ObservableValue<List<Obstacle>> obstacles() {
    return model.obstaclesProperty();
  }
}
