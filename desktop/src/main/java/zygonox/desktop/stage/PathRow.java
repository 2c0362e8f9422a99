package zygonox.desktop.stage;

import java.nio.file.Path;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import zygonox.core.words.Words;
import zygonox.core.work.AlreadyThere;
import zygonox.core.work.WholeFile.IfPresent;

/** A file's name that can be typed over, and what is done with the file. Names are the night's. */
public final class PathRow extends VBox {
  private final Workplace workplace;
  private final String usual;
  private final TextField field;

  /** Does something with a file. */
  @FunctionalInterface
  public interface Act {
    /**
     * @param present a file of the usual name may be replaced: it was written from the same plan
     * @return what was done, in a sentence
     */
    String with(Path file, IfPresent present);
  }

  /**
   * @param id for the field; its button is the same with {@code -act}
   * @param usual the name that is offered
   */
  public PathRow(Workplace workplace, String id, String label, String usual, String act, Act then) {
    super(4);
    this.workplace = workplace;
    this.usual = usual;
    Label name = new Label(label);
    name.getStyleClass().add("field-name");
    field = new TextField(usual);
    field.setId(id);
    field.setAccessibleText(label);
    HBox row = new HBox(6, field);
    HBox.setHgrow(field, Priority.ALWAYS);
    getChildren().addAll(name, row);
    field.setOnAction(e -> act(then));
    addAct(row, id + "-act", act, then);
  }

  /** Another thing that can be done with the same file. */
  public PathRow or(String act, Act then) {
    HBox row = (HBox) getChildren().get(1);
    addAct(row, field.getId() + "-or", act, then);
    return this;
  }

  private void addAct(HBox row, String id, String act, Act then) {
    Button button = new Button(act);
    button.setId(id);
    button.setMinWidth(Region.USE_PREF_SIZE);
    button.setOnAction(e -> act(then));
    row.getChildren().add(button);
  }

  private void act(Act then) {
    boolean isUsual = field.getText().strip().equals(usual);
    act(then, isUsual ? IfPresent.REPLACE : IfPresent.REFUSE);
  }

  private void act(Act then, IfPresent present) {
    try {
      Path folder = workplace.night().folder().orElse(Path.of(""));
      Path file = folder.resolve(field.getText().strip());
      workplace.navigator().note(then.with(file, present));
    } catch (AlreadyThere e) {
      workplace
          .navigator()
          .offer(e.getMessage(), Words.say("replace"), () -> act(then, IfPresent.REPLACE));
    } catch (RuntimeException e) {
      workplace.navigator().fault(e);
    }
  }
}
