package zygonox.desktop.program;

import java.nio.file.Path;
import javafx.beans.value.ObservableValue;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.DragEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import zygonox.core.format.PictureReader;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.measure.Histogram;
import zygonox.core.night.Night;
import zygonox.core.program.Program;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.Raster;
import zygonox.core.rehearsal.TestFrame;
import zygonox.core.words.Words;
import zygonox.desktop.sentence.SentenceView;
import zygonox.desktop.sentence.SentenceView.Weight;
import zygonox.desktop.stage.Facts;
import zygonox.desktop.stage.Page;
import zygonox.desktop.stage.Workplace;
import zygonox.desktop.theme.Theme;

/** What to expose; the picture is the histogram the frame will have. */
final class ExposurePage implements Page {
  private static final int STEPS = 128;
  private static final double SIDE_WIDTH = 330;

  private final Workplace workplace;
  private final ExposureModel model;
  private final HistogramDrawing drawing;
  private final VBox head;
  private final VBox side;
  private boolean inView;

  ExposurePage(Workplace workplace, ObservableValue<Theme> theme) {
    this.workplace = workplace;
    model = new ExposureModel(workplace.night());
    model.setInView(false);
    drawing = new HistogramDrawing(theme);
    SentenceView equivalent = new SentenceView(model.equivalentProperty());
    HBox.setHgrow(equivalent, Priority.ALWAYS);
    Button use = new Button();
    use.setId("use-exposure");
    use.setMinWidth(Region.USE_PREF_SIZE);
    use.setOnAction(e -> act(model::use));
    Button useDial = new Button();
    useDial.setId("use-dial");
    useDial.setMinWidth(Region.USE_PREF_SIZE);
    useDial.setOnAction(e -> act(model::useDial));
    useDial.managedProperty().bind(useDial.visibleProperty());
    model
        .equivalentProperty()
        .subscribe(
            s -> {
              use.setText(Words.say("exposure.use", model.exact()));
              useDial.setText(Words.say("exposure.use", model.dial()));
              useDial.setVisible(!model.dial().equals(model.exact()));
            });
    head = new VBox(new HBox(10, equivalent, use, useDial));
    Facts schools = new Facts(Words.say("points.table"));
    model.schoolsProperty().subscribe(schools::show);
    side =
        new VBox(
            10,
            new SentenceView(model.pointsProperty(), Weight.LIGHT),
            schools,
            new SentenceView(model.stackProperty(), Weight.LIGHT),
            new SentenceView(model.lensProperty(), Weight.LIGHT),
            testFrame());
    side.getStyleClass().add("side");
    side.setPrefWidth(SIDE_WIDTH);
    drawing.setOnDragOver(this::dragOver);
    drawing.setOnDragDropped(this::dropped);
    model
        .skyProperty()
        .subscribe(
            said -> {
              drawing.showSky(said);
              predict();
            });
    workplace.night().nightProperty().subscribe(n -> predict());
  }

  /** A field for a test frame, and what it told. */
  private Node testFrame() {
    Label name = new Label(Words.say("program.a-test-frame-drop-it"));
    name.getStyleClass().add("field-name");
    name.setWrapText(true);
    TextField path = new TextField();
    path.setId("test-frame");
    path.setAccessibleText(Words.say("name.test-frame"));
    path.setPromptText(Words.say("program.file-then-enter"));
    path.setOnAction(e -> test(Path.of(path.getText().strip())));
    Label told = new Label();
    told.setId("test-told");
    told.setWrapText(true);
    Button correct = new Button(Words.say("program.correct-the-site-s-sky"));
    correct.setId("correct-sky");
    correct.setOnAction(e -> act(model::correctSky));
    VBox box = new VBox(4, name, path, told, correct);
    box.setAlignment(Pos.TOP_LEFT);
    model
        .testProperty()
        .subscribe(
            frame -> {
              told.setText(frame == null ? "" : ExposureModel.told(frame));
              boolean corrects = frame != null && frame.corrected().isPresent();
              correct.setVisible(corrects);
              correct.setManaged(corrects);
              if (frame == null) {
                drawing.showTested(null);
              }
            });
    return box;
  }

  private void act(Runnable act) {
    try {
      act.run();
    } catch (RuntimeException fault) {
      workplace.navigator().fault(fault);
    }
  }

  private void dragOver(DragEvent event) {
    if (event.getDragboard().hasFiles()) {
      event.acceptTransferModes(TransferMode.COPY);
      event.consume();
    }
  }

  private void dropped(DragEvent event) {
    if (event.getDragboard().hasFiles()) {
      test(event.getDragboard().getFiles().get(0).toPath());
      event.setDropCompleted(true);
      event.consume();
    }
  }

  private record Tested(TestFrame frame, Histogram histogram) {}

  private void test(Path file) {
    Night night = workplace.night().night();
    Program program = workplace.night().program().orElseThrow();
    workplace
        .tasks()
        .start(
            Words.say("program.looking-at-the-test-frame"),
            (progress, cancellation) -> {
              try {
                Frame frame = Frame.look(file);
                Raster raster = PictureReader.readWhole(frame);
                return new Tested(
                    TestFrame.of(raster, frame.info(), program, night.kit(), night.site()),
                    Histogram.of(raster, STEPS));
              } catch (UnreadableFrame e) {
                throw new InvalidInput(file + ": " + Words.fault(e.fault()), e);
              }
            },
            tested -> {
              model.take(tested.frame);
              drawing.showTested(tested.histogram);
            },
            workplace.navigator()::fault);
  }

  private void predict() {
    if (!inView || workplace.night().program().isEmpty()) {
      return;
    }
    Night night = workplace.night().night();
    Program program = workplace.night().program().get();
    workplace
        .tasks()
        .quietly(
            "histogram",
            (progress, cancellation) ->
                Histogram.of(MiddleFrame.of(night, program, cancellation), STEPS),
            drawing::showPredicted);
  }

  @Override
  public String title() {
    return Words.say("program.exposure");
  }

  @Override
  public boolean isOffered() {
    return workplace.night().program().isPresent();
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
  public Node picture() {
    return drawing;
  }

  @Override
  public void enter() {
    inView = true;
    model.setInView(true);
    predict();
  }

  @Override
  public void leave() {
    inView = false;
    model.setInView(false);
  }
}
