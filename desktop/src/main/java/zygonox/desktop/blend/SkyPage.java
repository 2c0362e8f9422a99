package zygonox.desktop.blend;

import java.nio.file.Path;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import zygonox.core.develop.FrameMask;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;
import zygonox.core.recipe.Align;
import zygonox.core.words.Words;
import zygonox.core.work.LogFile;
import zygonox.core.work.WorkFailed;
import zygonox.desktop.picture.Brush;
import zygonox.desktop.picture.Pixels;
import zygonox.desktop.sentence.SentenceView;
import zygonox.desktop.stage.Page;
import zygonox.desktop.stage.Workplace;

/** What counts as sky, hatched where it does not; a brush puts it right. */
final class SkyPage implements Page {
  private final Workplace workplace;
  private final BlendModel blend;
  private final VariantsModel variants;
  private final SkyModel model;
  private final Runnable showPicture;
  private final Button again = new Button();
  private final VBox head;
  private boolean inView;

  /** The file that the mask in work was read from or written to. */
  private Optional<Path> known = Optional.empty();

  /**
   * @param start blends as the recipe says
   * @param showPicture brings the picture in view into the viewer
   */
  SkyPage(
      Workplace workplace,
      BlendModel blend,
      VariantsModel variants,
      Runnable start,
      Runnable showPicture) {
    this.workplace = workplace;
    this.blend = blend;
    this.variants = variants;
    this.model = new SkyModel(blend, variants);
    this.showPicture = showPicture;
    again.setId("sky-blend");
    again.getStyleClass().add("act");
    again.setMinWidth(Region.USE_PREF_SIZE);
    again.setOnAction(
        e -> {
          hold();
          start.run();
        });
    SentenceView sentence = new SentenceView(model.sentenceProperty(), SentenceView.Weight.LIGHT);
    HBox.setHgrow(sentence, Priority.ALWAYS);
    Label hint = new Label(Words.say("sky-page.hint"));
    hint.setId("sky-hint");
    hint.setWrapText(true);
    hint.getStyleClass().add("faint");
    hint.visibleProperty().bind(workplace.picture().brushProperty().isNotNull());
    hint.managedProperty().bind(hint.visibleProperty());
    head = new VBox(2, new HBox(18, sentence, again), hint);
    blend.sentenceProperty().subscribe(s -> refresh());
    workplace.night().nightProperty().subscribe(n -> refresh());
    variants.shownProperty().subscribe(v -> refresh());
  }

  private void hold() {
    if (!model.isHeld()) {
      if (blend.recipe().align() != Align.STARS) {
        blend.setAlign(Align.STARS);
      }
      blend.set(Care.GROUND, true);
    }
  }

  private final class MaskBrush implements Brush {
    @Override
    public double radius() {
      return model.radius();
    }

    @Override
    public void stroke(double x1, double y1, double x2, double y2) {
      model.paint(x1, y1, x2, y2);
      veil();
    }

    @Override
    public void lifted() {
      FrameMask drawn = model.mask().orElseThrow();
      Path home = model.home();
      workplace
          .tasks()
          .quietly(
              "sky-mask-write",
              (progress, cancellation) -> SkyModel.write(drawn, home),
              file -> {
                // Of a night that was left meanwhile, or a ground that is held no more: nobody's.
                if (home.equals(model.home()) && model.isHeld()) {
                  known = Optional.of(file);
                  model.use(file);
                }
              });
    }
  }

  /** Shows the mask that the recipe wants. */
  private void refresh() {
    if (!inView) {
      return;
    }
    again.setText(Words.say(model.isHeld() ? "clean.blend-again" : "sky-page.hold"));
    again.setVisible(!model.isHeld() || model.isDecidedOtherwise());
    Optional<Path> wanted = model.file();
    if (wanted.isPresent() && wanted.equals(known)) {
      model.refresh();
      show();
      return;
    }
    known = wanted;
    Pixels picture = workplace.picture().pixelsProperty().get();
    if (wanted.isEmpty() || picture == null) {
      model.take(Optional.empty());
      show();
      return;
    }
    PixelLayout layout = new PixelLayout((int) picture.width(), (int) picture.height(), 3, 16);
    workplace
        .tasks()
        .quietly(
            "sky-mask-read",
            (progress, cancellation) -> read(wanted.get(), layout),
            read -> {
              if (wanted.equals(known)) {
                model.take(read);
                show();
              }
            });
  }

  private static Optional<FrameMask> read(Path file, PixelLayout layout) {
    try {
      return Optional.of(FrameMask.read("sky-mask", file, layout));
    } catch (InvalidInput | WorkFailed e) {
      // Blending tells the reason.
      LogFile.note(file.toString(), e);
      return Optional.empty();
    }
  }

  private void show() {
    boolean paints = inView && model.isHeld() && model.mask().isPresent();
    workplace.picture().brushProperty().set(paints ? new MaskBrush() : null);
    veil();
  }

  private void veil() {
    boolean shown = inView && model.isHeld() && model.mask().isPresent();
    FrameMask mask = model.mask().orElse(null);
    workplace.picture().veilProperty().set(shown ? (x, y) -> !mask.at(x, y) : null);
  }

  @Override
  public String title() {
    return Words.say("sky-page.title");
  }

  @Override
  public Node head() {
    return head;
  }

  @Override
  public boolean isOffered() {
    return blend.canBlend();
  }

  @Override
  public void enter() {
    inView = true;
    showPicture.run();
    workplace
        .picture()
        .markedProperty()
        .set(
            (x, y, across) -> {
              Brush brush = workplace.picture().brushProperty().get();
              if (brush != null) {
                brush.stroke(x, y, x, y);
                brush.lifted();
              }
            });
    refresh();
  }

  @Override
  public void leave() {
    inView = false;
    workplace.picture().markedProperty().set(null);
    workplace.picture().brushProperty().set(null);
    workplace.picture().veilProperty().set(null);
  }
}
