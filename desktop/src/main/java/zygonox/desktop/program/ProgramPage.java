package zygonox.desktop.program;

import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import zygonox.core.night.Night;
import zygonox.core.program.Program;
import zygonox.core.words.Words;
import zygonox.desktop.picture.Pixels;
import zygonox.desktop.sentence.SentenceView;
import zygonox.desktop.stage.Facts;
import zygonox.desktop.stage.Page;
import zygonox.desktop.stage.Workplace;

/** The program itself; the picture is what its middle frame will look like. */
final class ProgramPage implements Page {
  private final Workplace workplace;
  private final VBox head;
  private final VBox side;
  private boolean inView;

  ProgramPage(Workplace workplace, ProgramModel model) {
    this.workplace = workplace;
    head =
        new VBox(
            new SentenceView(model.sentenceProperty()),
            new SentenceView(model.goalsProperty(), SentenceView.Weight.LIGHT));
    Facts facts = new Facts(Words.say("program.what-it-comes-to"));
    model.yieldsProperty().subscribe(facts::show);
    Button add = new Button(Words.say("program.add-it"));
    add.setId("add-program");
    add.setOnAction(e -> model.add());
    Button remove = new Button(Words.say("program.remove-this-one"));
    remove.setId("remove-program");
    remove.setOnAction(e -> model.remove());
    workplace.night().nightProperty().subscribe(n -> remove.setDisable(!model.canRemove()));
    side =
        new VBox(
            14,
            facts,
            new VBox(
                2,
                new SentenceView(model.addingProperty(), SentenceView.Weight.LIGHT),
                new HBox(8, add, remove)));
    side.getStyleClass().add("side");
    side.setPrefWidth(300);
    side.setMinWidth(Region.USE_PREF_SIZE);
    model.sentenceProperty().subscribe(s -> refresh());
    model.goalsProperty().subscribe(s -> refresh());
  }

  @Override
  public String title() {
    return Words.say("program.frames");
  }

  @Override
  public Node head() {
    return head;
  }

  @Override
  public Node side() {
    return workplace.night().night() == null ? null : side;
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
      workplace.picture().clear(Words.say("program.open-a-night-or-begin"));
      return;
    }
    Night night = workplace.night().night();
    Program program = workplace.night().program().get();
    workplace
        .tasks()
        .quietly(
            "program preview",
            (progress, cancellation) -> Pixels.of(MiddleFrame.of(night, program, cancellation)),
            pixels -> {
              if (inView) {
                workplace.picture().show(pixels, Words.say("program.what-the-middle-frame-will"));
              }
            });
  }
}
