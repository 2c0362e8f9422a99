package zygonox.desktop.frames;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameRun;
import zygonox.core.frame.FrameSet;
import zygonox.core.measure.FrameMeasure;
import zygonox.core.words.Words;
import zygonox.desktop.stage.OpenNight;
import zygonox.desktop.stage.Page;
import zygonox.desktop.theme.Theme;

/** The course of the night in numbers. */
final class CurvesPage implements Page {
  private final OpenNight night;
  private final FramesModel model;
  private final CurvesDrawing drawing;
  private final Label chosen = new Label();
  private final HBox head;

  CurvesPage(OpenNight night, FramesModel model, Node judge, ObservableValue<Theme> theme) {
    this.night = night;
    this.model = model;
    drawing = new CurvesDrawing(theme, night.selectedProperty()::set);
    chosen.getStyleClass().add("statement");
    chosen.setWrapText(true);
    chosen.setMaxWidth(Double.MAX_VALUE);
    chosen.setMinHeight(Region.USE_PREF_SIZE);
    HBox.setHgrow(chosen, Priority.ALWAYS);
    head = new HBox(18, chosen, judge);
    night.judgementsProperty().subscribe(j -> show());
    night.decisionsProperty().subscribe(o -> show());
    night.selectedProperty().subscribe(f -> show());
  }

  private void show() {
    FrameSet set = night.framesProperty().get();
    List<CurvesDrawing.Point> points = new ArrayList<>();
    for (FrameRun run : set.runs()) {
      for (Frame frame : run.frames()) {
        Optional<FrameMeasure> measure = model.measure(frame);
        Optional<Instant> at = set.takenAt(frame);
        if (measure.isPresent() && at.isPresent()) {
          points.add(
              new CurvesDrawing.Point(
                  frame, run.number(), at.get(), measure.get(), night.verdict(frame)));
        }
      }
    }
    points.sort(Comparator.comparing(CurvesDrawing.Point::at));
    Frame frame = night.selectedProperty().get();
    drawing.show(points, frame);
    chosen.setText(
        frame == null || model.measured(frame).isEmpty()
            ? Words.say("frames.how-the-night-went-frame")
            : frame.file().getFileName() + ": " + model.measured(frame));
  }

  @Override
  public String title() {
    return Words.say("frames.curves");
  }

  @Override
  public Node head() {
    return head;
  }

  @Override
  public Node picture() {
    return drawing;
  }

  @Override
  public void enter() {
    show();
  }
}
