package zygonox.core.work;

import java.nio.file.Path;

/** Where the program keeps what is its own, below the person's home folder. */
public final class Folders {
  private Folders() {}

  private static Path home() {
    return Path.of(System.getProperty("user.home"));
  }

  /** What may be thrown away at any time: it is only worked out again. */
  public static Path cache() {
    return home().resolve(".cache").resolve("zygonox");
  }

  /** What it remembers from start to start, and its log. */
  public static Path state() {
    return home().resolve(".local").resolve("state").resolve("zygonox");
  }
}
