package zygonox.desktop.start;

import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.stage.DirectoryChooser;
import zygonox.core.raster.Raster;
import zygonox.core.words.Words;
import zygonox.desktop.picture.PictureModel;
import zygonox.desktop.picture.Pixels;
import zygonox.desktop.stage.StageName;
import zygonox.desktop.tasks.BackgroundTasks;

/**
 * What is seen before a night is open: the nights there are, a new one, and what each stage does.
 */
public final class StartView {
  private static final double PICTURE_WIDE = 96;
  private static final double PICTURE_HIGH = 64;

  private final StartModel model;
  private final BackgroundTasks tasks;
  private final PictureModel viewer;
  private final Ways ways;
  private final VBox nights = new VBox(6);
  private final HBox root;

  /** What can be done from here. */
  public interface Ways {
    void begin();

    /** Opens a demo night. */
    void demo(DemoShow show);

    /** Opens a night or frames. */
    void open(Path path);

    /** Says that a night is gone, and offers to take it off the list. */
    void gone(StartModel.Recent night, Runnable forget);
  }

  public StartView(StartModel model, BackgroundTasks tasks, PictureModel viewer, Ways ways) {
    this.model = model;
    this.tasks = tasks;
    this.viewer = viewer;
    this.ways = ways;
    Label heading = heading("start.nights");
    ScrollPane scroll = scrolled(nights);
    VBox.setVgrow(scroll, Priority.ALWAYS);
    VBox left = new VBox(10, heading, scroll);
    HBox.setHgrow(left, Priority.ALWAYS);
    // In a low window what the stages are for is scrolled to; all that is pressed lies above it.
    ScrollPane right = scrolled(new VBox(24, doing(), demos(), stages()));
    right.setMinWidth(440);
    right.setPrefWidth(440);
    root = new HBox(36, left, right);
    root.getStyleClass().add("start");
    root.setId("start");
    viewer.redProperty().subscribe(red -> refresh());
    viewer.liftedProperty().subscribe(lifted -> refresh());
  }

  public Node node() {
    return root;
  }

  private static ScrollPane scrolled(Node what) {
    ScrollPane scroll = new ScrollPane(what);
    scroll.setFitToWidth(true);
    scroll.setMinHeight(0);
    scroll.setFocusTraversable(false);
    scroll.getStyleClass().add("start-nights");
    return scroll;
  }

  private static Label heading(String key) {
    Label heading = new Label(Words.say(key));
    heading.getStyleClass().add("start-heading");
    return heading;
  }

  /** The ways in. */
  private Node doing() {
    Button begin = new Button(Words.say("start.begin"));
    begin.setId("begin");
    begin.getStyleClass().add("act");
    begin.setOnAction(e -> ways.begin());
    Button choose = new Button(Words.say("start.choose"));
    choose.setId("choose");
    choose.setOnAction(e -> choose());
    TextField path = new TextField();
    path.setId("start-path");
    path.setPromptText(Words.say("start.path"));
    path.setAccessibleText(Words.say("start.path"));
    path.setOnAction(e -> open(path.getText(), ways::open));
    for (Region fixed : List.of(begin, choose)) {
      fixed.setMinWidth(Region.USE_PREF_SIZE);
    }
    HBox first = new HBox(10, begin, choose);
    first.setAlignment(Pos.CENTER_LEFT);
    Label hint = new Label(Words.say("start.hint"));
    hint.getStyleClass().add("faint");
    hint.setWrapText(true);
    hint.setMinHeight(Region.USE_PREF_SIZE);
    return new VBox(12, heading("start.doing"), first, path, hint);
  }

  /** A night for each main job. */
  private Node demos() {
    FlowPane all = new FlowPane(8, 8);
    for (DemoShow show : DemoShow.values()) {
      Button button = new Button(show.title());
      button.setId("demo-" + show.term());
      button.setMinWidth(Region.USE_PREF_SIZE);
      button.setOnAction(e -> ways.demo(show));
      all.getChildren().add(button);
    }
    return new VBox(10, heading("start.demos"), all);
  }

  private static void open(String typed, Consumer<Path> open) {
    if (!typed.isBlank()) {
      open.accept(Path.of(typed.strip()));
    }
  }

  private void choose() {
    DirectoryChooser chooser = new DirectoryChooser();
    chooser.setTitle(Words.say("start.choose"));
    File chosen = chooser.showDialog(root.getScene().getWindow());
    if (chosen != null) {
      ways.open(chosen.toPath());
    }
  }

  /** A line for each stage on what it is for. */
  private static Node stages() {
    GridPane grid = new GridPane();
    grid.setHgap(16);
    grid.setVgap(6);
    for (StageName stage : StageName.values()) {
      Label name = new Label(stage.title());
      name.getStyleClass().add("start-stage");
      name.setMinWidth(Region.USE_PREF_SIZE);
      Label what = new Label(Words.say("start.stage." + stage));
      what.setWrapText(true);
      what.setMinHeight(Region.USE_PREF_SIZE);
      grid.addRow(stage.ordinal(), name, what);
    }
    return new VBox(10, heading("start.stages"), grid);
  }

  /** Looks anew which nights there are. */
  public void refresh() {
    List<StartModel.Recent> found = model.nights();
    if (found.isEmpty()) {
      Label none = new Label(Words.say("start.none"));
      none.getStyleClass().add("faint");
      none.setWrapText(true);
      nights.getChildren().setAll(none);
      return;
    }
    nights.getChildren().setAll(found.stream().map(this::card).toList());
  }

  private Node card(StartModel.Recent night) {
    ImageView image = new ImageView();
    image.setFitWidth(PICTURE_WIDE);
    image.setFitHeight(PICTURE_HIGH);
    image.setPreserveRatio(true);
    StackPane frame = new StackPane(image);
    frame.getStyleClass().add("start-picture");
    frame.setMinSize(PICTURE_WIDE, PICTURE_HIGH);
    frame.setMaxSize(PICTURE_WIDE, PICTURE_HIGH);
    Label name = new Label(night.name());
    name.getStyleClass().add("start-name");
    Label about = new Label(night.about());
    about.getStyleClass().add("faint");
    VBox words = new VBox(2, name, about);
    words.setAlignment(Pos.CENTER_LEFT);
    HBox graphic = new HBox(14, frame, words);
    graphic.setAlignment(Pos.CENTER_LEFT);
    Button card = new Button("", graphic);
    card.setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
    card.getStyleClass().add("start-night");
    card.setMaxWidth(Double.MAX_VALUE);
    card.setAccessibleText(night.name() + ", " + night.about());
    card.setOnAction(
        e -> {
          if (night.isThere()) {
            ways.open(night.folder());
          } else {
            ways.gone(
                night,
                () -> {
                  model.forget(night.folder());
                  refresh();
                });
          }
        });
    if (night.isThere()) {
      tasks.quietly(
          "picture of " + night.folder(),
          (progress, cancellation) -> StartModel.picture(night.folder()),
          found -> found.ifPresent(small -> show(image, small)));
    }
    return card;
  }

  private void show(ImageView view, Raster small) {
    int[] argb = Pixels.of(small).shown(viewer.redProperty().get(), viewer.liftedProperty().get());
    int width = small.layout().width();
    WritableImage image = new WritableImage(width, small.layout().height());
    image
        .getPixelWriter()
        .setPixels(
            0, 0, width, small.layout().height(), PixelFormat.getIntArgbInstance(), argb, 0, width);
    view.setImage(image);
  }

  /** Puts the keyboard on the first night, or where there is none on beginning one. */
  public void focus() {
    Platform.runLater(
        () -> {
          Node first = nights.getChildren().get(0);
          (first instanceof Button ? first : root.lookup("#begin")).requestFocus();
        });
  }
}
