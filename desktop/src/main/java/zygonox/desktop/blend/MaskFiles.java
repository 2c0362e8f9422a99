package zygonox.desktop.blend;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import zygonox.core.develop.FrameMask;
import zygonox.core.work.WholeFile;

/**
 * The masks that were drawn for a night, numbered, in its folder: a step back finds the one before.
 *
 * @param home the night's folder
 * @param name what they are for, a word
 */
record MaskFiles(Path home, String name) {
  private static final String FOLDER = "masks";

  /** As many steps back find their mask still. */
  private static final int MOST = 40;

  /** Keeps one more; may be called off the window's thread. */
  Path write(FrameMask mask) throws IOException {
    Path folder = Files.createDirectories(home.resolve(FOLDER));
    List<Path> before = inOrder(folder);
    int number = before.isEmpty() ? 1 : number(before.get(before.size() - 1)) + 1;
    Path file = folder.resolve(name + "-" + number + ".png");
    mask.write(file, WholeFile.IfPresent.REFUSE);
    for (Path old : before.subList(0, Math.max(0, before.size() + 1 - MOST))) {
      Files.deleteIfExists(old);
    }
    return file;
  }

  private List<Path> inOrder(Path folder) throws IOException {
    try (Stream<Path> files = Files.list(folder)) {
      return files
          .filter(f -> f.getFileName().toString().matches(name + "-[0-9]{1,8}[.]png"))
          .sorted(Comparator.comparingInt(MaskFiles::number))
          .toList();
    }
  }

  private static int number(Path file) {
    return Integer.parseInt(file.getFileName().toString().replaceAll("[^0-9]", ""));
  }
}
