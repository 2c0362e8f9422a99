package zygonox.desktop.blend;

import java.util.Optional;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameSet;
import zygonox.core.recipe.Recipe;
import zygonox.core.words.Words;
import zygonox.desktop.blend.LightModel.Tried;
import zygonox.desktop.picture.SmallHistogram;
import zygonox.desktop.sentence.SentenceView;
import zygonox.desktop.stage.Page;
import zygonox.desktop.stage.Workplace;
import zygonox.desktop.theme.Theme;

/** One frame as it is developed, beside itself as it was taken. */
final class LightPage implements Page {
  private static final double SIDE_WIDTH = 300;

  private final Workplace workplace;
  private final BlendModel blend;
  private final LightModel model;
  private final SmallHistogram developed;
  private final SmallHistogram taken;
  private final VBox head;
  private final VBox side;
  private boolean inView;
  private Optional<Recipe> shown = Optional.empty();

  LightPage(
      Workplace workplace, BlendModel blend, VariantsModel variants, ObservableValue<Theme> theme) {
    this.workplace = workplace;
    this.blend = blend;
    this.model = new LightModel(workplace.night(), blend, variants);
    Label hint = new Label(Words.say("light-page.hint"));
    hint.setWrapText(true);
    hint.getStyleClass().add("faint");
    head = new VBox(2, new SentenceView(model.sentenceProperty(), SentenceView.Weight.LIGHT), hint);
    developed = new SmallHistogram(theme, "developed-histogram");
    taken = new SmallHistogram(theme, "taken-histogram");
    side =
        new VBox(
            8,
            name(Words.say("light-page.developed")),
            developed,
            name(Words.say("light-page.taken")),
            taken);
    side.getStyleClass().add("side");
    side.setPrefWidth(SIDE_WIDTH);
    blend.sentenceProperty().subscribe(s -> refresh());
    workplace.night().nightProperty().subscribe(n -> refresh());
  }

  private static Label name(String text) {
    Label label = new Label(text);
    label.getStyleClass().add("field-name");
    return label;
  }

  private void refresh() {
    Optional<Frame> frame = inView ? model.frame() : Optional.empty();
    if (frame.isEmpty()) {
      return;
    }
    model.refresh();
    Recipe wanted = model.recipe(frame.get());
    if (shown.filter(wanted::equals).isPresent()) {
      return;
    }
    shown = Optional.of(wanted);
    FrameSet set = workplace.night().framesProperty().get();
    workplace
        .tasks()
        .quietly(
            "light",
            (progress, cancellation) -> LightModel.attempt(frame.get(), wanted, set, cancellation),
            attempt -> {
              if (inView && shown.filter(wanted::equals).isPresent()) {
                attempt.tried().ifPresent(this::show);
                workplace.navigator().note(attempt.reason());
              }
            });
  }

  private void show(Tried tried) {
    String name = tried.frame().file().getFileName().toString();
    workplace.picture().show(tried.developed(), Words.say("light-page.caption", name));
    workplace.picture().compareWith(tried.taken(), Words.say("light-page.caption-taken", name));
    developed.show(tried.developedShares());
    taken.show(tried.takenShares());
  }

  @Override
  public String title() {
    return Words.say("light-page.title");
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
  public boolean isOffered() {
    return blend.canBlend();
  }

  @Override
  public void enter() {
    inView = true;
    shown = Optional.empty();
    workplace.picture().clear(Words.say("light-page.developing"));
    workplace.picture().markedProperty().set((x, y, across) -> model.neutral(x, y));
    refresh();
  }

  @Override
  public void leave() {
    inView = false;
    workplace.picture().markedProperty().set(null);
  }
}
