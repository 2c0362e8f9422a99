package zygonox.desktop.blend;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.stage.DirectoryChooser;
import zygonox.core.combine.BlendWatcher;
import zygonox.core.combine.Preview;
import zygonox.core.format.Depth;
import zygonox.core.format.JpegQuality;
import zygonox.core.format.PictureReader;
import zygonox.core.frame.Frame;
import zygonox.core.frame.PictureCopy;
import zygonox.core.recipe.BlendResult;
import zygonox.core.recipe.Recipe;
import zygonox.core.recipe.RecipeFile;
import zygonox.core.words.RecipeWords;
import zygonox.core.words.Words;
import zygonox.core.work.AlreadyThere;
import zygonox.core.work.Progress;
import zygonox.core.work.WholeFile;
import zygonox.core.work.WorkFailed;
import zygonox.desktop.picture.Pixels;
import zygonox.desktop.sentence.SentenceView;
import zygonox.desktop.stage.Page;
import zygonox.desktop.stage.Workplace;

/** The recipe as a sentence; the picture is the blend as it grows, or a variant of before. */
final class RecipePage implements Page {
  /** Two lines: what was copied is recognised by its beginning. */
  private static final int NOTE_LENGTH = 240;

  /** Folder inside the night's that results go to when nothing else is said. */
  private static final String RESULTS = "results";

  private final Workplace workplace;
  private final BlendModel model;
  private final VariantsModel variants;
  private final VariantList list;
  private final VBox head;
  private final Button blend = new Button(Words.say("blend.blend"));
  private final Button rough = new Button(Words.say("blend.rough", RoughLook.FRAMES));
  private final TextField target = new TextField();
  private final SavingModel saving = new SavingModel();
  private final WhoseModel whose;
  private Loaded shown;
  private boolean inView;

  /** The blend that runs, or null: what an earlier one still sends is not shown. */
  private BlendJob running;

  RecipePage(Workplace workplace, BlendModel model, VariantsModel variants) {
    this.workplace = workplace;
    this.model = model;
    this.variants = variants;
    this.list = new VariantList(workplace, variants, this::goBack);
    this.whose = new WhoseModel(workplace, variants);
    SentenceView sentence = new SentenceView(model.sentenceProperty());
    blend.setId("blend");
    blend.getStyleClass().add("act");
    blend.setMinWidth(Region.USE_PREF_SIZE);
    blend.setOnAction(e -> start());
    rough.setId("blend-rough");
    rough.setMinWidth(Region.USE_PREF_SIZE);
    rough.setOnAction(e -> start(model::roughJob, model.roughName()));
    rough.managedProperty().bind(rough.visibleProperty());
    model.sentenceProperty().subscribe(s -> rough.setVisible(model.canBeRough()));
    HBox saves = saves();
    HBox.setHgrow(sentence, Priority.ALWAYS);
    head = new VBox(new HBox(18, sentence, rough, blend), saves);
    variants.shownProperty().subscribe(v -> look());
    variants
        .mapProperty()
        .subscribe(
            m -> {
              if (inView && running == null) {
                showPicture();
              }
            });
    model.onChoosingScratch(this::chooseScratch);
  }

  private void goBack(Variant variant) {
    model
        .goBackTo(variant.recipe())
        .ifPresent(
            then ->
                workplace
                    .navigator()
                    .note(Words.say("variants.other-frames", then, model.keptFrames().size())));
  }

  private void chooseScratch() {
    DirectoryChooser chooser = new DirectoryChooser();
    chooser.setTitle(Words.say("blend.scratch-elsewhere"));
    File chosen = chooser.showDialog(head.getScene().getWindow());
    if (chosen != null) {
      model.setScratch(chosen.toPath());
    }
  }

  private HBox saves() {
    Label saveName = new Label(Words.say("blend.save-as"));
    saveName.getStyleClass().add("field-name");
    target.setId("target");
    target.setOnAction(e -> save(WholeFile.IfPresent.REFUSE));
    target.textProperty().bindBidirectional(saving.nameProperty());
    target.setAccessibleText(Words.say("save.name"));
    target.setPrefColumnCount(20);
    Button save = new Button(Words.say("blend.save"));
    save.setId("save");
    save.setOnAction(e -> save(WholeFile.IfPresent.REFUSE));
    saveName.setMinWidth(Region.USE_PREF_SIZE);
    save.setMinWidth(Region.USE_PREF_SIZE);
    SentenceView how = new SentenceView(saving.sentenceProperty(), SentenceView.Weight.INLINE);
    HBox.setHgrow(how, Priority.ALWAYS);
    Button words = new Button(Words.say("blend.copy-sentence"));
    words.setId("copy-sentence");
    words.setOnAction(e -> copySentence());
    Button command = new Button(Words.say("blend.copy-command"));
    command.setId("copy-command");
    command.setOnAction(e -> copyCommand());
    words.setMinWidth(Region.USE_PREF_SIZE);
    command.setMinWidth(Region.USE_PREF_SIZE);
    HBox saves = new HBox(8, saveName, target, how, words, command, save);
    saves.getStyleClass().add("saving");
    saves.visibleProperty().bind(variants.shownProperty().isNotNull());
    saves.managedProperty().bind(saves.visibleProperty());
    return saves;
  }

  @Override
  public String title() {
    return Words.say("blend.recipe");
  }

  @Override
  public Node head() {
    return head;
  }

  @Override
  public Node side() {
    return variants.all().isEmpty() ? null : list;
  }

  @Override
  public void enter() {
    inView = true;
    workplace.picture().askedProperty().set(whose::about);
    blend.setDisable(!model.canBlend());
    showPicture();
  }

  /** Brings the variant that is looked at into the viewer. */
  void showPicture() {
    if (shown != null) {
      if (shown.rejected != null && variants.mapProperty().get()) {
        String white =
            Words.say("blend.rejected-shown", shown.rejected.most(), shown.variant.frames());
        workplace.picture().show(shown.rejected.pixels(), white);
        workplace.picture().compareWith(shown.picture, shown.variant.caption());
        return;
      }
      workplace.picture().show(shown.picture, shown.variant.caption());
      workplace.picture().compareWith(shown.other, shown.otherName);
    } else {
      workplace
          .picture()
          .clear(
              model.canBlend()
                  ? Words.say("blend.blend-and-the-picture-grows")
                  : Words.say("blend.load-or-rehearse-frames-first"));
    }
  }

  @Override
  public void leave() {
    inView = false;
    workplace.picture().askedProperty().set(null);
  }

  /** Another night, or none: its frames are others, and so are its variants. */
  void reopen() {
    running = null;
    Path home = model.folder();
    workplace
        .tasks()
        .quietly(
            "variants",
            (progress, cancellation) -> VariantsModel.in(home),
            found -> {
              if (home.equals(model.folder())) {
                model.forget();
                variants.open(home, found);
                variants.all().stream().findFirst().ifPresent(variants::show);
                refreshSide();
              }
            });
  }

  private void refreshSide() {
    if (inView) {
      workplace.navigator().replace();
    }
  }

  /**
   * A variant with its pixels, those it is held against, and where values were rejected: null where
   * none could be.
   */
  private record Loaded(
      Variant variant,
      Depth depth,
      Pixels picture,
      RejectedMap rejected,
      Pixels other,
      String otherName) {}

  /** Decodes the variant that is to be looked at. */
  private void look() {
    Variant wanted = variants.shownProperty().get();
    Variant against = variants.againstProperty().get();
    if (wanted == null) {
      shown = null;
      if (inView && running == null) {
        enter();
      }
      return;
    }
    workplace
        .tasks()
        .quietly(
            "variant",
            (progress, cancellation) -> loaded(wanted, against),
            loaded -> {
              if (variants.shownProperty().get() == wanted) {
                shown = loaded;
                saving.offer(RESULTS + "/" + BlendModel.fileName(wanted.recipe()), loaded.depth);
                if (inView && running == null) {
                  enter();
                }
              }
            });
  }

  /** Held against the variant before, else against one frame. */
  private static Loaded loaded(Variant wanted, Variant against) throws Exception {
    Frame frame = Frame.look(wanted.file());
    Depth depth = Depth.ofBits(frame.layout().bits());
    Pixels picture = Pixels.of(frame, PictureReader.readWhole(frame));
    RejectedMap rejected =
        Files.exists(wanted.rejected()) ? RejectedMap.read(wanted.rejected()) : null;
    if (against != null && Files.exists(against.file())) {
      Frame other = Frame.look(against.file());
      return new Loaded(
          wanted,
          depth,
          picture,
          rejected,
          Pixels.of(other, PictureReader.readWhole(other)),
          against.sentence());
    }
    Optional<Path> single = single(wanted);
    if (single.isEmpty()) {
      return new Loaded(wanted, depth, picture, rejected, null, "");
    }
    Frame one = Frame.look(single.get());
    return new Loaded(
        wanted,
        depth,
        picture,
        rejected,
        Pixels.of(one, PictureReader.readWhole(one)),
        Words.say("blend.one-frame") + one.file().getFileName());
  }

  /** A frame that took part and is there still: the reference, or the middle one. */
  private static Optional<Path> single(Variant variant) {
    Optional<Path> reference = variant.result().flatMap(BlendResult::reference);
    if (reference.isPresent()) {
      return reference;
    }
    List<Path> used = RecipeFile.read(variant.file()).frames();
    return used.isEmpty()
        ? Optional.empty()
        : Optional.of(used.get(used.size() / 2)).filter(Files::exists);
  }

  /** Blends as the sentence says. */
  void start() {
    start(model::job, BlendModel.fileName(model.recipe()));
  }

  /**
   * @param making makes the blend that writes a file
   * @param name what the file is called by
   */
  private void start(Function<Path, BlendJob> making, String name) {
    if (!model.canBlend()) {
      return;
    }
    workplace.picture().compareWith(null, "");
    BlendJob job;
    try {
      job = making.apply(variants.next(model.folder(), name));
    } catch (IOException e) {
      workplace.navigator().fault(new WorkFailed(Words.say("blend.no-place", model.folder()), e));
      return;
    }
    running = job;
    workplace
        .tasks()
        .start(
            Words.say("blend.blending") + job.title(),
            (progress, cancellation) -> job.run(new Watcher(progress, job), cancellation),
            done -> finished(job, done),
            fault -> failed(job, fault));
    if (inView) {
      workplace.navigator().toPicture();
    }
  }

  /** After a fault or a cancel the picture of before comes back. */
  private void failed(BlendJob job, Throwable fault) {
    if (running == job) {
      running = null;
      if (inView) {
        enter();
      }
    }
    workplace.navigator().fault(fault);
  }

  private void finished(BlendJob job, BlendResult done) {
    if (running != job) {
      // The night was left meanwhile: the result lies in its folder.
      return;
    }
    running = null;
    model.finished(done);
    variants.add(Variant.of(done));
    refreshSide();
    if (inView) {
      workplace.navigator().toPicture();
    }
  }

  /** Passes progress on, and pictures to the viewer. */
  private final class Watcher implements BlendWatcher {
    private final Progress progress;
    private final BlendJob job;

    Watcher(Progress progress, BlendJob job) {
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

  /** What saving came to: where it is, or why it is not. */
  private record Saved(Path file, RuntimeException fault) {}

  /** Saves the variant that is looked at, beside whatever else is being done. */
  private void save(WholeFile.IfPresent present) {
    Variant variant = variants.shownProperty().get();
    if (variant == null) {
      return;
    }
    Path night = model.folder();
    Path to = night.resolve(target.getText().strip());
    Optional<Depth> depth = saving.depth();
    JpegQuality quality = saving.quality();
    Consumer<Saved> then =
        saved -> {
          if (saved.fault == null) {
            workplace.navigator().note(Words.say("saved", saved.file));
          } else {
            notSaved(saved.fault);
          }
        };
    workplace
        .tasks()
        .quietly(
            "saving",
            (progress, cancellation) -> {
              try {
                if (to.getParent().equals(night.resolve(RESULTS))) {
                  Files.createDirectories(to.getParent());
                }
                RecipeFile made = RecipeFile.read(variant.file());
                PictureCopy.write(
                    Frame.look(variant.file()),
                    to,
                    present,
                    depth,
                    quality,
                    variant.sentence(),
                    RecipeFile.embedded(
                        made.recipe(), to, made.made().orElseThrow(), made.frames()),
                    cancellation);
                return new Saved(to, null);
              } catch (RuntimeException e) {
                return new Saved(to, e);
              }
            },
            then);
  }

  private void notSaved(RuntimeException fault) {
    if (fault instanceof AlreadyThere) {
      workplace
          .navigator()
          .offer(fault.getMessage(), Words.say("replace"), () -> save(WholeFile.IfPresent.REPLACE));
    } else {
      workplace.navigator().fault(fault);
    }
  }

  /** Puts a text where other programs can take it from. */
  private void copy(String text) {
    ClipboardContent content = new ClipboardContent();
    content.putString(text);
    Clipboard.getSystemClipboard().setContent(content);
    boolean fits = text.length() <= NOTE_LENGTH;
    String begin = fits ? text : text.substring(0, NOTE_LENGTH) + " …";
    workplace.navigator().note(Words.say("blend.copied", begin));
  }

  /** How the variant in view was made: in words, and as the command that makes it again. */
  private void copySentence() {
    copy(variants.shownProperty().get().sentence());
  }

  private void copyCommand() {
    Path out = model.folder().resolve(target.getText().strip());
    Recipe recipe = variants.shownProperty().get().recipe();
    copy(RecipeWords.command(recipe, model.folder(), out));
  }
}
