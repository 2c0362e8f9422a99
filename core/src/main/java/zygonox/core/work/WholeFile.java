package zygonox.core.work;

import java.io.IOException;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.concurrent.ThreadLocalRandom;
import zygonox.core.quantity.InvalidInput;

/**
 * An output file that appears whole or not at all: it is written beside its place under a temporary
 * name and moved there at the end.
 */
public final class WholeFile {
  private WholeFile() {}

  /** Writes the file's content to the path it is given. */
  @FunctionalInterface
  public interface Content {
    void writeTo(Path temporary) throws IOException;
  }

  /** What to do when the place is taken. */
  public enum IfPresent {
    REFUSE,
    REPLACE
  }

  /**
   * Refuses early, before hours of work, what {@link #write} would refuse at the end.
   *
   * @throws InvalidInput when the folder is not there, the target is a folder, or the file exists
   *     and must not be replaced
   */
  public static void checkPlace(Path target, IfPresent ifPresent) {
    Path folder = target.toAbsolutePath().getParent();
    if (folder == null || !Files.isDirectory(folder)) {
      throw new InvalidInput(
          "The folder of " + target + " is not there; make it first or name another place");
    }
    if (Files.isDirectory(target)) {
      throw new InvalidInput(target + " is a folder; name a file to write");
    }
    if (ifPresent == IfPresent.REFUSE && Files.exists(target)) {
      throw new AlreadyThere(
          target, target + " is already there; choose another name, or allow it to be replaced");
    }
    if (!Files.isWritable(folder)) {
      throw new WorkFailed("The folder " + folder + " cannot be written to; choose another place");
    }
  }

  /**
   * Writes {@code content} and moves it into place.
   *
   * @throws InvalidInput as {@link #checkPlace}
   * @throws WorkFailed when writing fails; the target is then as it was
   */
  public static void write(Path target, IfPresent ifPresent, Content content) {
    checkPlace(target, ifPresent);
    String unique = Long.toString(ThreadLocalRandom.current().nextLong(1L << 40), 36);
    Path temporary = target.resolveSibling("." + target.getFileName() + "." + unique + ".part");
    try {
      content.writeTo(temporary);
      move(temporary, target);
    } catch (IOException e) {
      throw new WorkFailed(
          "%s could not be written (%s); nothing was changed"
              .formatted(target, DiskFault.reason(e)),
          e);
    } finally {
      discard(temporary);
    }
  }

  private static void move(Path from, Path to) throws IOException {
    try {
      Files.move(from, to, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
    } catch (AtomicMoveNotSupportedException e) {
      Files.move(from, to, StandardCopyOption.REPLACE_EXISTING);
    }
  }

  private static void discard(Path temporary) {
    try {
      Files.deleteIfExists(temporary);
    } catch (IOException e) {
      // The disk that refused the content may refuse this too; the first fault is the one to tell.
      temporary.toFile().deleteOnExit();
    }
  }
}
