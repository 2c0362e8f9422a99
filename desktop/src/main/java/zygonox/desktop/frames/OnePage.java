package zygonox.desktop.frames;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.animation.Animation;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
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
import javafx.util.Duration;
import zygonox.core.format.PictureReader;
import zygonox.core.format.QuickLook;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.measure.Histogram;
import zygonox.core.measure.Judgement.Verdict;
import zygonox.core.raster.Raster;
import zygonox.core.words.Words;
import zygonox.desktop.picture.Pixels;
import zygonox.desktop.picture.SmallHistogram;
import zygonox.desktop.sentence.SentenceView;
import zygonox.desktop.stage.Page;
import zygonox.desktop.stage.StageName;
import zygonox.desktop.stage.Workplace;
import zygonox.desktop.theme.Theme;

/** The frames in true order beside the one that is chosen, large or held against another. */
final class OnePage implements Page {
  private static final int LOUPE_WIDE = 800;
  private static final int LOUPE_HIGH = 480;

  /** Room for three frames at least; where the window is low, the side is scrolled. */
  private static final double LIST_HIGH = 150;

  /** A frame that is looked at for so long is decoded. */
  private static final long REST_MILLIS = 100;

  /** Longer side of what is shown until the frame is decoded: about the width of a screen. */
  private static final int QUICK_SIDE = 1000;

  private final Workplace workplace;
  private final FramesModel model;
  private final HBox head;
  private final VBox side;
  private final ListView<Frame> list = new ListView<>();
  private final TextField path = new TextField();
  private final Label reasons = new Label();
  private final SmallHistogram histogram;
  private final Timeline blinking = new Timeline(new KeyFrame(Duration.millis(450), e -> blink()));
  private boolean inView;
  private boolean magnifies;
  private boolean decoded;
  private Pixels shown;

  OnePage(
      Workplace workplace,
      FramesModel model,
      Node judge,
      ObservableValue<Theme> theme,
      Consumer<Path> open) {
    this.workplace = workplace;
    this.model = model;
    histogram = new SmallHistogram(theme, "frame-histogram");
    SentenceView sentence = new SentenceView(model.sentenceProperty());
    Button blend = new Button(Words.say("frames.blend-these"));
    blend.getStyleClass().add("act");
    blend.setMinWidth(Region.USE_PREF_SIZE);
    blend.setOnAction(e -> workplace.navigator().go(StageName.BLEND));
    HBox.setHgrow(sentence, Priority.ALWAYS);
    head = new HBox(18, sentence, judge, blend);

    list.setId("frames");
    list.setMinHeight(LIST_HIGH);
    list.setAccessibleText(Words.say("name.frames"));
    list.setCellFactory(l -> new FrameCell());
    list.setPlaceholder(new Label(Words.say("frames.no-frames")));
    list.getSelectionModel()
        .selectedItemProperty()
        .subscribe(
            frame -> {
              if (frame != null) {
                workplace.night().selectedProperty().set(frame);
              }
            });
    path.setId("frames-path");
    path.setAccessibleText(Words.say("frames.frames-from"));
    path.setPromptText(Words.say("frames.folder-or-file-then-enter"));
    path.setOnAction(e -> open.accept(Path.of(path.getText().strip())));
    Label from = new Label(Words.say("frames.frames-from"));
    from.getStyleClass().add("field-name");
    reasons.setId("reasons");
    reasons.setWrapText(true);
    reasons.setMinHeight(Region.USE_PREF_SIZE);
    Label keys = new Label(Words.say("frames.k-keeps-l-marks-to"));
    keys.getStyleClass().add("field-name");
    keys.setWrapText(true);
    keys.setMinHeight(Region.USE_PREF_SIZE);
    list.addEventHandler(KeyEvent.KEY_PRESSED, this::keyPressed);
    side = new VBox(6, from, path, list, histogram, reasons, keys);
    blinking.setCycleCount(Animation.INDEFINITE);
    workplace.night().judgementsProperty().subscribe(j -> retell());
    workplace.night().decisionsProperty().subscribe(o -> retell());
    VBox.setVgrow(list, Priority.ALWAYS);
    side.getStyleClass().add("side");
    side.setPrefWidth(306);
    workplace.night().framesProperty().subscribe(set -> list(set.frames()));
    workplace.night().selectedProperty().subscribe(this::show);
  }

  /** Lists frames; the one that is looked at stays chosen where it is among them. */
  private void list(List<Frame> frames) {
    list.getItems().setAll(frames);
    Frame chosen = workplace.night().selectedProperty().get();
    if (chosen != null && frames.contains(chosen)) {
      list.getSelectionModel().select(chosen);
      list.scrollTo(chosen);
    }
  }

  /** The frame that is looked at, where it is listed: it may have been chosen on another page. */
  private Frame chosen(List<Frame> frames) {
    Frame elsewhere = workplace.night().selectedProperty().get();
    return frames.contains(elsewhere) ? elsewhere : list.getSelectionModel().getSelectedItem();
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
      case O, DELETE -> model.decide(Verdict.DROP);
      case N -> model.next();
      case V -> compare(false);
      case S -> compare(true);
      case B -> toggleBlinking();
      case M -> {
        magnifies = !magnifies;
        if (decoded) {
          present(list.getSelectionModel().getSelectedItem());
        }
      }
      default -> {
        return;
      }
    }
    event.consume();
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
  public String title() {
    return Words.say("frames.one-by-one");
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
  public void enter() {
    inView = true;
    workplace.picture().compareWith(null, "");
    List<Frame> frames = workplace.night().framesProperty().get().frames();
    if (frames.isEmpty()) {
      workplace.picture().clear(Words.say("frames.name-a-folder-of-frames"));
    } else if (list.getSelectionModel().isEmpty()) {
      list.getSelectionModel().select(0);
    } else {
      show(chosen(frames));
    }
    list.requestFocus();
  }

  @Override
  public void leave() {
    inView = false;
    endComparing();
  }

  private void show(Frame frame) {
    if (frame == null || !inView) {
      return;
    }
    if (!frame.equals(list.getSelectionModel().getSelectedItem())) {
      list.getSelectionModel().select(frame);
      list.scrollTo(frame);
    }
    retell();
    endComparing();
    decoded = false;
    workplace
        .tasks()
        .quietly(
            "quick look",
            (progress, cancellation) -> quickly(frame),
            pixels ->
                pixels.filter(p -> !decoded && !magnifies).ifPresent(p -> presentQuick(frame, p)));
    workplace
        .tasks()
        .quietly(
            "frame",
            (progress, cancellation) -> {
              // Who leafs through the night waits for no frame; who rests on one hardly notices.
              cancellation.sleep(REST_MILLIS);
              try {
                Raster raster = PictureReader.readWhole(frame);
                return new Loaded(Pixels.of(frame, raster), Histogram.of(raster, 128));
              } catch (UnreadableFrame e) {
                return null;
              }
            },
            loaded -> {
              decoded = true;
              shown = loaded == null ? null : loaded.pixels;
              histogram.show(loaded == null ? null : loaded.histogram);
              present(frame);
            });
  }

  private static Optional<Pixels> quickly(Frame frame) {
    try {
      return QuickLook.stored(frame, QUICK_SIDE).map(small -> Pixels.quick(frame, small));
    } catch (UnreadableFrame e) {
      // Decoding the whole frame tells what is wrong with it.
      return Optional.empty();
    }
  }

  /** What is seen at once, until the frame is decoded. */
  private void presentQuick(Frame frame, Pixels pixels) {
    if (inView) {
      workplace
          .picture()
          .show(pixels, frame.file().getFileName() + Words.say("frames.coarse-decoding"));
    }
  }

  /** What is shown of a frame once it is decoded. */
  private record Loaded(Pixels pixels, Histogram histogram) {}

  private void present(Frame frame) {
    if (!inView || frame == null) {
      return;
    }
    String name = frame.file().getFileName().toString();
    if (shown == null) {
      workplace.picture().clear(name + Words.say("frames.cannot-be-decoded"));
    } else if (magnifies) {
      workplace
          .picture()
          .show(
              shown.loupe(LOUPE_WIDE, LOUPE_HIGH),
              name + Words.say("frames.corners-and-middle-full-size"));
      workplace.picture().fullSize();
    } else {
      workplace.picture().show(shown, name);
    }
  }

  /** Holds the frame against the one before it, or lets it go again. */
  private void compare(boolean onStars) {
    Frame frame = list.getSelectionModel().getSelectedItem();
    int at = list.getItems().indexOf(frame);
    if (at < 1) {
      workplace.navigator().note(Words.say("frames.there-is-no-frame-before"));
      return;
    }
    Frame before = list.getItems().get(at - 1);
    workplace
        .tasks()
        .quietly(
            "comparison",
            (progress, cancellation) -> Comparison.of(before, frame, onStars, cancellation),
            found -> {
              if (inView && found.isPresent()) {
                workplace.picture().compareWith(found.get(), Comparison.caption(before, onStars));
                workplace.navigator().note(Words.say("frames.hold-space-in-the-picture"));
              } else if (inView) {
                workplace.navigator().note(Words.say("frames.the-two-frames-share-too"));
              }
            });
  }

  private void endComparing() {
    blinking.stop();
    workplace.picture().compareWith(null, "");
  }

  private void toggleBlinking() {
    if (blinking.getStatus() == Animation.Status.RUNNING) {
      blinking.stop();
      workplace.picture().showingOtherProperty().set(false);
    } else if (workplace.picture().otherProperty().get() == null) {
      compare(false);
      blinking.play();
    } else {
      blinking.play();
    }
  }

  private void blink() {
    var other = workplace.picture().showingOtherProperty();
    other.set(workplace.picture().otherProperty().get() != null && !other.get());
  }
}
