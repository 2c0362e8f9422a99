package zygonox.desktop.shell;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.stream.Stream;
import zygonox.core.night.NightFile;
import zygonox.core.work.LogFile;
import zygonox.desktop.stage.Home;

/** The demo night, copied to where it may be changed. */
final class DemoNight {
  private DemoNight() {}

  private static Path original() {
    return Path.of(System.getProperty("zygonox.demo"));
  }

  /** The copy in the home folder, made at the first call: what was changed there stays. */
  static Path keeping(Home home) throws IOException {
    Path copy = home.folder().resolve(original().getFileName());
    if (!Files.exists(copy.resolve(NightFile.FILE_NAME))) {
      copy(original(), copy);
    }
    return copy;
  }

  /** A fresh copy that goes when the program ends. */
  static Path passing() throws IOException {
    Path parent = Files.createTempDirectory("zygonox-demo");
    Runtime.getRuntime().addShutdownHook(new Thread(() -> delete(parent)));
    Path copy = parent.resolve(original().getFileName());
    copy(original(), copy);
    return copy;
  }

  private static void copy(Path from, Path to) throws IOException {
    try (Stream<Path> files = Files.walk(from)) {
      for (Path file : files.toList()) {
        Path target = to.resolve(from.relativize(file).toString());
        if (Files.isDirectory(file)) {
          Files.createDirectories(target);
        } else {
          Files.copy(file, target);
        }
      }
    }
  }

  private static void delete(Path folder) {
    try (Stream<Path> files = Files.walk(folder)) {
      for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
        Files.deleteIfExists(file);
      }
    } catch (IOException e) {
      LogFile.note("left behind", e);
    }
  }
}
