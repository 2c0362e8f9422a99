package zygonox.desktop.shell;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import javafx.application.Application;
import javafx.scene.Scene;
import javafx.scene.text.Font;
import javafx.stage.Stage;
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
    Shell shell = new Shell(new ThreadedTasks());
    window.setScene(new Scene(shell, WIDTH, HEIGHT));
    window.setTitle("Zygonox");
    window.setMinWidth(900);
    window.setMinHeight(600);
    Map<String, String> options = getParameters().getNamed();
    List<String> plain = getParameters().getUnnamed();
    boolean demo = plain.contains("--demo");
    window.show();
    if (demo) {
      shell.openNight(DemoNight.copy());
      shell.go(StageName.BLEND);
    } else {
      LastNight.recall().ifPresent(shell::openNight);
    }
    shell
        .night()
        .nightProperty()
        .subscribe(n -> shell.night().folder().ifPresent(LastNight::remember));
    int shots = plain.indexOf("--shots");
    if (shots >= 0 && shots + 1 < plain.size()) {
      new Shots(shell, Path.of(plain.get(shots + 1))).take();
    } else if (options.containsKey("shots")) {
      new Shots(shell, Path.of(options.get("shots"))).take();
    } else if (demo) {
      shell.blend().start();
    }
  }

  /** The fonts that ship along; the style sheet names them. */
  public static void loadFonts() {
    for (String font : FONTS) {
      Font.loadFont(App.class.getResourceAsStream("/zygonox/desktop/fonts/" + font), 14);
    }
  }

  /** The demo night, copied to where it may be changed. */
  private static final class DemoNight {
    private static Path copy() throws IOException {
      Path from = Path.of(System.getProperty("zygonox.demo"));
      Path to = Files.createTempDirectory("zygonox-demo").resolve(from.getFileName());
      try (Stream<Path> files = Files.walk(from)) {
        for (Path file : files.toList()) {
          Path copy = to.resolve(from.relativize(file).toString());
          if (Files.isDirectory(file)) {
            Files.createDirectories(copy);
          } else {
            Files.copy(file, copy);
          }
        }
      }
      return to;
    }
  }
}
