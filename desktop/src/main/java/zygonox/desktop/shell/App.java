package zygonox.desktop.shell;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import javafx.application.Application;
import javafx.scene.Scene;
import javafx.scene.text.Font;
import javafx.stage.Stage;
import zygonox.desktop.stage.Home;
import zygonox.desktop.stage.StageName;
import zygonox.desktop.tasks.ThreadedTasks;

/** The window. */
public final class App extends Application {
  private static final double WIDTH = 1280;
  private static final double HEIGHT = 800;
  private static final List<String> FONTS =
      List.of("Cabin-Regular.otf", "Cabin-Medium.otf", "Cabin-SemiBold.otf");

  @Override
  public void start(Stage window) throws IOException {
    loadFonts();
    List<String> plain = getParameters().getUnnamed();
    boolean demo = plain.contains("--demo");
    int shots = plain.indexOf("--shots");
    boolean takesShots = shots >= 0 && shots + 1 < plain.size();
    // Pictures are of the demo alone, whatever a person has kept here.
    Path passing = takesShots ? DemoNight.passing() : null;
    Home home = takesShots ? new Home(passing.resolveSibling("home")) : Home.usual();
    Shell shell = new Shell(new ThreadedTasks(), home);
    window.setScene(new Scene(shell, WIDTH, HEIGHT));
    window.setTitle("Zygonox");
    window.setMinWidth(900);
    window.setMinHeight(600);
    window.show();
    if (takesShots) {
      new Shots(shell, passing, Path.of(plain.get(shots + 1))).take();
    } else if (demo) {
      shell.openNight(DemoNight.keeping());
      shell.go(StageName.BLEND);
      shell.blend().start();
    } else {
      LastNight.recall().ifPresent(shell::openNight);
      shell
          .night()
          .nightProperty()
          .subscribe(n -> shell.night().folder().ifPresent(LastNight::remember));
    }
  }

  /** The fonts that ship along; the style sheet names them. */
  public static void loadFonts() {
    for (String font : FONTS) {
      Font.loadFont(App.class.getResourceAsStream("/zygonox/desktop/fonts/" + font), 14);
    }
  }
}
