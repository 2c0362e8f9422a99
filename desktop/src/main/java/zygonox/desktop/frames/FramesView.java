package zygonox.desktop.frames;

import java.nio.file.Path;
import java.util.List;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameFinder;
import zygonox.core.frame.FrameReader;
import zygonox.core.frame.FrameSet;
import zygonox.core.frame.UnreadableFrame;
import zygonox.core.measure.Judgement.Verdict;
import zygonox.desktop.picture.Pixels;
import zygonox.desktop.sentence.SentenceView;
import zygonox.desktop.stage.Obstacle;
import zygonox.desktop.stage.StageName;
import zygonox.desktop.stage.StageView;
import zygonox.desktop.stage.Workplace;

/** Lists the frames in true order; the picture is the one that is chosen. */
public final class FramesView implements StageView {
  private final Workplace workplace;
  private final FramesModel model;
  private final HBox head;
  private final VBox side;
  private final ListView<Frame> list = new ListView<>();
  private final TextField path = new TextField();
  private final Label reasons = new Label();
  private boolean inView;

  public FramesView(Workplace workplace) {
    this.workplace = workplace;
    this.model = new FramesModel(workplace.night());
    SentenceView sentence = new SentenceView(model.sentenceProperty());
    Button blend = new Button("Blend these");
    blend.getStyleClass().add("act");
    blend.setMinWidth(Region.USE_PREF_SIZE);
    blend.setOnAction(e -> workplace.navigator().go(StageName.BLEND));
    HBox.setHgrow(sentence, Priority.ALWAYS);
    Button judge = new Button("Judge them");
    judge.setId("judge");
    judge.setMinWidth(Region.USE_PREF_SIZE);
    judge.setOnAction(e -> judge());
    head = new HBox(18, sentence, judge, blend);

    list.setId("frames");
    list.setCellFactory(l -> new FrameCell());
    list.setPlaceholder(new Label("No frames"));
    list.getSelectionModel()
        .selectedItemProperty()
        .subscribe(
            frame -> {
              if (frame != null) {
                workplace.night().selectedProperty().set(frame);
              }
            });
    path.setId("frames-path");
    path.setPromptText("folder or file, then Enter");
    path.setOnAction(e -> open(Path.of(path.getText().strip())));
    Label from = new Label("Frames from");
    from.getStyleClass().add("field-name");
    reasons.setId("reasons");
    reasons.setWrapText(true);
    reasons.setMinHeight(Region.USE_PREF_SIZE);
    Label keys = new Label("K keeps, L marks to look at, X drops, N goes to the next");
    keys.getStyleClass().add("field-name");
    keys.setWrapText(true);
    keys.setMinHeight(Region.USE_PREF_SIZE);
    list.addEventHandler(KeyEvent.KEY_PRESSED, this::keyPressed);
    side = new VBox(6, from, path, list, reasons, keys);
    workplace.night().judgementsProperty().subscribe(j -> retell());
    workplace.night().ownVerdictsProperty().subscribe(o -> retell());
    VBox.setVgrow(list, Priority.ALWAYS);
    side.getStyleClass().add("side");
    side.setPrefWidth(306);
    workplace.night().framesProperty().subscribe(set -> list.getItems().setAll(set.frames()));
    workplace.night().selectedProperty().subscribe(this::show);
  }

  /** A frame in the list. */
  private final class FrameCell extends ListCell<Frame> {
    @Override
    protected void updateItem(Frame frame, boolean isEmpty) {
      super.updateItem(frame, isEmpty);
      setText(isEmpty || frame == null ? null : model.line(frame));
      getStyleClass().removeAll("verdict-look", "verdict-drop");
      if (!isEmpty && frame != null && model.verdict(frame) != Verdict.KEEP) {
        getStyleClass().add(model.verdict(frame) == Verdict.LOOK ? "verdict-look" : "verdict-drop");
      }
    }
  }

  private void keyPressed(KeyEvent event) {
    if (event.isShortcutDown()) {
      return;
    }
    switch (event.getCode()) {
      case K -> model.decide(Verdict.KEEP);
      case L -> model.decide(Verdict.LOOK);
      case X, DELETE -> model.decide(Verdict.DROP);
      case N -> model.next();
      default -> {
        return;
      }
    }
    event.consume();
  }

  /** Measures and judges all frames beside the window. */
  private void judge() {
    FrameSet set = workplace.night().framesProperty().get();
    workplace
        .tasks()
        .start(
            "Measuring the frames",
            (progress, cancellation) -> FramesModel.measure(set, progress, cancellation),
            model::take,
            workplace.navigator()::fault);
  }

  private void retell() {
    list.refresh();
    Frame frame = list.getSelectionModel().getSelectedItem();
    if (frame == null) {
      reasons.setText("");
      return;
    }
    String why = model.reasons(frame);
    String measured = model.measured(frame);
    reasons.setText(why.isEmpty() || measured.isEmpty() ? why + measured : why + ". " + measured);
  }

  @Override
  public Node head() {
    return head;
  }

  @Override
  public Node side() {
    return side;
  }

  @Override
  public ObservableValue<List<Obstacle>> obstacles() {
    return model.obstaclesProperty();
  }

  @Override
  public void enter() {
    inView = true;
    workplace.picture().compareWith(null, "");
    List<Frame> frames = workplace.night().framesProperty().get().frames();
    if (frames.isEmpty()) {
      workplace
          .picture()
          .clear(
              "Name a folder of frames on the right, or drop files onto the window. JPEG, PNG,"
                  + " TIFF, DNG and FITS are read as they are; nothing is ever written to them.");
    } else if (list.getSelectionModel().isEmpty()) {
      list.getSelectionModel().select(0);
    } else {
      show(list.getSelectionModel().getSelectedItem());
    }
    list.requestFocus();
  }

  @Override
  public void leave() {
    inView = false;
  }

  /** Loads frames from files or folders. */
  public void open(Path... paths) {
    workplace
        .tasks()
        .start(
            "Looking at the frames",
            (progress, cancellation) -> FrameFinder.find(List.of(paths), progress, cancellation),
            set -> {
              list.getSelectionModel().clearSelection();
              workplace.night().framesProperty().set(set);
              workplace.navigator().go(StageName.FRAMES);
            },
            workplace.navigator()::fault);
  }

  private void show(Frame frame) {
    if (frame == null || !inView) {
      return;
    }
    list.getSelectionModel().select(frame);
    retell();
    workplace
        .tasks()
        .quietly(
            "frame",
            (progress, cancellation) -> {
              try {
                return Pixels.of(FrameReader.readWhole(frame));
              } catch (UnreadableFrame e) {
                return null;
              }
            },
            pixels -> {
              if (inView && pixels != null) {
                workplace.picture().show(pixels, frame.file().getFileName().toString());
              } else if (inView) {
                workplace.picture().clear(frame.file().getFileName() + " cannot be decoded.");
              }
            });
  }
}
