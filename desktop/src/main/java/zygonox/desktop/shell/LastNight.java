package zygonox.desktop.shell;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;

/** Remembers which night was open, so that the next start goes on with it. */
final class LastNight {
  private static final Path FILE =
      Path.of(System.getProperty("user.home"), ".zygonox", "last-night");

  private LastNight() {}

  static Optional<Path> recall() {
    try {
      return Optional.of(Path.of(Files.readString(FILE).strip())).filter(Files::isDirectory);
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  static void remember(Path folder) {
    try {
      Files.createDirectories(FILE.getParent());
      Files.writeString(FILE, folder.toString());
    } catch (IOException e) {
      // Nothing is lost but a convenience.
      System.getLogger("zygonox.desktop").log(System.Logger.Level.INFO, "not remembered", e);
    }
  }
}
