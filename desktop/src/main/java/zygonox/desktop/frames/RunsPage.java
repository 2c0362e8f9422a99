package zygonox.desktop.frames;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import javafx.beans.property.SimpleObjectProperty;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.image.ImageView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameRun;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.Sentence;
import zygonox.desktop.sentence.SentenceView;
import zygonox.desktop.sentence.SentenceView.Weight;
import zygonox.desktop.stage.Page;
import zygonox.desktop.stage.Workplace;

/** The runs, how they keep to the plan, and how strictly their frames are judged. */
final class RunsPage implements Page {
  private static final int PICTURES = 3;
  private static final double PICTURE_WIDE = 150;

  private final Workplace workplace;
  private final Thumbnails thumbnails;
  private final FramesModel frames;
  private final RunsModel model;
  private final SentenceView head;
  private final VBox lines = new VBox(18);
  private final ScrollPane picture = new ScrollPane(lines);
  private boolean inView;

  RunsPage(Workplace workplace, FramesModel frames, RunsModel model) {
    this.workplace = workplace;
    this.frames = frames;
    this.model = model;
    thumbnails = new Thumbnails(workplace.tasks(), this::retell);
    workplace.picture().redProperty().subscribe(thumbnails::setRed);
    workplace.picture().liftedProperty().subscribe(thumbnails::setLifted);
    head = new SentenceView(model.judgeSentenceProperty(), Weight.LIGHT);
    lines.getStyleClass().add("text-page");
    picture.getStyleClass().add("text-pane");
    picture.setFitToWidth(true);
    picture.setId("runs");
    picture.setAccessibleText(Words.say("name.runs"));
    model.runsProperty().subscribe(this::show);
  }

  private void retell() {
    show(model.runsProperty().get());
  }

  /**
   * Each run: its first, middle and last frame, what it was taken as, and how it keeps to the plan.
   */
  private void show(List<Sentence> sentences) {
    lines.getChildren().clear();
    if (sentences.isEmpty()) {
      lines.getChildren().add(new Label(Words.say("frames.no-runs")));
      return;
    }
    List<FrameRun> runs = workplace.night().framesProperty().get().runs();
    Map<Integer, String> matches = frames.matches();
    List<Frame> wanted = new ArrayList<>();
    for (int i = 0; i < Math.min(runs.size(), sentences.size()); i++) {
      List<Frame> some = some(runs.get(i));
      wanted.addAll(some);
      VBox words =
          new VBox(2, new SentenceView(new SimpleObjectProperty<>(sentences.get(i)), Weight.LIGHT));
      String match = matches.get(runs.get(i).number());
      if (match != null) {
        Label label = new Label(match);
        label.setWrapText(true);
        label.setMinHeight(Region.USE_PREF_SIZE);
        words.getChildren().add(label);
      }
      HBox.setHgrow(words, Priority.ALWAYS);
      HBox row = new HBox(20, pictures(some), words);
      lines.getChildren().add(row);
    }
    if (inView) {
      thumbnails.ask(wanted);
    }
  }

  private static List<Frame> some(FrameRun run) {
    int last = run.frames().size() - 1;
    return IntStream.of(0, last / 2, last).distinct().mapToObj(run.frames()::get).toList();
  }

  private HBox pictures(List<Frame> some) {
    HBox box = new HBox(6);
    box.setMinWidth(PICTURES * (PICTURE_WIDE + 6));
    for (Frame frame : some) {
      ImageView image = new ImageView();
      image.setFitWidth(PICTURE_WIDE);
      image.setPreserveRatio(true);
      thumbnails.of(frame).ifPresent(image::setImage);
      image.setAccessibleText(frame.file().getFileName().toString());
      box.getChildren().add(image);
    }
    return box;
  }

  @Override
  public String title() {
    return Words.say("frames.runs");
  }

  @Override
  public Node head() {
    return head;
  }

  @Override
  public Node picture() {
    return picture;
  }

  @Override
  public void enter() {
    inView = true;
    retell();
  }

  @Override
  public void leave() {
    inView = false;
  }
}
