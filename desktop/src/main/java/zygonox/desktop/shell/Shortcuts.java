package zygonox.desktop.shell;

import java.util.Set;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import zygonox.desktop.stage.StageName;

/** The keys that work everywhere. */
final class Shortcuts {
  private final Shell shell;

  Shortcuts(Shell shell) {
    this.shell = shell;
  }

  void install() {
    shell.addEventFilter(
        KeyEvent.KEY_PRESSED,
        e -> {
          if (act(e)) {
            e.consume();
          }
        });
  }

  private boolean act(KeyEvent event) {
    KeyCode code = event.getCode();
    if (code == KeyCode.F1) {
      shell.toggleKeys();
      return true;
    }
    boolean typing = event.getTarget() instanceof TextInputControl;
    if (event.isShortcutDown()) {
      // While something is typed these undo the typing, and the field itself knows how.
      boolean isTypings = typing && (code == KeyCode.Z || code == KeyCode.Y);
      return !isTypings && withShortcut(event);
    }
    if (code == KeyCode.ESCAPE && !typing) {
      shell.cancel();
      return true;
    }
    boolean onSetting =
        event.getTarget() instanceof Node node && node.getStyleClass().contains("setting");
    if (code == KeyCode.P && !typing && !onSetting) {
      shell.toPicture();
      return true;
    }
    if ((code == KeyCode.U || code == KeyCode.J) && !typing && !onSetting) {
      shell.picture().liftedProperty().set(code == KeyCode.U);
      return true;
    }
    return false;
  }

  private boolean withShortcut(KeyEvent event) {
    switch (event.getCode()) {
      case DIGIT0 -> shell.showNights();
      case DIGIT1 -> shell.go(StageName.SKY);
      case DIGIT2 -> shell.go(StageName.PROGRAM);
      case DIGIT3 -> shell.go(StageName.REHEARSE);
      case DIGIT4 -> shell.go(StageName.FRAMES);
      case DIGIT5 -> shell.go(StageName.BLEND);
      case DIGIT6 -> shell.go(StageName.MOTION);
      case Z -> {
        if (event.isShiftDown()) {
          shell.night().redo();
        } else {
          shell.night().undo();
        }
      }
      case Y -> shell.night().redo();
      case PAGE_DOWN -> shell.turnPage(1);
      case PAGE_UP -> shell.turnPage(-1);
      case M -> shell.mend();
      case N -> shell.nextObstacle();
      case T -> shell.nextTheme();
      case R -> shell.toggleReddening();
      case PLUS, EQUALS, ADD -> shell.changeTextSize(1);
      case MINUS, SUBTRACT -> shell.changeTextSize(-1);
      case ENTER -> fire();
      default -> {
        return false;
      }
    }
    return true;
  }

  private void fire() {
    Set<Node> acts = shell.lookupAll(".act");
    acts.stream()
        .filter(n -> n instanceof Button b && !b.isDisabled())
        .findFirst()
        .ifPresent(n -> ((Button) n).fire());
  }
}
