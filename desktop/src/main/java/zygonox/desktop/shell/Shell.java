package zygonox.desktop.shell;

import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.input.Dragboard;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.util.Subscription;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameSet;
import zygonox.core.work.Cancelled;
import zygonox.desktop.band.NightBand;
import zygonox.desktop.blend.BlendView;
import zygonox.desktop.frames.FramesView;
import zygonox.desktop.picture.PictureModel;
import zygonox.desktop.picture.PictureView;
import zygonox.desktop.program.ProgramView;
import zygonox.desktop.rehearse.RehearseView;
import zygonox.desktop.sky.SkyView;
import zygonox.desktop.stage.Faults;
import zygonox.desktop.stage.Home;
import zygonox.desktop.stage.Navigator;
import zygonox.desktop.stage.Obstacle;
import zygonox.desktop.stage.OpenNight;
import zygonox.desktop.stage.StageName;
import zygonox.desktop.stage.StageView;
import zygonox.desktop.stage.Workplace;
import zygonox.desktop.tasks.BackgroundTasks;
import zygonox.desktop.theme.Theme;

/**
 * The window's content: the night band above, the stages on the left, the sentence of the stage,
 * its picture, and below it what stands in the way.
 */
public final class Shell extends StackPane implements Navigator {
  private static final double SMALLEST_TEXT = 11;
  private static final double LARGEST_TEXT = 24;

  private final OpenNight night = new OpenNight(this::fault);
  private final PictureModel picture = new PictureModel();
  private final BackgroundTasks tasks;
  private final ObjectProperty<Theme> theme = new SimpleObjectProperty<>(Theme.DUSK);
  private final Map<StageName, StageView> stages = new EnumMap<>(StageName.class);
  private final Map<StageName, ToggleButton> rail = new EnumMap<>(StageName.class);
  private final FramesView frames;
  private final BlendView blend;
  private final BorderPane work = new BorderPane();
  private final PictureView viewer;
  private final VBox head = new VBox();
  private final Label obstacle = new Label();
  private final Button mend = new Button();
  private final Button next = new Button();
  private final Label message = new Label();
  private final KeysCard keys = new KeysCard();
  private Subscription obstacles = Subscription.EMPTY;
  private List<Obstacle> shownObstacles = List.of();
  private int obstacleIndex;
  private StageName current;
  private double textSize = 14;
  private boolean reddens = true;

  public Shell(BackgroundTasks tasks, Home home) {
    this.tasks = tasks;
    Workplace workplace = new Workplace(night, picture, tasks, this, home);
    frames = new FramesView(workplace);
    frames.themeProperty().bind(theme);
    blend = new BlendView(workplace);
    SkyView sky = new SkyView(workplace);
    sky.themeProperty().bind(theme);
    stages.put(StageName.SKY, sky);
    ProgramView program = new ProgramView(workplace);
    program.themeProperty().bind(theme);
    stages.put(StageName.PROGRAM, program);
    stages.put(StageName.REHEARSE, new RehearseView(workplace));
    stages.put(StageName.FRAMES, frames);
    stages.put(StageName.BLEND, blend);

    NightBand band = new NightBand(night);
    band.themeProperty().bind(theme);
    viewer = new PictureView(picture);
    theme.subscribe(t -> viewer.backgroundColourProperty().set(t.palette().ground()));
    BorderPane frame = new BorderPane();
    frame.setTop(band);
    frame.setLeft(rail());
    work.setTop(head);
    work.setCenter(viewer);
    work.setBottom(foot());
    head.getStyleClass().add("head");
    frame.setCenter(work);
    getChildren().addAll(frame, keys);
    StackPane.setAlignment(keys, Pos.CENTER);
    getStyleClass().add("shell");
    theme.subscribe(t -> restyle());
    getStylesheets().add(Shell.class.getResource("/zygonox/desktop/zygonox.css").toExternalForm());
    setOnDragOver(
        e -> {
          if (e.getDragboard().hasFiles()) {
            e.acceptTransferModes(TransferMode.COPY);
          }
        });
    setOnDragDropped(e -> e.setDropCompleted(dropped(e.getDragboard())));
    new Shortcuts(this).install();
    go(StageName.SKY);
  }

  private Node rail() {
    VBox box = new VBox(2);
    box.getStyleClass().add("rail");
    ToggleGroup group = new ToggleGroup();
    for (StageName name : StageName.values()) {
      ToggleButton button = new ToggleButton(name.title());
      button.setId("stage-" + name.name().toLowerCase());
      button.setToggleGroup(group);
      button.setMaxWidth(Double.MAX_VALUE);
      button.setOnAction(e -> go(name));
      button.setFocusTraversable(false);
      rail.put(name, button);
      box.getChildren().add(button);
    }
    Region space = new Region();
    VBox.setVgrow(space, Priority.ALWAYS);
    Button light = new Button();
    light.setId("theme");
    light.setFocusTraversable(false);
    light.getStyleClass().add("quiet");
    theme.subscribe(t -> light.setText("Light: " + t.name().toLowerCase()));
    light.setOnAction(e -> nextTheme());
    Button help = new Button("Keys: F1");
    help.setFocusTraversable(false);
    help.getStyleClass().add("quiet");
    help.setOnAction(e -> toggleKeys());
    box.getChildren().addAll(space, light, help);
    return box;
  }

  private Node foot() {
    obstacle.setId("obstacle");
    obstacle.getStyleClass().add("obstacle");
    obstacle.setWrapText(true);
    message.setId("message");
    message.getStyleClass().add("message");
    message.setWrapText(true);
    ProgressBar bar = new ProgressBar();
    bar.progressProperty().bind(tasks.fractionProperty());
    bar.setPrefWidth(180);
    Label title = new Label();
    title.textProperty().bind(tasks.titleProperty());
    Label left = new Label();
    left.getStyleClass().add("faint");
    left.textProperty().bind(tasks.timeLeftProperty());
    Button cancel = new Button("Cancel");
    cancel.setId("cancel");
    cancel.setOnAction(e -> tasks.cancel());
    HBox running = new HBox(10, title, bar, left, cancel);
    running.setAlignment(Pos.CENTER_LEFT);
    running.setMinWidth(Region.USE_PREF_SIZE);
    running.visibleProperty().bind(tasks.titleProperty().isNotEmpty());
    running.managedProperty().bind(running.visibleProperty());
    mend.setId("mend");
    mend.setMinWidth(Region.USE_PREF_SIZE);
    mend.setOnAction(e -> mend());
    next.setId("next-obstacle");
    next.getStyleClass().add("quiet");
    next.setMinWidth(Region.USE_PREF_SIZE);
    next.setOnAction(e -> nextObstacle());
    for (Button button : List.of(mend, next)) {
      button.managedProperty().bind(button.visibleProperty());
    }
    HBox obstacles = new HBox(10, obstacle, mend, next);
    obstacles.setAlignment(Pos.CENTER_LEFT);
    VBox texts = new VBox(2, obstacles, message);
    texts.setAlignment(Pos.CENTER_LEFT);
    HBox.setHgrow(texts, Priority.ALWAYS);
    HBox foot = new HBox(18, texts, running);
    foot.setAlignment(Pos.CENTER_LEFT);
    foot.getStyleClass().add("foot");
    for (Label label : List.of(obstacle, message)) {
      // Hidden as well: what is not managed stays where it was, and may reach out of the window.
      label.visibleProperty().bind(label.textProperty().isNotEmpty());
      label.managedProperty().bind(label.visibleProperty());
    }
    return foot;
  }

  @Override
  public void go(StageName stage) {
    if (current != null && current != stage) {
      stages.get(current).leave();
    }
    if (current != stage) {
      message.setText("");
    }
    current = stage;
    replace();
  }

  @Override
  public void replace() {
    StageName stage = current;
    rail.get(stage).setSelected(true);
    StageView view = stages.get(stage);
    head.getChildren().setAll(view.head());
    work.setRight(view.side());
    work.setCenter(view.picture() == null ? viewer : view.picture());
    obstacles.unsubscribe();
    obstacles = view.obstacles().subscribe(this::showObstacles);
    view.enter();
  }

  private void showObstacles(List<Obstacle> found) {
    shownObstacles = found;
    obstacleIndex = 0;
    showObstacle();
  }

  /** The next of the things that stand in the way, after the last the first. */
  void nextObstacle() {
    if (!shownObstacles.isEmpty()) {
      obstacleIndex = (obstacleIndex + 1) % shownObstacles.size();
      showObstacle();
    }
  }

  /** Mends the thing that is shown, where it can be mended for the photographer. */
  void mend() {
    if (!shownObstacles.isEmpty()) {
      shownObstacles.get(obstacleIndex).mend().ifPresent(m -> m.act().run());
    }
  }

  private void showObstacle() {
    obstacle.getStyleClass().remove("obstacle-found");
    int count = shownObstacles.size();
    next.setVisible(count > 1);
    if (count == 0) {
      obstacle.setText("Nothing stands in the way.");
      mend.setVisible(false);
      return;
    }
    Obstacle shown = shownObstacles.get(obstacleIndex);
    obstacle.setText(shown.sentence());
    obstacle.getStyleClass().add("obstacle-found");
    mend.setVisible(shown.mend().isPresent());
    shown.mend().ifPresent(m -> mend.setText(m.text()));
    next.setText("%d of %d".formatted(obstacleIndex + 1, count));
  }

  @Override
  public void fault(Throwable fault) {
    if (fault instanceof Cancelled) {
      note(Faults.sentence(fault));
      return;
    }
    message.setText(Faults.sentence(fault));
    if (!message.getStyleClass().contains("message-fault")) {
      message.getStyleClass().add("message-fault");
    }
  }

  @Override
  public void note(String sentence) {
    message.getStyleClass().remove("message-fault");
    message.setText(sentence);
  }

  /** Opens a night and the frames in its folder. */
  public void openNight(Path path) {
    try {
      night.open(path);
    } catch (RuntimeException e) {
      fault(e);
      return;
    }
    Path shot = night.folder().orElseThrow().resolve("frames");
    night.load(FrameSet.NONE);
    if (Files.isDirectory(shot)) {
      // A long night of raw files takes a while to be listed, and the plan can be read meanwhile.
      tasks.start(
          "Looking at the frames",
          (progress, cancellation) -> FrameFinder.find(List.of(shot), progress, cancellation),
          found -> {
            night.load(found);
            replace();
          },
          this::fault);
    }
    go(current);
  }

  private boolean dropped(Dragboard board) {
    if (!board.hasFiles()) {
      return false;
    }
    List<Path> paths = board.getFiles().stream().map(File::toPath).toList();
    boolean isNight = paths.size() == 1 && Files.exists(paths.get(0).resolve("night.json"));
    if (isNight) {
      openNight(paths.get(0));
    } else {
      openFrames(paths);
    }
    return true;
  }

  /** Lists the frames in files and folders, and shows them. */
  void openFrames(List<Path> paths) {
    frames.open(paths.toArray(Path[]::new));
  }

  public ObjectProperty<Theme> themeProperty() {
    return theme;
  }

  void nextTheme() {
    theme.set(theme.get().next());
  }

  /** Shows pictures in their colours although the theme is red, or in red again. */
  void toggleReddening() {
    reddens = !reddens;
    restyle();
  }

  void changeTextSize(double by) {
    textSize = Math.max(SMALLEST_TEXT, Math.min(LARGEST_TEXT, textSize + by));
    restyle();
  }

  void toggleKeys() {
    keys.setVisible(!keys.isVisible());
  }

  void turnPage(int by) {
    stages.get(current).turnPage(by);
  }

  void cancel() {
    if (keys.isVisible()) {
      keys.setVisible(false);
    } else {
      tasks.cancel();
    }
  }

  private void restyle() {
    setStyle(theme.get().palette().css() + "-fx-font-size: " + textSize + "px;");
    picture.redProperty().set(reddens && theme.get().reddensPictures());
  }

  public OpenNight night() {
    return night;
  }

  public BlendView blend() {
    return blend;
  }

  public PictureModel picture() {
    return picture;
  }
}
