package zygonox.core.combine;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import zygonox.core.work.LogFile;
import zygonox.core.work.Temporary;

/**
 * A file that a killed run leaves for the next one that makes the same. It tells in its name the
 * output and the key of what is done; those of other keys on the same output go at the next run,
 * those of other outputs after a day.
 */
final class Unfinished {
  private static final Duration MOST_AGE = Duration.ofDays(1);

  /** What such a file holds, and how its name ends. */
  enum Kind {
    /** Frames that are in a blend already, and what they came to. */
    GROWN(".grown"),
    /** Frames as they were decoded. */
    DECODED(".decoded"),
    /** Finished rows of the result. */
    COMBINED(".combined");

    private final String ending;

    Kind(String ending) {
      this.ending = ending;
    }
  }

  private static final Pattern NAME =
      Pattern.compile("\\.(.*)\\.([0-9a-z]+)\\.(grown|decoded|combined)");

  private final Path file;
  private final String output;
  private final String key;

  /**
   * @param output the name of the picture that is made
   * @param key tells the frames and all that is done with them
   */
  Unfinished(Path folder, String output, String key, Kind kind) {
    this.file = folder.resolve("." + output + "." + key + kind.ending);
    this.output = output;
    this.key = key;
  }

  Path file() {
    return file;
  }

  /** Whether one that was opened is in no other run's hands; from then on it is in this one's. */
  static boolean isMine(FileChannel channel) throws IOException {
    try {
      return channel.tryLock() != null;
    } catch (OverlappingFileLockException e) {
      return false;
    }
  }

  /** Removes what nobody will go on from, of any kind; what another run has open, it keeps open. */
  void sweepOthers() {
    try (DirectoryStream<Path> files = Files.newDirectoryStream(file.getParent(), this::isOver)) {
      files.forEach(Temporary::discard);
    } catch (IOException e) {
      LogFile.note(file.getParent().toString(), e);
    }
  }

  private boolean isOver(Path path) throws IOException {
    Matcher named = NAME.matcher(path.getFileName().toString());
    if (!named.matches() || named.group(2).equals(key)) {
      return false;
    }
    return named.group(1).equals(output)
        || Files.getLastModifiedTime(path).toInstant().isBefore(Instant.now().minus(MOST_AGE));
  }

  /** The work is done, or will not be. */
  void remove() {
    Temporary.discard(file);
  }
}
