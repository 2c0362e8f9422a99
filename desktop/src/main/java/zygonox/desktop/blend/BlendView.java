package zygonox.desktop.blend;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.application.Platform;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import zygonox.core.blend.BlendResult;
import zygonox.core.blend.BlendWatcher;
import zygonox.core.blend.Preview;
import zygonox.core.frame.Depth;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameReader;
import zygonox.core.frame.JpegQuality;
import zygonox.core.frame.PictureCopy;
import zygonox.core.words.Words;
import zygonox.core.work.AlreadyThere;
import zygonox.core.work.Progress;
import zygonox.core.work.WholeFile;
import zygonox.desktop.picture.Pixels;
import zygonox.desktop.sentence.SentenceView;
import zygonox.desktop.stage.Obstacle;
import zygonox.desktop.stage.StageView;
import zygonox.desktop.stage.Workplace;

/** Blends the frames; the picture is the blend as it grows. */
public final class BlendView implements StageView {
  /** Folder inside the night's that results go to when nothing else is said. */
  private static final String RESULTS = "results";

  private final Workplace workplace;
  private final BlendModel model;
  private final VBox head;
  private final Button blend = new Button(Words.say("blend.blend"));
  private final Button save = new Button(Words.say("blend.save"));
  private final TextField target = new TextField();
  private final SavingModel saving = new SavingModel();
  private final Path scratch;
  private Pixels lastPicture;
  private Pixels lastSingle;
  private String lastCaption = "";
  private String lastSingleName = "";
  private boolean inView;

  /** The blend that runs, or null: what an earlier one still sends is not shown. */
  private BlendModel.Job running;

  public BlendView(Workplace workplace) {
    this.workplace = workplace;
    this.model = new BlendModel(workplace.night());
    this.scratch = scratchFolder();
    SentenceView sentence = new SentenceView(model.sentenceProperty());
    blend.setId("blend");
    blend.getStyleClass().add("act");
    blend.setMinWidth(Region.USE_PREF_SIZE);
    blend.setOnAction(e -> start());
    Label saveName = new Label(Words.say("blend.save-as"));
    saveName.getStyleClass().add("field-name");
    target.setId("target");
    target.setOnAction(e -> save());
    save.setId("save");
    save.setOnAction(e -> save());
    for (Region fixed : List.of(saveName, save, blend)) {
      fixed.setMinWidth(Region.USE_PREF_SIZE);
    }
    target.textProperty().bindBidirectional(saving.nameProperty());
    target.setAccessibleText(Words.say("save.name"));
    target.setPrefColumnCount(26);
    SentenceView how = new SentenceView(saving.sentenceProperty(), SentenceView.Weight.INLINE);
    HBox.setHgrow(how, Priority.ALWAYS);
    HBox saves = new HBox(8, saveName, target, how, save);
    saves.getStyleClass().add("saving");
    saves.visibleProperty().bind(model.resultProperty().isNotNull());
    saves.managedProperty().bind(saves.visibleProperty());
    HBox.setHgrow(sentence, Priority.ALWAYS);
    head = new VBox(new HBox(18, sentence, blend), saves);
    workplace.night().framesProperty().subscribe(set -> forget());
  }

  private static Path scratchFolder() {
    try {
      Path folder = Files.createTempDirectory("zygonox-blend");
      folder.toFile().deleteOnExit();
      return folder;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  @Override
  public Node head() {
    return head;
  }

  @Override
  public boolean isChecked() {
    return model.canBlend();
  }

  @Override
  public ObservableValue<List<Obstacle>> obstacles() {
    return model.obstaclesProperty();
  }

  public BlendModel model() {
    return model;
  }

  @Override
  public void enter() {
    inView = true;
    blend.setDisable(!model.canBlend());
    if (lastPicture == null) {
      workplace
          .picture()
          .clear(
              model.canBlend()
                  ? Words.say("blend.blend-and-the-picture-grows")
                  : Words.say("blend.load-or-rehearse-frames-first"));
    } else {
      workplace.picture().show(lastPicture, lastCaption);
      workplace.picture().compareWith(lastSingle, lastSingleName);
    }
  }

  @Override
  public void leave() {
    inView = false;
  }

  private void forget() {
    lastPicture = null;
    lastSingle = null;
  }

  /** Blends as the sentence says. */
  public void start() {
    if (!model.canBlend()) {
      return;
    }
    workplace.picture().compareWith(null, "");
    Path file = scratch.resolve("blend.tif");
    file.toFile().deleteOnExit();
    BlendModel.Job job = model.job(file);
    running = job;
    workplace
        .tasks()
        .start(
            Words.say("blend.blending") + job.title(),
            (progress, cancellation) -> {
              BlendResult done = job.run(new Watcher(progress, job), cancellation);
              Frame frame = FrameReader.look(file);
              Frame single = job.single(done);
              return new Finished(
                  job,
                  done,
                  Depth.ofBits(frame.layout().bits()),
                  Pixels.of(frame, FrameReader.readWhole(frame)),
                  Pixels.of(single, FrameReader.readWhole(single)),
                  single);
            },
            this::finished,
            fault -> failed(job, fault));
    if (inView) {
      workplace.navigator().toPicture();
    }
  }

  private record Finished(
      BlendModel.Job job,
      BlendResult result,
      Depth depth,
      Pixels picture,
      Pixels single,
      Frame frame) {}

  /** After a fault or a cancel the picture of before comes back. */
  private void failed(BlendModel.Job job, Throwable fault) {
    if (running == job) {
      running = null;
      if (inView) {
        enter();
      }
    }
    workplace.navigator().fault(fault);
  }

  private void finished(Finished done) {
    running = null;
    model.finished(done.result);
    lastPicture = done.picture;
    lastSingle = done.single;
    lastCaption = BlendModel.outcome(done.result);
    lastSingleName = Words.say("blend.one-frame") + done.frame.file().getFileName();
    saving.offer(RESULTS + "/" + done.job.fileName(), done.depth);
    if (inView) {
      enter();
      workplace.navigator().toPicture();
    }
  }

  /** Passes progress on, and pictures to the viewer. */
  private final class Watcher implements BlendWatcher {
    private final Progress progress;
    private final BlendModel.Job job;

    Watcher(Progress progress, BlendModel.Job job) {
      this.progress = progress;
      this.job = job;
    }

    @Override
    public void step(int done, int total) {
      progress.step(done, total);
    }

    @Override
    public boolean wantsPictures() {
      return true;
    }

    @Override
    public void picture(Preview preview) {
      Pixels pixels = Pixels.of(preview, job.width());
      Platform.runLater(
          () -> {
            if (inView && running == job) {
              workplace.picture().show(pixels, "growing");
            }
          });
    }
  }

  private void save() {
    save(WholeFile.IfPresent.REFUSE);
  }

  private void save(WholeFile.IfPresent present) {
    BlendResult done = model.resultProperty().get();
    Path night = folder();
    Path to = night.resolve(target.getText().strip());
    Optional<Depth> depth = saving.depth();
    JpegQuality quality = saving.quality();
    workplace
        .tasks()
        .start(
            Words.say("saving"),
            (progress, cancellation) -> {
              if (to.getParent().equals(night.resolve(RESULTS))) {
                Files.createDirectories(to.getParent());
              }
              PictureCopy.write(
                  FrameReader.look(done.output()),
                  to,
                  present,
                  depth,
                  quality,
                  Words.say("blend.of-frames", done.method().term(), done.used()),
                  cancellation);
              return to;
            },
            saved -> workplace.navigator().note(Words.say("saved", saved)),
            this::notSaved);
  }

  private void notSaved(Throwable fault) {
    if (fault instanceof AlreadyThere) {
      workplace
          .navigator()
          .offer(fault.getMessage(), Words.say("replace"), () -> save(WholeFile.IfPresent.REPLACE));
    } else {
      workplace.navigator().fault(fault);
    }
  }

  /** Where names without a folder lead: the night's, or without a night that of the frames. */
  private Path folder() {
    return workplace
        .night()
        .folder()
        .orElseGet(
            () ->
                workplace
                    .night()
                    .framesProperty()
                    .get()
                    .frames()
                    .get(0)
                    .file()
                    .toAbsolutePath()
                    .getParent());
  }
}
