package zygonox.desktop;

import javafx.application.Application;
import zygonox.desktop.shell.App;

/** Starts the window. Not an {@link Application} itself, so that it starts from the class path. */
public final class Main {
  private Main() {}

  public static void main(String[] args) {
    Application.launch(App.class, args);
  }
}
