package zygonox.core.work;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;

/**
 * Small files of what was worked out once, by name. They may be thrown away at any time, and those
 * that nobody asked for in a quarter of a year are, once in the life of a program.
 *
 * @param folder where they lie; made when it is needed
 */
public record KeptFiles(Path folder) {
  private static final Duration KEPT = Duration.ofDays(90);

  private static final Set<Path> TIDIED = ConcurrentHashMap.newKeySet();

  /** Where the system wants such things. */
  public static KeptFiles usual() {
    return new KeptFiles(Folders.cache());
  }

  /** A file's bytes; empty where it is not there or cannot be read. */
  public Optional<byte[]> read(String name) {
    Path file = folder.resolve(name);
    try {
      if (!Files.exists(file)) {
        return Optional.empty();
      }
      byte[] bytes = Files.readAllBytes(file);
      Files.setLastModifiedTime(file, FileTime.from(Instant.now()));
      return Optional.of(bytes);
    } catch (IOException e) {
      LogFile.note(file.toString(), e);
      return Optional.empty();
    }
  }

  /** Keeps a file; where there is no room for it nothing is kept, and nobody is the worse. */
  public void write(String name, byte[] bytes) {
    try {
      Files.createDirectories(folder);
      WholeFile.write(
          folder.resolve(name), WholeFile.IfPresent.REPLACE, path -> Files.write(path, bytes));
      if (TIDIED.add(folder)) {
        tidy(Instant.now());
      }
    } catch (IOException | RuntimeException e) {
      LogFile.note(name, e);
    }
  }

  /** Removes what nobody asked for in the quarter before {@code now}. */
  void tidy(Instant now) throws IOException {
    try (Stream<Path> files = Files.list(folder)) {
      files.filter(Files::isRegularFile).filter(f -> isOld(f, now)).forEach(KeptFiles::remove);
    }
  }

  private static boolean isOld(Path file, Instant now) {
    try {
      return Files.getLastModifiedTime(file).toInstant().isBefore(now.minus(KEPT));
    } catch (IOException e) {
      return false;
    }
  }

  private static void remove(Path file) {
    try {
      Files.deleteIfExists(file);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
