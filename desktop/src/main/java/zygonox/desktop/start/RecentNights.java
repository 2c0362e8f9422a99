package zygonox.desktop.start;

import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import zygonox.core.work.LogFile;

/**
 * The nights that were open, the last one first. Kept in the state folder; what cannot be read or
 * written is no more than a convenience lost.
 */
public final class RecentNights {
  private static final int MOST = 12;
  private static final ObjectMapper JSON = new ObjectMapper();

  private final Path file;

  /**
   * @param file the list, as a JSON array of folders
   */
  public RecentNights(Path file) {
    this.file = file;
  }

  /** Their folders; some may be gone since. */
  public List<Path> folders() {
    if (!Files.exists(file)) {
      return List.of();
    }
    try {
      List<String> read = JSON.readValue(file.toFile(), new TypeReference<>() {});
      return read.stream().map(Path::of).toList();
    } catch (IOException | RuntimeException e) {
      LogFile.note("recent nights", e);
      return List.of();
    }
  }

  /** Puts a night at the head of the list. */
  public void remember(Path folder) {
    List<Path> all = new ArrayList<>(folders());
    all.remove(folder);
    all.add(0, folder);
    write(all.subList(0, Math.min(MOST, all.size())));
  }

  /** Takes a night off the list; the night itself stays. */
  public void forget(Path folder) {
    List<Path> all = new ArrayList<>(folders());
    all.remove(folder);
    write(all);
  }

  private void write(List<Path> all) {
    try {
      Files.createDirectories(file.getParent());
      JSON.writeValue(file.toFile(), all.stream().map(Path::toString).toList());
    } catch (IOException e) {
      LogFile.note("recent nights", e);
    }
  }
}
