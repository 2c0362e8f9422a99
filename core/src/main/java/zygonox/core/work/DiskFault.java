package zygonox.core.work;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.NoSuchFileException;
import java.nio.file.NotDirectoryException;
import java.util.Locale;

/** Why the disk refused something, in words for a person. */
public final class DiskFault {
  private DiskFault() {}

  /** A few words to be put in brackets: {@code the disk is full}. */
  public static String reason(IOException fault) {
    if (fault instanceof AccessDeniedException) {
      return "its permissions do not allow it; change them";
    }
    if (fault instanceof NoSuchFileException || fault instanceof NotDirectoryException) {
      return "its folder is not there";
    }
    String said = fault instanceof FileSystemException f ? f.getReason() : fault.getMessage();
    String plain = said == null ? "" : said.toLowerCase(Locale.ROOT);
    if (plain.contains("no space left") || plain.contains("not enough space")) {
      return "the disk is full; make room or choose another place";
    }
    if (plain.contains("read-only")) {
      return "the disk is read-only; choose another place";
    }
    if (plain.contains("quota")) {
      return "your share of the disk is used up; make room or choose another place";
    }
    if (plain.contains("permission") || plain.contains("not permitted")) {
      return "its permissions do not allow it; change them";
    }
    LogFile.note("the disk refused", fault);
    return "the disk refused it";
  }
}
