package zygonox.desktop.motion;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.motion.ClipLight;
import zygonox.core.motion.ClipResult;
import zygonox.core.motion.SmallPicture;
import zygonox.core.motion.Steady;
import zygonox.core.quantity.ByteSize;
import zygonox.core.words.MotionWords;
import zygonox.core.words.Words;
import zygonox.core.work.AlreadyThere;
import zygonox.core.work.Cancellation;
import zygonox.core.work.KeptFiles;
import zygonox.core.work.LogFile;
import zygonox.core.work.Progress;
import zygonox.core.work.WholeFile;
import zygonox.core.work.WorkFailed;
import zygonox.core.work.Workers;
import zygonox.core.work.Workroom;
import zygonox.desktop.picture.Pixels;
import zygonox.desktop.sentence.SentenceView;
import zygonox.desktop.stage.Page;
import zygonox.desktop.stage.Workplace;
import zygonox.desktop.theme.Theme;

/** The clip as a sentence, its light as a curve, and its pictures, played. */
final class ClipPage implements Page {
  /** So many pictures come first, spread over the clip: it plays, roughly, after a moment. */
  private static final int ROUGH = 24;

  private static final double NANOS = 1e9;

  private final Workplace workplace;
  private final MotionModel model;
  private final LightDrawing light;
  private final Button play = new Button();
  private final Button make = new Button(Words.say("motion.make"));
  private final CheckBox last = new CheckBox(Words.say("motion.last-picture"));
  private final TextField target = new TextField(Words.say("motion.target"));
  private final VBox head;
  private final AnimationTimer timer;
  private List<Frame> gathered = List.of();

  /** Those in which it was last looked where the scene lies. */
  private List<Frame> heldStill = List.of();

  private boolean playing;

  /** By how much light was bent where a hand took hold of it. */
  private double bentBefore;

  private boolean bending;
  private boolean inView;
  private long startedAt;
  private int startedFrom;

  ClipPage(Workplace workplace, MotionModel model, ObservableValue<Theme> theme) {
    this.workplace = workplace;
    this.model = model;
    this.light =
        new LightDrawing(
            theme,
            new LightDrawing.Hand() {
              @Override
              public void goTo(int frame) {
                rest();
                model.goTo(frame);
              }

              @Override
              public void step(int by) {
                rest();
                model.step(by);
              }

              @Override
              public void play() {
                turn();
              }

              @Override
              public void bend(int frame, double by, boolean done) {
                rest();
                model.bend(frame, bentFrom(frame) + by, done);
                bending = !done;
                look();
              }

              @Override
              public void unbend(int frame) {
                model.unbend(frame);
              }
            });
    SentenceView sentence = new SentenceView(model.sentenceProperty());
    HBox.setHgrow(sentence, Priority.ALWAYS);
    play.setId("play");
    play.setMinWidth(Region.USE_PREF_SIZE);
    play.setOnAction(e -> turn());
    make.setId("make-clip");
    make.getStyleClass().add("act");
    make.setMinWidth(Region.USE_PREF_SIZE);
    make.setOnAction(e -> make(WholeFile.IfPresent.REFUSE));
    Label saveName = new Label(Words.say("motion.save-as"));
    saveName.getStyleClass().add("field-name");
    saveName.setMinWidth(Region.USE_PREF_SIZE);
    target.setId("clip-target");
    target.setPrefColumnCount(24);
    target.setAccessibleText(Words.say("save.name"));
    target.setOnAction(e -> make(WholeFile.IfPresent.REFUSE));
    target.focusedProperty().subscribe(in -> nameIsTold(in));
    Label hint = new Label(Words.say("motion.target-hint"));
    hint.getStyleClass().add("field-name");
    last.setId("last-picture");
    last.setMinWidth(Region.USE_PREF_SIZE);
    HBox saves = new HBox(8, play, saveName, target, last, hint);
    saves.getStyleClass().add("saving");
    head = new VBox(6, new HBox(18, sentence, make), saves, light);
    timer =
        new AnimationTimer() {
          @Override
          public void handle(long now) {
            tick(now);
          }
        };
    model.positionProperty().subscribe(p -> look());
    model.courseProperty().subscribe(c -> look());
    model.sentenceProperty().subscribe(s -> changed());
    label();
  }

  @Override
  public String title() {
    return Words.say("motion.title");
  }

  @Override
  public Node head() {
    return head;
  }

  @Override
  public void enter() {
    inView = true;
    changed();
  }

  /** The sentence follows the name once it is typed, and the name the sentence. */
  private void nameIsTold(boolean stillTyped) {
    if (!stillTyped) {
      model.named(target.getText());
    }
  }

  @Override
  public void leave() {
    inView = false;
    rest();
  }

  private void label() {
    play.setText(Words.say(playing ? "motion.rest" : "motion.play"));
  }

  private void changed() {
    if (!target.isFocused()) {
      target.setText(model.recipe().codec().named(target.getText().strip()));
    }
    make.setDisable(!model.canMake());
    play.setDisable(!model.canMake());
    if (inView && !model.frames().equals(gathered)) {
      gather();
    }
    if (inView && model.wantsSteady() && !model.frames().equals(heldStill)) {
      hold();
    }
    look();
  }

  /** Shows the frame that is looked at as the clip will have it. */
  private void look() {
    light.show(model.courseProperty().get(), model.frames().size(), model.frame(), keys());
    if (!inView) {
      return;
    }
    if (!model.canMake()) {
      workplace.picture().clear(Words.say("motion.empty"));
      return;
    }
    int at = model.positionProperty().get();
    model
        .picture(at)
        .ifPresentOrElse(
            raster -> {
              workplace
                  .picture()
                  .show(
                      Pixels.of(raster),
                      Words.say(
                          "motion.caption",
                          at + 1,
                          model.pictures(),
                          model.frames().get(model.frame()).file().getFileName()));
              workplace.picture().compareWith(null, "");
            },
            () -> workplace.picture().clear(Words.say("motion.coming")));
  }

  /** Frames at which light is bent by hand. */
  private List<Integer> keys() {
    return IntStream.range(0, model.frames().size()).filter(model::isKey).boxed().toList();
  }

  private double bentFrom(int frame) {
    if (!bending) {
      bentBefore = model.bentAt(frame);
    }
    return bentBefore;
  }

  /** Finds where the scene lies, so that the clip is played as steady as it will be. */
  private void hold() {
    List<Frame> of = model.frames();
    heldStill = of;
    workplace
        .tasks()
        .quietly(
            "steady",
            (progress, cancellation) ->
                Steady.of(
                    of,
                    new Workroom(Workroom.usualMemory(), Optional.empty(), progress, cancellation)),
            found -> model.held(of, found));
  }

  /** Plays, or rests. */
  private void turn() {
    if (playing) {
      rest();
    } else if (model.canMake()) {
      playing = true;
      startedAt = 0;
      startedFrom = model.positionProperty().get();
      timer.start();
      label();
    }
  }

  private void rest() {
    playing = false;
    timer.stop();
    label();
  }

  /** At its true speed, however fast the window is: pictures are left out where it is too slow. */
  void tick(long now) {
    startedAt = startedAt == 0 ? now : startedAt;
    int gone = (int) ((now - startedAt) / NANOS * model.recipe().rate().perSecond());
    if (model.canMake()) {
      model.positionProperty().set((startedFrom + gone) % model.pictures());
    }
  }

  /** Small pictures of a few frames first, then the light, then the other pictures. */
  private void gather() {
    List<Frame> of = model.frames();
    gathered = of;
    if (of.size() < 2) {
      return;
    }
    workplace
        .tasks()
        .quietly(
            "clip",
            (progress, cancellation) -> {
              pictures(of, true, cancellation);
              Workroom room =
                  new Workroom(
                      Workroom.usualMemory(), Optional.empty(), Progress.NONE, cancellation);
              try {
                ClipLight measured = ClipLight.of(of, new ArrayList<>(), room);
                Platform.runLater(() -> model.lit(of, measured));
              } catch (WorkFailed e) {
                // Making the clip says it; until then it is played as it was shot.
                LogFile.note("light of a clip", e);
              }
              pictures(of, false, cancellation);
              return of;
            },
            done -> look());
  }

  private void pictures(List<Frame> of, boolean rough, Cancellation cancellation) {
    int step = (of.size() + ROUGH - 1) / ROUGH;
    try (Workers crew = Workers.perCore()) {
      crew.forEach(
          of.size(),
          (i, worker) -> {
            cancellation.check();
            if (rough != (i % step == 0)) {
              return;
            }
            try {
              SmallPicture picture = SmallPicture.of(of.get(i), of.size(), KeptFiles.usual());
              Platform.runLater(
                  () -> {
                    model.arrived(of, i, picture);
                    if (i == model.positionProperty().get() || i == 0) {
                      look();
                    }
                  });
            } catch (UnreadableFrame e) {
              // The one before stands in for it; making the clip names it.
              LogFile.note(e.file().toString(), e);
            }
          });
    }
  }

  private void make(WholeFile.IfPresent present) {
    if (!model.canMake()) {
      return;
    }
    model.named(target.getText());
    Path to = model.folder().resolve(target.getText().strip());
    ClipJob job = model.job(to, last.isSelected());
    workplace
        .tasks()
        .start(
            Words.say("motion.making", to.getFileName()),
            (progress, cancellation) -> job.run(present, progress, cancellation),
            this::made,
            this::notMade);
  }

  private void made(ClipResult done) {
    workplace
        .navigator()
        .note(
            Words.say(
                "motion.made",
                done.output(),
                Words.say("clip.seconds", done.clipSeconds()),
                new ByteSize(done.bytes()),
                MotionWords.flicker(done)));
  }

  private void notMade(Throwable fault) {
    if (fault instanceof AlreadyThere) {
      workplace
          .navigator()
          .offer(fault.getMessage(), Words.say("replace"), () -> make(WholeFile.IfPresent.REPLACE));
    } else {
      workplace.navigator().fault(fault);
    }
  }
}
