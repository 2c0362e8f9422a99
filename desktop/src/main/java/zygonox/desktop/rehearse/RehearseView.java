package zygonox.desktop.rehearse;

import java.nio.file.Path;
import java.util.List;
import javafx.application.Platform;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import zygonox.core.frame.FrameReader;
import zygonox.desktop.picture.Pixels;
import zygonox.desktop.sentence.SentenceView;
import zygonox.desktop.stage.Obstacle;
import zygonox.desktop.stage.StageName;
import zygonox.desktop.stage.StageView;
import zygonox.desktop.stage.Workplace;

/** Shoots the program with the simulated camera; the picture is the frame that came last. */
public final class RehearseView implements StageView {
  private final Workplace workplace;
  private final RehearseModel model;
  private final HBox head;
  private final Button run = new Button("Rehearse");

  public RehearseView(Workplace workplace) {
    this.workplace = workplace;
    this.model = new RehearseModel(workplace.night());
    SentenceView sentence = new SentenceView(model.sentenceProperty());
    run.setId("rehearse");
    run.getStyleClass().add("act");
    run.setMinWidth(Region.USE_PREF_SIZE);
    run.setOnAction(e -> rehearse());
    HBox.setHgrow(sentence, Priority.ALWAYS);
    head = new HBox(18, sentence, run);
  }

  @Override
  public Node head() {
    return head;
  }

  @Override
  public ObservableValue<List<Obstacle>> obstacles() {
    return new SimpleObjectProperty<>(List.of());
  }

  @Override
  public void enter() {
    run.setDisable(!model.canRun());
    workplace.picture().clear("Rehearse, and each frame appears here as it is shot.");
  }

  private void rehearse() {
    RehearseModel.Job job = model.job();
    workplace.night().arriving().clear();
    workplace
        .tasks()
        .start(
            "Rehearsing " + job.program().name(),
            (progress, cancellation) ->
                job.run(a -> Platform.runLater(() -> arrived(a)), progress, cancellation),
            frames -> {
              workplace.night().arriving().clear();
              workplace.night().framesProperty().set(frames);
              workplace
                  .navigator()
                  .note("%d frames are in %s".formatted(frames.frames().size(), job.folder()));
              workplace.navigator().go(StageName.FRAMES);
            },
            fault -> {
              workplace.night().arriving().clear();
              workplace.navigator().fault(fault);
            });
  }

  private void arrived(RehearseModel.Arrival arrival) {
    workplace.night().arriving().add(arrival.opened());
    Path file = arrival.file();
    workplace
        .tasks()
        .quietly(
            "arriving frame",
            (progress, cancellation) -> Pixels.of(FrameReader.readWhole(FrameReader.look(file))),
            pixels -> workplace.picture().show(pixels, file.getFileName().toString()));
  }
}
