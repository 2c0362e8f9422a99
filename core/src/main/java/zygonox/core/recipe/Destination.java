package zygonox.core.recipe;

import java.nio.file.Path;
import java.util.Optional;
import zygonox.core.work.WholeFile;

/**
 * Where a result goes.
 *
 * @param picture its file; the name chooses the format
 * @param ifPresent what to do when a file is there
 * @param coverage where the number of frames at each pixel goes, as a grey picture; empty: nowhere
 */
public record Destination(Path picture, WholeFile.IfPresent ifPresent, Optional<Path> coverage) {
  public Destination(Path picture, WholeFile.IfPresent ifPresent) {
    this(picture, ifPresent, Optional.empty());
  }
}
