package zygonox.core.work;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.NoSuchFileException;
import java.nio.file.NotDirectoryException;
import java.util.Locale;
import zygonox.core.quantity.Phrasebook;

/** Why the disk refused something, in words for a person. */
public final class DiskFault {
  private DiskFault() {}

  /** Whether the disk, or the share of it that is allowed, is full. */
  public static boolean isFull(Throwable fault) {
    for (Throwable one = fault; one != null; one = one.getCause()) {
      String said = one instanceof FileSystemException f ? f.getReason() : one.getMessage();
      String plain = said == null ? "" : said.toLowerCase(Locale.ROOT);
      if (plain.contains("no space left")
          || plain.equals("enospc")
          || plain.contains("not enough space")) {
        return true;
      }
    }
    return false;
  }

  /** What a library says by a number. */
  public static IOException full() {
    return new IOException("ENOSPC");
  }

  /** A few words to be put in brackets: {@code the disk is full}. */
  public static String reason(IOException fault) {
    if (isFull(fault)) {
      return Phrasebook.say("disk.FULL");
    }
    if (fault.getCause() instanceof IOException cause && fault.getClass() != cause.getClass()) {
      // A library says that it failed; the system says why.
      return reason(cause);
    }
    if (fault instanceof AccessDeniedException) {
      return Phrasebook.say("disk.PERMISSIONS");
    }
    if (fault instanceof NoSuchFileException || fault instanceof NotDirectoryException) {
      return Phrasebook.say("disk.NO_FOLDER");
    }
    String said = fault instanceof FileSystemException f ? f.getReason() : fault.getMessage();
    String plain = said == null ? "" : said.toLowerCase(Locale.ROOT);
    if (plain.contains("read-only")) {
      return Phrasebook.say("disk.READ_ONLY");
    }
    if (plain.contains("quota")) {
      return Phrasebook.say("disk.QUOTA");
    }
    if (plain.contains("permission") || plain.contains("not permitted")) {
      return Phrasebook.say("disk.PERMISSIONS");
    }
    LogFile.note("the disk refused", fault);
    return Phrasebook.say("disk.REFUSED");
  }
}
