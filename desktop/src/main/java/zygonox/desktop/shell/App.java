package zygonox.desktop.shell;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.application.Application;
import javafx.scene.Scene;
import javafx.scene.text.Font;
import javafx.stage.Stage;
import zygonox.core.work.LogFile;
import zygonox.desktop.stage.Home;
import zygonox.desktop.start.DemoShow;
import zygonox.desktop.tasks.ThreadedTasks;

/** The window. */
public final class App extends Application {
  private static final int WIDTH = 1280;
  private static final int HEIGHT = 800;
  private static final String TEXT = "14";
  private static final List<String> FONTS =
      List.of("Cabin-Regular.otf", "Cabin-Medium.otf", "Cabin-SemiBold.otf");

  private Shell shell;

  @Override
  public void start(Stage window) throws IOException {
    LogFile.use();
    loadFonts();
    List<String> plain = getParameters().getUnnamed();
    boolean demo = plain.contains("--demo");
    int shots = plain.indexOf("--shots");
    boolean takesShots = shots >= 0 && shots + 1 < plain.size();
    // Pictures are of the demo alone, whatever a person has kept here.
    Path passing = takesShots ? DemoNight.passing() : null;
    Home home =
        takesShots
            ? new Home(passing.resolveSibling("home"), passing.resolveSibling("state"))
            : Home.usual();
    shell = new Shell(new ThreadedTasks(), home);
    shell.setFolderOpener(folder -> getHostServices().showDocument(folder.toUri().toString()));
    // Pictures can be taken at other sizes too: --size 1024x700 --text 18.
    String[] size = after(plain, "--size", WIDTH + "x" + HEIGHT).split("x");
    Scene scene = new Scene(shell, Double.parseDouble(size[0]), Double.parseDouble(size[1]));
    shell.setTextSize(Double.parseDouble(after(plain, "--text", TEXT)));
    // Until the first drawing the window is as dark as what comes.
    scene.setFill(shell.themeProperty().get().palette().ground());
    window.setScene(scene);
    window.setTitle("Zygonox");
    window.setMinWidth(900);
    window.setMinHeight(600);
    window.show();
    if (takesShots) {
      new Shots(shell, passing, Path.of(plain.get(shots + 1))).take();
    } else if (demo) {
      shell.openDemo(DemoShow.named(after(plain, "--night", DemoShow.WINDMILL_NIGHT.term())));
    } else {
      Optional<Path> path =
          plain.stream().filter(p -> !p.startsWith("--")).findFirst().map(Path::of);
      path.ifPresentOrElse(shell::openPath, shell::openLast);
    }
  }

  @Override
  public void stop() {
    shell.letGo();
  }

  private static String after(List<String> arguments, String option, String otherwise) {
    int at = arguments.indexOf(option);
    return at >= 0 && at + 1 < arguments.size() ? arguments.get(at + 1) : otherwise;
  }

  /** The fonts that ship along; the style sheet names them. */
  public static void loadFonts() {
    for (String font : FONTS) {
      Font.loadFont(App.class.getResourceAsStream("/zygonox/desktop/fonts/" + font), 14);
    }
  }
}
