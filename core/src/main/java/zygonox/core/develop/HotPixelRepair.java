package zygonox.core.develop;

import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;

/**
 * Which pixels are taken from their neighbours.
 *
 * @param auto those that stand out of the darks, or without darks those that stay bright in the
 *     same place of the run
 * @param marked a picture of the frames' size in which they are white
 */
public record HotPixelRepair(boolean auto, Optional<Path> marked) {
  public static final HotPixelRepair NONE = new HotPixelRepair(false, Optional.empty());
  public static final HotPixelRepair AUTO = new HotPixelRepair(true, Optional.empty());

  public static HotPixelRepair markedIn(Path file) {
    return new HotPixelRepair(false, Optional.of(file));
  }

  /** Reads {@code auto}, {@code none} or the path of a picture. */
  public static HotPixelRepair parse(String text) {
    return switch (text.strip().toLowerCase(Locale.ROOT)) {
      case "auto" -> AUTO;
      case "none" -> NONE;
      default -> markedIn(Path.of(text));
    };
  }
}
