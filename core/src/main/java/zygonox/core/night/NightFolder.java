package zygonox.core.night;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import zygonox.core.work.LogFile;

/**
 * What a night's folder is called: its date and name, such as {@code 2026-10-14 The old pump}. A
 * folder that a person has named otherwise keeps its name.
 */
public final class NightFolder {
  private static final String OURS = "\\d{4}-\\d{2}-\\d{2} .*";
  private static final int LONGEST = 80;

  private NightFolder() {}

  /** The name a night's folder is to have. */
  public static String name(Night night) {
    String plain = night.name().replaceAll("[\\\\/:*?\"<>|\\p{Cntrl}]", " ").strip();
    String cut = plain.substring(0, Math.min(LONGEST, plain.length())).replaceAll("[. ]+$", "");
    return night.date() + " " + (cut.isEmpty() ? "night" : cut);
  }

  /** A folder for a new night that is not there yet. */
  public static Path free(Path home, Night night) {
    String name = name(night);
    Path folder = home.resolve(name);
    for (int i = 2; Files.exists(folder); i++) {
      folder = home.resolve(name + " " + i);
    }
    return folder;
  }

  /**
   * Lets a folder follow its night's date and name, where it carries them.
   *
   * @param home only folders directly in it are moved
   * @return where the folder is now
   */
  public static Path follow(Path folder, Night night, Path home) {
    String now = folder.getFileName().toString();
    boolean isOurs =
        home.toAbsolutePath().normalize().equals(folder.toAbsolutePath().normalize().getParent())
            && now.matches(OURS);
    if (!isOurs || now.replaceAll(" \\d+$", "").equals(name(night)) || now.equals(name(night))) {
      return folder;
    }
    try {
      return Files.move(folder, free(home, night));
    } catch (IOException e) {
      // The name is a convenience: what is open elsewhere stays where it is.
      LogFile.note("a night's folder was not renamed", e);
      return folder;
    }
  }
}
