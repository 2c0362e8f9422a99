package zygonox.desktop.shell;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.Dragboard;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.util.Subscription;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameSet;
import zygonox.core.night.Night;
import zygonox.core.night.NightFile;
import zygonox.core.night.NightFolder;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.words.Words;
import zygonox.core.work.Cancelled;
import zygonox.core.work.DiskFault;
import zygonox.core.work.LogFile;
import zygonox.core.work.WorkFailed;
import zygonox.desktop.band.NightBand;
import zygonox.desktop.blend.BlendView;
import zygonox.desktop.frames.FramesView;
import zygonox.desktop.motion.MotionView;
import zygonox.desktop.picture.PictureModel;
import zygonox.desktop.picture.PictureView;
import zygonox.desktop.program.ProgramView;
import zygonox.desktop.rehearse.RehearseView;
import zygonox.desktop.sky.SkyView;
import zygonox.desktop.stage.Faults;
import zygonox.desktop.stage.Home;
import zygonox.desktop.stage.Navigator;
import zygonox.desktop.stage.OpenNight;
import zygonox.desktop.stage.StageName;
import zygonox.desktop.stage.StageView;
import zygonox.desktop.stage.Workplace;
import zygonox.desktop.start.DemoShow;
import zygonox.desktop.start.RecentNights;
import zygonox.desktop.start.StartModel;
import zygonox.desktop.start.StartView;
import zygonox.desktop.tasks.BackgroundTasks;
import zygonox.desktop.theme.Theme;

/**
 * The window's content: the night band above, the stages on the left, the sentence of the stage,
 * its picture, and below it what stands in the way.
 */
public final class Shell extends StackPane implements Navigator {
  private static final double SMALLEST_TEXT = 11;
  private static final double LARGEST_TEXT = 24;

  private final OpenNight night = new OpenNight(this::fault, System::nanoTime);
  private final PictureModel picture = new PictureModel();
  private final BackgroundTasks tasks;
  private final ObjectProperty<Theme> theme = new SimpleObjectProperty<>(Theme.DUSK);
  private final Map<StageName, StageView> stages = new EnumMap<>(StageName.class);
  private final Rail rail = new Rail(this::showNights, this::go);
  private final FramesView frames;
  private final BlendView blend;
  private final BorderPane work = new BorderPane();
  private final PictureView viewer;
  private final VBox head = new VBox();
  private final StackPane centre = new StackPane();
  private final Foot foot;
  private final KeysCard keys = new KeysCard();
  private final Home home;
  private final RecentNights recent;
  private final StartView start;
  private Subscription obstacles = Subscription.EMPTY;
  private StageName current;
  private Consumer<Path> folderOpener = folder -> {};
  private double textSize = 14;
  private boolean reddens = true;

  public Shell(BackgroundTasks tasks, Home home) {
    this.tasks = tasks;
    this.home = home;
    this.foot = new Foot(tasks);
    this.recent = new RecentNights(home.recent());
    this.start =
        new StartView(
            new StartModel(recent, home, Clock.systemUTC()), tasks, picture, new FromStart());
    Workplace workplace = new Workplace(night, picture, tasks, this, home);
    frames = new FramesView(workplace);
    frames.themeProperty().bind(theme);
    blend = new BlendView(workplace);
    blend.themeProperty().bind(theme);
    SkyView sky = new SkyView(workplace);
    sky.themeProperty().bind(theme);
    stages.put(StageName.SKY, sky);
    ProgramView program = new ProgramView(workplace);
    program.themeProperty().bind(theme);
    stages.put(StageName.PROGRAM, program);
    stages.put(StageName.REHEARSE, new RehearseView(workplace));
    stages.put(StageName.FRAMES, frames);
    stages.put(StageName.BLEND, blend);
    MotionView motion = new MotionView(workplace);
    motion.themeProperty().bind(theme);
    stages.put(StageName.MOTION, motion);

    NightBand band = new NightBand(night);
    // Without a night there is no time for it to run through.
    band.visibleProperty().bind(night.nightProperty().isNotNull());
    band.managedProperty().bind(band.visibleProperty());
    band.themeProperty().bind(theme);
    viewer = new PictureView(picture);
    theme.subscribe(t -> viewer.backgroundColourProperty().set(t.palette().ground()));
    BorderPane frame = new BorderPane();
    frame.setTop(band);
    rail.addFoot(theme, this::nextTheme, this::toggleKeys, this::showLog);
    frame.setLeft(rail);
    work.setTop(head);
    work.setCenter(centre);
    work.setBottom(foot);
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
    night.nightProperty().subscribe(n -> foot.forgetFault(true));
    showNights();
  }

  /** Shows the nights there are; the stage that was in view rests. */
  void showNights() {
    if (current != null) {
      stages.get(current).leave();
    }
    current = null;
    note("");
    obstacles.unsubscribe();
    obstacles = Subscription.EMPTY;
    foot.show(List.of(), false);
    rail.selectNights();
    start.refresh();
    head.getChildren().clear();
    work.setRight(null);
    place(start.node());
    start.focus();
  }

  /** What can be done from the nights. */
  private final class FromStart implements StartView.Ways {
    private final StartModel model = new StartModel(recent, home, Clock.systemUTC());

    @Override
    public void begin() {
      beginNight(model.tonight());
    }

    @Override
    public void demo(DemoShow show) {
      openDemo(show);
    }

    @Override
    public void open(Path path) {
      openPath(path);
    }

    @Override
    public void gone(StartModel.Recent gone, Runnable forget) {
      String key =
          Files.exists(gone.folder()) ? "start.unreadable-sentence" : "start.gone-sentence";
      String sentence =
          Files.exists(gone.folder())
              ? Words.say(key, gone.folder())
              : Words.say(key, gone.name(), gone.folder().getParent());
      offer(sentence, Words.say("start.forget"), forget);
    }
  }

  /** Opens a demo night, rehearsed first where it was not yet, and does what it is there for. */
  void openDemo(DemoShow show) {
    try {
      Path night = DemoNight.keeping(home, show);
      if (DemoNight.isShot(night, show)) {
        openShot(night, show);
        return;
      }
      tasks.start(
          Words.say("demo.rehearsing", show.title()),
          (progress, cancellation) -> DemoNight.shoot(night, show, progress, cancellation),
          shot -> openShot(shot, show),
          this::fault);
    } catch (IOException e) {
      fault(new WorkFailed(Words.say("refused.the-demo-night-could-not", DiskFault.reason(e)), e));
    }
  }

  private void openShot(Path night, DemoShow show) {
    openNight(night, show.stage() == StageName.BLEND ? blend::start : () -> {});
    go(show.stage());
  }

  /** Goes on with the night that was open last, where it is still there. */
  void openLast() {
    recent.folders().stream()
        .findFirst()
        .filter(f -> Files.isRegularFile(f.resolve(NightFile.FILE_NAME)))
        .ifPresent(this::openNight);
  }

  @Override
  public void beginNight(Night plan) {
    Path folder = NightFolder.free(home.folder(), plan);
    try {
      Files.createDirectories(folder);
      letGo();
      night.begin(folder, plan);
      recent.remember(folder);
      night.load(FrameSet.NONE);
      go(StageName.SKY);
      note(Words.say("night.begun", folder));
    } catch (IOException e) {
      fault(
          new WorkFailed(
              Words.say("refused.the-folder-cannot-be-made-because", folder, DiskFault.reason(e)),
              e));
    } catch (RuntimeException e) {
      fault(e);
    }
  }

  /** The night that was open: its folder follows what it is called now. */
  public void letGo() {
    night
        .folder()
        .ifPresent(
            folder -> {
              Path now = NightFolder.follow(folder, night.night(), home.folder());
              if (!now.equals(folder)) {
                recent.forget(folder);
                recent.remember(now);
              }
            });
  }

  /** A side that is higher than the window is scrolled, where it would push the rest out of it. */
  private static Node sidePane(Node side) {
    ScrollPane pane = new ScrollPane(side);
    pane.getStyleClass().add("side-pane");
    pane.setFitToWidth(true);
    pane.setFitToHeight(true);
    pane.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    pane.setFocusTraversable(false);
    return pane;
  }

  private void place(Node node) {
    Region ring = new Region();
    ring.getStyleClass().add("focus-ring");
    ring.setMouseTransparent(true);
    // A picture has no look of its own for having the keyboard.
    ring.visibleProperty().bind(node.focusedProperty());
    centre.getChildren().setAll(node, ring);
  }

  @Override
  public void go(StageName stage) {
    if (current != null && current != stage) {
      stages.get(current).leave();
    }
    if (current != stage) {
      note("");
    }
    current = stage;
    replace();
  }

  @Override
  public void replace() {
    if (current == null) {
      return;
    }
    StageName stage = current;
    rail.select(stage);
    StageView view = stages.get(stage);
    head.getChildren().setAll(view.head());
    work.setRight(view.side() == null ? null : sidePane(view.side()));
    // What scrolls takes its content into the window with its skin; only then can that be focused.
    work.applyCss();
    place(view.picture() == null ? viewer : view.picture());
    obstacles.unsubscribe();
    obstacles = view.obstacles().subscribe(found -> foot.show(found, view.isChecked()));
    view.enter();
  }

  @Override
  public void toPicture() {
    Node picture = centre.getChildren().get(0);
    picture.requestFocus();
  }

  void nextObstacle() {
    foot.next();
  }

  void mend() {
    foot.mend();
  }

  @Override
  public void fault(Throwable fault) {
    if (fault instanceof Cancelled) {
      note(Faults.sentence(fault));
    } else {
      foot.fault(Faults.sentence(fault));
    }
  }

  @Override
  public void offer(String sentence, String text, Runnable act) {
    foot.offer(sentence, text, act);
  }

  @Override
  public void note(String sentence) {
    foot.note(sentence);
  }

  /** Opens what a path leads to: a night, or frames. */
  public void openPath(Path path) {
    boolean isNight =
        Files.isRegularFile(path.resolve(NightFile.FILE_NAME))
            || path.getFileName() != null
                && path.getFileName().toString().equals(NightFile.FILE_NAME);
    if (isNight) {
      openNight(path);
      return;
    }
    if (!Files.exists(path)) {
      fault(new InvalidInput(Words.say("path.gone", path)));
      return;
    }
    openFrames(List.of(path));
  }

  /** Opens a night and the frames in its folder. */
  public void openNight(Path path) {
    openNight(path, () -> {});
  }

  /**
   * @param listed is done when its frames are listed
   */
  private void openNight(Path path, Runnable listed) {
    try {
      letGo();
      night.open(path);
    } catch (RuntimeException e) {
      fault(e);
      return;
    }
    Path folder = night.folder().orElseThrow();
    recent.remember(folder);
    List<Path> shot = night.sources();
    night.load(FrameSet.NONE);
    if (!shot.isEmpty()) {
      // A long night of raw files takes a while to be listed, and the plan can be read meanwhile.
      tasks.start(
          Words.say("looking-at-frames"),
          (progress, cancellation) -> FrameFinder.find(shot, progress, cancellation),
          found -> {
            night.load(found);
            replace();
            listed.run();
          },
          this::fault);
    }
    go(current == null ? StageName.SKY : current);
  }

  private boolean dropped(Dragboard board) {
    if (!board.hasFiles()) {
      return false;
    }
    List<Path> paths = board.getFiles().stream().map(File::toPath).toList();
    if (paths.size() == 1) {
      openPath(paths.get(0));
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
    setTextSize(textSize + by);
  }

  void setTextSize(double pixels) {
    textSize = Math.max(SMALLEST_TEXT, Math.min(LARGEST_TEXT, pixels));
    restyle();
  }

  void toggleKeys() {
    keys.setVisible(!keys.isVisible());
  }

  /** Says where the log is, and opens its folder where the desktop can. */
  private void showLog() {
    note(Words.say("log.folder", LogFile.folder()));
    folderOpener.accept(LogFile.folder());
  }

  /** Lets folders be opened in the desktop's own way. */
  public void setFolderOpener(Consumer<Path> opener) {
    folderOpener = opener;
  }

  void turnPage(int by) {
    if (current != null) {
      stages.get(current).turnPage(by);
    }
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
