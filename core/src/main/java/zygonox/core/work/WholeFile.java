package zygonox.core.work;

import java.io.IOException;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;

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
      throw new InvalidInput(Phrasebook.say("refused.the-folder-of-is-not", target));
    }
    if (Files.isDirectory(target)) {
      throw new InvalidInput(Phrasebook.say("refused.is-a-folder-name-a", target));
    }
    if (ifPresent == IfPresent.REFUSE && Files.exists(target)) {
      throw new AlreadyThere(
          target, Phrasebook.say("refused.is-already-there-choose-another-name", target));
    }
    if (!Files.isWritable(folder)) {
      throw new WorkFailed(Phrasebook.say("refused.the-folder-cannot-be-written", folder));
    }
  }

  /**
   * Writes {@code content} and moves it into place.
   *
   * @throws InvalidInput as {@link #checkPlace}; also when the file appeared while it was written
   *     and must not be replaced
   * @throws WorkFailed when writing fails; the target is then as it was
   */
  public static void write(Path target, IfPresent ifPresent, Content content) {
    checkPlace(target, ifPresent);
    Path folder = target.toAbsolutePath().getParent();
    String name = target.getFileName().toString();
    Temporary.sweep(folder, name);
    Path temporary = Temporary.in(folder, name);
    try {
      content.writeTo(temporary);
      move(temporary, target, ifPresent);
    } catch (FileAlreadyExistsException e) {
      throw new AlreadyThere(
          target, Phrasebook.say("refused.is-already-there-choose-another-name", target));
    } catch (IOException e) {
      throw new WorkFailed(
          Phrasebook.say("refused.could-not-be-written-nothing", target, DiskFault.reason(e)), e);
    } finally {
      discard(temporary);
    }
  }

  private static void move(Path from, Path to, IfPresent ifPresent) throws IOException {
    if (ifPresent == IfPresent.REFUSE) {
      // What appeared meanwhile is somebody's.
      Files.move(from, to);
      return;
    }
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
