package zygonox.desktop.program;

import java.util.List;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import zygonox.core.camera.Scene;
import zygonox.core.camera.SimulatedCamera;
import zygonox.core.night.Night;
import zygonox.core.optics.Body;
import zygonox.core.program.Program;
import zygonox.core.raster.Raster;
import zygonox.desktop.picture.Pixels;
import zygonox.desktop.sentence.SentenceView;
import zygonox.desktop.stage.StageView;
import zygonox.desktop.stage.Workplace;

/** Plans a program; the picture is what its middle frame will look like. */
public final class ProgramView implements StageView {
  private static final int PREVIEW_WIDTH = 1200;
  private static final long PREVIEW_SEED = 1;

  private final Workplace workplace;
  private final ProgramModel model;
  private final SentenceView sentence;
  private boolean inView;

  public ProgramView(Workplace workplace) {
    this.workplace = workplace;
    this.model = new ProgramModel(workplace.night());
    this.sentence = new SentenceView(model.sentenceProperty());
    model.sentenceProperty().subscribe(s -> refresh());
  }

  @Override
  public Node head() {
    return sentence;
  }

  @Override
  public ObservableValue<List<String>> obstacles() {
    return model.obstaclesProperty();
  }

  @Override
  public void enter() {
    inView = true;
    workplace.picture().compareWith(null, "");
    refresh();
  }

  @Override
  public void leave() {
    inView = false;
  }

  private void refresh() {
    if (!inView) {
      return;
    }
    if (workplace.night().program().isEmpty()) {
      workplace
          .picture()
          .clear("Open a night, or begin with the frames you have in the Frames stage.");
      return;
    }
    Night night = workplace.night().night();
    Program program = workplace.night().program().get();
    workplace
        .tasks()
        .quietly(
            "program preview",
            (progress, cancellation) -> {
              Body body = night.body();
              Body small =
                  body.withPixels(
                      PREVIEW_WIDTH, PREVIEW_WIDTH * body.pixelsHigh() / body.pixelsWide());
              SimulatedCamera camera =
                  new SimulatedCamera(
                      small,
                      night.lens(),
                      night.place(),
                      night.zone(),
                      new Scene(night.millAzimuthDeg()),
                      PREVIEW_SEED);
              var shots = program.shots();
              Raster raster = camera.preview(program, shots.get(shots.size() / 2), cancellation);
              return Pixels.of(raster);
            },
            pixels -> {
              if (inView) {
                workplace.picture().show(pixels, "what the middle frame will look like");
              }
            });
  }
}
