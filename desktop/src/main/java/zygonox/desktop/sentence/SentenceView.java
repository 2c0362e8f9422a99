package zygonox.desktop.sentence;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.application.Platform;
import javafx.beans.value.ObservableValue;
import javafx.css.PseudoClass;
import javafx.scene.AccessibleRole;
import javafx.scene.Node;
import javafx.scene.control.CustomMenuItem;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.VBox;
import javafx.scene.text.Text;
import javafx.scene.text.TextFlow;
import zygonox.core.words.Words;

/**
 * Shows a sentence. Its settings are reached with Tab, stepped with the up and down keys or the
 * wheel, and typed over after Enter, a click, or by just beginning to type. Below stands what a
 * change would mean before it is made.
 */
public final class SentenceView extends VBox {
  private static final PseudoClass WRONG = PseudoClass.getPseudoClass("wrong");
  private static final String HINT = Words.say("sentence.steps-it-enter-types-it");

  private static final double OFFER_WIDTH = 560;

  private final TextFlow flow = new TextFlow();
  private final Label consequence = new Label();
  private Sentence shown = new Sentence(List.of());
  private String focusedKey;
  private boolean editing;

  /** How large it is set. */
  public enum Weight {
    /** The stage's own sentence. */
    FULL,
    /** One that stands under it or beside the picture. */
    LIGHT,
    /** One in a row with other controls: no line is kept free below it. */
    INLINE
  }

  public SentenceView(ObservableValue<Sentence> sentence) {
    this(sentence, Weight.FULL);
  }

  public SentenceView(ObservableValue<Sentence> sentence, Weight weight) {
    getStyleClass().add("sentence");
    if (weight != Weight.FULL) {
      flow.getStyleClass().add("sentence-light");
    }
    flow.getStyleClass().add("sentence-words");
    consequence.getStyleClass().add("consequence");
    consequence.setWrapText(true);
    consequence.setMinHeight(Label.USE_PREF_SIZE);
    if (weight == Weight.INLINE) {
      consequence.managedProperty().bind(consequence.textProperty().isNotEqualTo(" "));
    }
    consequence.setText(" ");
    getChildren().addAll(flow, consequence);
    sentence.subscribe(this::show);
  }

  private void show(Sentence sentence) {
    shown = sentence;
    if (editing) {
      return;
    }
    if (!retold(sentence)) {
      List<Node> nodes = new ArrayList<>();
      for (Part part : sentence.parts()) {
        nodes.add(node(part));
      }
      String key = focusedKey;
      flow.getChildren().setAll(nodes);
      if (key != null) {
        focusOn(key);
      }
    }
  }

  /** Puts a sentence of the same parts into the nodes that are there: quick enough for a drag. */
  private boolean retold(Sentence sentence) {
    List<Node> nodes = flow.getChildren();
    if (nodes.size() != sentence.parts().size()) {
      return false;
    }
    for (int i = 0; i < nodes.size(); i++) {
      Part part = sentence.parts().get(i);
      boolean same =
          part instanceof Setting setting
              ? setting.key().equals(nodes.get(i).getUserData()) && nodes.get(i) instanceof Label
              : part instanceof Part.Offers
                  ? part.equals(nodes.get(i).getUserData())
                  : nodes.get(i) instanceof Text;
      if (!same) {
        return false;
      }
    }
    for (int i = 0; i < nodes.size(); i++) {
      Part part = sentence.parts().get(i);
      if (nodes.get(i) instanceof Text words) {
        words.setText(part.text());
      } else if (nodes.get(i) instanceof Label label) {
        label.setText(part.text());
        label.setAccessibleText(label.getUserData() + ": " + part.text());
        if (label.isFocused()) {
          tellConsequence((Setting) part);
        }
      }
    }
    return true;
  }

  private void tellConsequence(Setting setting) {
    say(setting.tryOut().apply(setting.editText()), true);
  }

  private Node node(Part part) {
    if (part instanceof Setting setting) {
      return label(setting);
    }
    return part instanceof Part.Offers offers ? offers(offers) : words(part.text());
  }

  /** Opens like a menu: what each would do stands beside it, before it is taken. */
  private MenuButton offers(Part.Offers offers) {
    MenuButton button = new MenuButton(offers.text());
    button.getStyleClass().add("offers");
    button.setId("offers-" + offers.key());
    button.setUserData(offers);
    for (Part.Offer offer : offers.all()) {
      Label text = new Label(offer.text());
      text.getStyleClass().add("offer");
      Label means = new Label(offer.consequence());
      means.getStyleClass().add("offer-consequence");
      means.setWrapText(true);
      means.setMaxWidth(OFFER_WIDTH);
      VBox both = new VBox(text, means);
      // A menu would take the sentence's large letters, and enlarge them once more.
      button
          .showingProperty()
          .subscribe(
              s -> both.setStyle("-fx-font-size: " + consequence.getFont().getSize() + "px"));
      CustomMenuItem item = new CustomMenuItem(both);
      item.setOnAction(e -> offer.take().run());
      button.getItems().add(item);
    }
    return button;
  }

  private static Text words(String text) {
    Text words = new Text(text);
    words.getStyleClass().add("words");
    return words;
  }

  private void focusOn(String key) {
    for (Node node : flow.getChildren()) {
      if (key.equals(node.getUserData())) {
        node.requestFocus();
        return;
      }
    }
  }

  private Optional<Setting> setting(String key) {
    return shown.parts().stream()
        .filter(p -> p instanceof Setting s && s.key().equals(key))
        .map(Setting.class::cast)
        .findFirst();
  }

  /** The part as it stands now: the label outlives the setting it was made for. */
  private Setting now(String key) {
    return setting(key).orElseThrow();
  }

  private Label label(Setting first) {
    String key = first.key();
    Label label = new Label(first.text());
    label.getStyleClass().add("setting");
    label.setId("setting-" + key);
    label.setUserData(key);
    label.setFocusTraversable(true);
    label.setAccessibleRole(AccessibleRole.BUTTON);
    label.setAccessibleText(key + ": " + first.text());
    label
        .focusedProperty()
        .subscribe(
            focused -> {
              if (focused) {
                focusedKey = key;
                tellConsequence(now(key));
              } else if (!editing && key.equals(focusedKey) && label.getScene() != null) {
                focusedKey = null;
                consequence.setText(" ");
              }
            });
    label.setOnMousePressed(
        e -> {
          label.requestFocus();
          e.consume();
        });
    label.setOnMouseClicked(e -> edit(label, now(key), now(key).editText()));
    label.setOnScroll(
        e -> {
          if (e.getDeltaY() != 0 && label.isFocused()) {
            now(key).step().accept(e.getDeltaY() > 0 ? 1 : -1);
            e.consume();
          }
        });
    label.addEventHandler(KeyEvent.KEY_PRESSED, e -> keyPressed(e, label, now(key)));
    label.addEventHandler(
        KeyEvent.KEY_TYPED,
        e -> {
          String typed = e.getCharacter();
          if (!editing && !e.isShortcutDown() && typed.matches("[\\p{L}\\p{N}.]")) {
            edit(label, now(key), typed);
            e.consume();
          }
        });
    return label;
  }

  private void keyPressed(KeyEvent event, Label label, Setting setting) {
    switch (event.getCode()) {
      case UP -> setting.step().accept(1);
      case DOWN -> setting.step().accept(-1);
      case ENTER, F2 -> edit(label, setting, setting.editText());
      default -> {
        return;
      }
    }
    event.consume();
  }

  private void edit(Label label, Setting setting, String start) {
    int index = flow.getChildren().indexOf(label);
    if (editing || index < 0) {
      return;
    }
    editing = true;
    TextField field = new TextField(start);
    field.setId("editor-" + setting.key());
    field.setAccessibleText(label.getAccessibleText());
    field.getStyleClass().add("setting-editor");
    field.setPrefColumnCount(Math.max(4, setting.editText().length() + 1));
    // In a narrow page a long text scrolls inside its field.
    field.setMaxWidth(Math.max(label.getWidth(), flow.getWidth()));
    flow.getChildren().set(index, field);
    field
        .textProperty()
        .subscribe(
            text -> {
              Setting.Outcome outcome = setting.tryOut().apply(text);
              field.pseudoClassStateChanged(WRONG, !outcome.possible());
              say(outcome, false);
            });
    field.addEventFilter(
        KeyEvent.KEY_PRESSED,
        e -> {
          switch (e.getCode()) {
            case ENTER -> finish(setting, field, true);
            case ESCAPE -> finish(setting, field, false);
            default -> {
              return;
            }
          }
          e.consume();
        });
    field
        .focusedProperty()
        .addListener(
            (o, before, focused) -> {
              if (!focused && editing) {
                // Going elsewhere keeps what is right and lets go of what is not.
                boolean possible = setting.tryOut().apply(field.getText()).possible();
                end(setting, field, possible);
              }
            });
    field.requestFocus();
    if (start.equals(setting.editText())) {
      field.selectAll();
    } else {
      field.end();
    }
  }

  private void finish(Setting setting, TextField field, boolean keep) {
    if (keep && !setting.tryOut().apply(field.getText()).possible()) {
      return;
    }
    end(setting, field, keep);
    Platform.runLater(() -> focusOn(setting.key()));
  }

  private void end(Setting setting, TextField field, boolean keep) {
    editing = false;
    String text = field.getText();
    if (keep && !text.equals(setting.editText())) {
      setting.accept().accept(text);
    }
    show(shown);
    consequence.setText(" ");
    consequence.pseudoClassStateChanged(WRONG, false);
  }

  private void say(Setting.Outcome outcome, boolean withHint) {
    consequence.pseudoClassStateChanged(WRONG, !outcome.possible());
    consequence.setText(withHint ? HINT + "  ·  " + outcome.sentence() : outcome.sentence());
  }
}
