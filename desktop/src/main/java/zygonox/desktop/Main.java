package zygonox.desktop;

import java.util.List;
import javafx.application.Application;
import zygonox.core.quantity.InvalidInput;
import zygonox.desktop.shell.App;
import zygonox.desktop.start.DemoShow;

/** Starts the window. Not an {@link Application} itself, so that it starts from the class path. */
public final class Main {
  private Main() {}

  public static void main(String[] args) {
    int night = List.of(args).indexOf("--night");
    try {
      if (night >= 0) {
        // A name that is not known is said where it was typed, before there is a window.
        DemoShow.named(night + 1 < args.length ? args[night + 1] : "");
      }
    } catch (InvalidInput e) {
      System.err.println(e.getMessage());
      System.exit(2);
    }
    Application.launch(App.class, args);
  }
}
