package zygonox.desktop.rehearse;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import zygonox.core.camera.TimerLine;
import zygonox.core.camera.TimerRun;
import zygonox.core.format.PictureReader;
import zygonox.core.frame.Frame;
import zygonox.core.night.Night;
import zygonox.core.program.Program;
import zygonox.core.rehearsal.Prediction;
import zygonox.core.words.CameraWords;
import zygonox.core.words.Words;
import zygonox.desktop.picture.Pixels;
import zygonox.desktop.sentence.SentenceView;
import zygonox.desktop.stage.Page;
import zygonox.desktop.stage.StageName;
import zygonox.desktop.stage.Workplace;

/**
 * Shoots the program with the simulated camera; the picture is the predicted one before, then the
 * frame that came last.
 */
final class ShootPage implements Page {
  private final Workplace workplace;
  private final RehearseModel model;
  private final HBox head;
  private final VBox side;
  private final Button run = new Button(Words.say("rehearse.rehearse"));
  private final Button pause = new Button(Words.say("rehearse.pause"));
  private final Button stop = new Button(Words.say("rehearse.stop"));
  private final ListView<String> log = new ListView<>();
  private RehearsalJob running;
  private boolean paused;
  private boolean inView;

  ShootPage(Workplace workplace) {
    this.workplace = workplace;
    this.model = new RehearseModel(workplace.night());
    SentenceView sentence = new SentenceView(model.sentenceProperty());
    run.setId("rehearse");
    run.getStyleClass().add("act");
    run.setMinWidth(Region.USE_PREF_SIZE);
    run.setOnAction(e -> rehearse());
    HBox.setHgrow(sentence, Priority.ALWAYS);
    head = new HBox(18, sentence, run);
    log.setId("timer-log");
    log.setAccessibleText(Words.say("rehearse.the-timer-s-log"));
    log.setPlaceholder(new Label(Words.say("rehearse.the-timer-s-log")));
    log.setFocusTraversable(false);
    pause.setId("pause-timer");
    pause.setOnAction(e -> pause());
    stop.setId("stop-timer");
    stop.setOnAction(e -> timer(TimerRun::stop));
    HBox keys = new HBox(8, pause, stop);
    side = new VBox(8, log, keys);
    VBox.setVgrow(log, Priority.ALWAYS);
    side.getStyleClass().add("side");
    side.setPrefWidth(330);
    showRunning(null);
    workplace.night().nightProperty().subscribe(n -> predictAnew());
    workplace.night().programIndexProperty().subscribe(i -> predictAnew());
    model.inCameraProperty().subscribe(b -> predictAnew());
  }

  private void predictAnew() {
    if (inView && running == null) {
      predict();
    }
  }

  @Override
  public String title() {
    return Words.say("rehearse.shoot");
  }

  @Override
  public Node head() {
    return head;
  }

  @Override
  public Node side() {
    return log.getItems().isEmpty() && running == null ? null : side;
  }

  @Override
  public void leave() {
    inView = false;
  }

  @Override
  public void enter() {
    inView = true;
    run.setDisable(!model.canRun());
    workplace.picture().compareWith(null, "");
    if (running == null) {
      predict();
    }
  }

  private void predict() {
    if (!model.canRun()) {
      workplace.picture().clear(Words.say("rehearse.add-a-program-and-its"));
      return;
    }
    Night night = workplace.night().night();
    Program program = workplace.night().program().orElseThrow();
    workplace.picture().clear(Words.say("rehearse.the-finished-picture-is-being"));
    Prediction.Blend later = Prediction.Blend.of(program.job());
    Optional<Prediction.Blend> inCamera = model.inCameraProperty().get();
    workplace
        .tasks()
        .quietly(
            "prediction",
            (progress, cancellation) -> {
              List<Pixels> pictures = new ArrayList<>();
              for (Prediction.Blend blend :
                  inCamera.map(b -> List.of(b, later)).orElse(List.of(later))) {
                pictures.add(
                    Pixels.of(
                        RehearseModel.predicted(night, program, blend, progress, cancellation)));
              }
              return pictures;
            },
            pictures -> {
              if (inView && running == null) {
                show(program, inCamera, pictures);
              }
            });
  }

  /** What the camera makes by itself is held against what is made later. */
  private void show(Program program, Optional<Prediction.Blend> inCamera, List<Pixels> pictures) {
    String later = RehearseModel.caption(program);
    workplace
        .picture()
        .show(pictures.get(0), inCamera.map(b -> RehearseModel.caption(program, b)).orElse(later));
    workplace
        .picture()
        .compareWith(
            inCamera.isPresent() ? pictures.get(1) : null, inCamera.isPresent() ? later : "");
  }

  private void rehearse() {
    RehearsalJob job = model.job();
    workplace.night().arriving().clear();
    log.getItems().clear();
    showRunning(job);
    workplace
        .tasks()
        .start(
            Words.say("rehearse.rehearsing") + job.program().name(),
            (progress, cancellation) ->
                job.run(
                    a -> Platform.runLater(() -> arrived(a)),
                    line -> Platform.runLater(() -> said(job, line)),
                    progress,
                    cancellation),
            frames -> {
              workplace.night().arriving().clear();
              showRunning(null);
              workplace.night().load(frames);
              workplace.night().remember(List.of(job.folder()));
              workplace.navigator().go(StageName.FRAMES);
              workplace
                  .navigator()
                  .note(Words.say("rehearse.frames-are-in", frames.frames().size(), job.folder()));
            },
            fault -> {
              workplace.night().arriving().clear();
              showRunning(null);
              workplace.navigator().fault(fault);
            });
    workplace.navigator().toPicture();
  }

  /** Shows the log and its keys while a timer runs. */
  private void showRunning(RehearsalJob job) {
    running = job;
    paused = false;
    pause.setText(Words.say("rehearse.pause"));
    boolean timed = job != null && job.isTimed();
    pause.setDisable(!timed);
    stop.setDisable(!timed);
    if (timed) {
      workplace.navigator().replace();
    }
  }

  private void said(RehearsalJob job, TimerLine line) {
    log.getItems().add(CameraWords.line(line, job.night().zone()));
    log.scrollTo(log.getItems().size() - 1);
  }

  private void pause() {
    paused = !paused;
    pause.setText(paused ? Words.say("rehearse.go-on") : Words.say("rehearse.pause"));
    timer(
        t -> {
          if (paused) {
            t.pause();
          } else {
            t.resume();
          }
        });
  }

  private void timer(Consumer<TimerRun> act) {
    if (running != null) {
      running.timer().ifPresent(act);
    }
  }

  private void arrived(RehearsalJob.Arrival arrival) {
    workplace.night().arriving().add(arrival.opened());
    Path file = arrival.file();
    workplace
        .tasks()
        .quietly(
            "arriving frame",
            (progress, cancellation) -> Pixels.of(PictureReader.readWhole(Frame.look(file))),
            pixels -> {
              if (inView) {
                workplace.picture().show(pixels, file.getFileName().toString());
              }
            });
  }
}
