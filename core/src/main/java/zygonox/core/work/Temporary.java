package zygonox.core.work;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.concurrent.ThreadLocalRandom;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Names of files that exist only while something is made: they tell the process they belong to, so
 * that those which a killed one left behind are known and removed.
 */
public final class Temporary {
  private static final Pattern OWNED = Pattern.compile("\\..*\\.(\\d+)-[0-9a-z]+\\.part");

  private Temporary() {}

  /**
   * A hidden name in a folder, after the name of what is made.
   *
   * @param name what the file is for, the same whenever it is made again
   */
  public static Path in(Path folder, String name) {
    String unique = Long.toString(ThreadLocalRandom.current().nextLong(1L << 40), 36);
    long process = ProcessHandle.current().pid();
    return folder.resolve("." + name + "." + process + "-" + unique + ".part");
  }

  /** Removes what processes that are no more left behind under a name. */
  public static void sweep(Path folder, String name) {
    sweep(folder, "." + glob(name) + ".*", file -> true);
  }

  /** Removes what they left under all other names, as that of one may be gone on with. */
  public static void sweepOthers(Path folder, String name) {
    sweep(folder, ".*.part", file -> !file.startsWith("." + name + "."));
  }

  private static void sweep(Path folder, String pattern, Predicate<String> goes) {
    try (DirectoryStream<Path> files = Files.newDirectoryStream(folder, pattern)) {
      for (Path file : files) {
        String name = file.getFileName().toString();
        if (isLeft(name) && goes.test(name)) {
          remove(file);
        }
      }
    } catch (IOException e) {
      // What cannot be listed or removed is in nobody's way.
      LogFile.note(folder.toString(), e);
    }
  }

  /**
   * Takes over what a process that is no more left behind under a name, to go on with it.
   *
   * @param as its name from now on
   * @return whether there was any
   */
  public static boolean takeOver(Path folder, String name, Path as) {
    try (DirectoryStream<Path> files = Files.newDirectoryStream(folder, "." + glob(name) + ".*")) {
      for (Path file : files) {
        if (isLeft(file.getFileName().toString())) {
          Files.move(file, as, StandardCopyOption.ATOMIC_MOVE);
          return true;
        }
      }
    } catch (IOException e) {
      // Another run may have been quicker; what is not taken over is made anew.
      LogFile.note(folder.toString(), e);
    }
    return false;
  }

  /** Removes a file, or a folder with the files in it. */
  public static void remove(Path path) throws IOException {
    if (Files.isDirectory(path)) {
      try (DirectoryStream<Path> files = Files.newDirectoryStream(path)) {
        for (Path file : files) {
          Files.deleteIfExists(file);
        }
      }
    }
    Files.deleteIfExists(path);
  }

  /** Removes what is of no more use; where that fails, it is noted and in nobody's way. */
  public static void discard(Path path) {
    try {
      remove(path);
    } catch (IOException e) {
      LogFile.note(path.toString(), e);
    }
  }

  private static String glob(String name) {
    return name.replaceAll("[\\\\*?\\[\\]{}]", "?");
  }

  private static boolean isLeft(String name) {
    Matcher matcher = OWNED.matcher(name);
    return matcher.matches() && ProcessHandle.of(Long.parseLong(matcher.group(1))).isEmpty();
  }
}
