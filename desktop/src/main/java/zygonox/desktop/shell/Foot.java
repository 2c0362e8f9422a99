package zygonox.desktop.shell;

import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import zygonox.core.program.ProgramFinding.Weight;
import zygonox.core.words.Words;
import zygonox.desktop.stage.Obstacle;
import zygonox.desktop.tasks.BackgroundTasks;

/** The line at the bottom: what stands in the way, what was said last, and what is running. */
final class Foot extends HBox {
  private static final int MOST_MENDS = 2;

  /** What is running takes no more of the line than this by its name: it may be a long sentence. */
  private static final double TITLE_SHARE = 0.3;

  private static final double TWO_LINES = 40;

  private final Label weight = new Label();
  private final Label obstacle = new Label();
  private final HBox mends = new HBox(8);
  private final Button next = new Button();
  private final Label message = new Label();
  private final Button offered = new Button();
  private List<Obstacle> shown = List.of();
  private int index;

  Foot(BackgroundTasks tasks) {
    super(18);
    getStyleClass().add("foot");
    setAlignment(Pos.CENTER_LEFT);
    obstacle.setId("obstacle");
    obstacle.getStyleClass().add("obstacle");
    obstacle.setWrapText(true);
    obstacle.setMaxHeight(TWO_LINES);
    Tooltip whole = new Tooltip();
    whole.textProperty().bind(obstacle.textProperty());
    obstacle.setTooltip(whole);
    weight.setId("weight");
    weight.setMinWidth(Region.USE_PREF_SIZE);
    message.setId("message");
    message.getStyleClass().add("message");
    message.setWrapText(true);
    next.setId("next-obstacle");
    next.getStyleClass().add("quiet");
    next.setMinWidth(Region.USE_PREF_SIZE);
    next.setOnAction(e -> next());
    offered.setId("offered");
    offered.setMinWidth(Region.USE_PREF_SIZE);
    mends.setAlignment(Pos.CENTER_LEFT);
    mends.setMinWidth(Region.USE_PREF_SIZE);
    // The line is short enough while something runs; Ctrl M mends all the same.
    mends.visibleProperty().bind(tasks.titleProperty().isEmpty());
    mends.managedProperty().bind(mends.visibleProperty());
    HBox obstacles = new HBox(10, weight, obstacle, mends, next);
    HBox said = new HBox(10, message, offered);
    for (HBox row : List.of(obstacles, said)) {
      row.setAlignment(Pos.CENTER_LEFT);
    }
    VBox texts = new VBox(2, obstacles, said);
    texts.setAlignment(Pos.CENTER_LEFT);
    HBox.setHgrow(texts, Priority.ALWAYS);
    getChildren().addAll(texts, running(tasks));
    for (Label label : List.of(weight, obstacle, message)) {
      // Hidden as well: what is not managed stays where it was, and may reach out of the window.
      label.visibleProperty().bind(label.textProperty().isNotEmpty());
      label.managedProperty().bind(label.visibleProperty());
    }
    offered.setVisible(false);
    for (Button button : List.of(next, offered)) {
      button.managedProperty().bind(button.visibleProperty());
    }
    // What went wrong before is over when the next thing begins.
    tasks.titleProperty().subscribe(title -> forgetFault(!title.isEmpty()));
  }

  private HBox running(BackgroundTasks tasks) {
    ProgressBar bar = new ProgressBar();
    bar.progressProperty().bind(tasks.fractionProperty());
    bar.setPrefWidth(180);
    bar.accessibleTextProperty().bind(tasks.titleProperty());
    Label title = new Label();
    title.textProperty().bind(tasks.titleProperty());
    title.setMinWidth(0);
    title.maxWidthProperty().bind(widthProperty().multiply(TITLE_SHARE));
    Label left = new Label();
    left.getStyleClass().add("faint");
    left.textProperty().bind(tasks.timeLeftProperty());
    Button cancel = new Button(Words.say("cancel"));
    cancel.setId("cancel");
    cancel.setOnAction(e -> tasks.cancel());
    HBox running = new HBox(10, title, bar, left, cancel);
    running.setAlignment(Pos.CENTER_LEFT);
    running.setMinWidth(Region.USE_PREF_SIZE);
    for (Region part : List.of(bar, left, cancel)) {
      part.setMinWidth(Region.USE_PREF_SIZE);
    }
    running.visibleProperty().bind(tasks.titleProperty().isNotEmpty());
    running.managedProperty().bind(running.visibleProperty());
    return running;
  }

  /**
   * Shows what stands in the way, worst first.
   *
   * @param checked whether anything was looked at: else nothing is said of nothing
   */
  void show(List<Obstacle> found, boolean checked) {
    shown = found;
    index = 0;
    if (found.isEmpty()) {
      weight.setText("");
      obstacle.setText(checked ? Words.say("nothing-in-the-way") : "");
      obstacle.getStyleClass().remove("obstacle-found");
      mends.getChildren().clear();
      next.setVisible(false);
    } else {
      showOne();
    }
  }

  /** The next of the things that stand in the way, after the last the first. */
  void next() {
    if (!shown.isEmpty()) {
      index = (index + 1) % shown.size();
      showOne();
    }
  }

  /** Mends the thing that is shown, where it can be mended for the photographer. */
  void mend() {
    if (!shown.isEmpty() && !shown.get(index).mends().isEmpty()) {
      shown.get(index).mends().get(0).act().run();
    }
  }

  private void showOne() {
    Obstacle one = shown.get(index);
    weight.setText(Words.say("weight." + one.weight()));
    weight.getStyleClass().removeIf(c -> c.startsWith("weight-"));
    weight.getStyleClass().add("weight-" + one.weight().name().toLowerCase());
    obstacle.setText(one.sentence());
    obstacle.getStyleClass().remove("obstacle-found");
    if (one.weight() != Weight.INFORMS) {
      obstacle.getStyleClass().add("obstacle-found");
    }
    mends.getChildren().clear();
    for (Obstacle.Mend mend : one.mends().stream().limit(MOST_MENDS).toList()) {
      Button button = new Button(mend.text());
      button.setId(mends.getChildren().isEmpty() ? "mend" : "mend-otherwise");
      button.setMinWidth(Region.USE_PREF_SIZE);
      button.setOnAction(e -> mend.act().run());
      mends.getChildren().add(button);
    }
    next.setVisible(shown.size() > 1);
    next.setText(Words.say("n-of-m", index + 1, shown.size()));
    next.setAccessibleText(Words.say("next-obstacle"));
  }

  /** Says a good outcome, or nothing. */
  void note(String sentence) {
    message.getStyleClass().remove("message-fault");
    message.setText(sentence);
    offered.setVisible(false);
  }

  /** Says a fault. */
  void fault(String sentence) {
    note(sentence);
    message.getStyleClass().add("message-fault");
  }

  /** Says a fault with a way out. */
  void offer(String sentence, String text, Runnable act) {
    fault(sentence);
    offered.setText(text);
    offered.setOnAction(
        e -> {
          note("");
          act.run();
        });
    offered.setVisible(true);
  }

  /** An old fault is over once the next thing works. */
  void forgetFault(boolean works) {
    if (works && message.getStyleClass().contains("message-fault")) {
      note("");
    }
  }
}
