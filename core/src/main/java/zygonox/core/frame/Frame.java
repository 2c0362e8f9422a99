package zygonox.core.frame;

import java.nio.file.Path;
import java.time.Duration;
import zygonox.core.format.FrameInfo;
import zygonox.core.format.PictureFile;
import zygonox.core.format.PictureFormat;
import zygonox.core.format.PictureReader;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/**
 * One readable picture on disk.
 *
 * @param file where it is; never written to
 * @param format how it is stored
 * @param layout its upright shape
 * @param info what it says of itself
 */
public record Frame(Path file, PictureFormat format, PixelLayout layout, FrameInfo info)
    implements PictureFile {
  /**
   * Looks at a file without decoding it.
   *
   * @throws UnreadableFrame with the reason, for whatever cannot be used
   */
  public static Frame look(Path file) throws UnreadableFrame {
    PictureFile seen = PictureReader.look(file);
    return new Frame(seen.file(), seen.format(), seen.layout(), seen.info());
  }

  /** Frames are keys everywhere, and their files tell them apart. */
  @Override
  public int hashCode() {
    return file.hashCode();
  }

  /** The same frame, taken later than its file says; one without a time stays without. */
  Frame takenLater(Duration by) {
    return info.capturedAt()
        .map(t -> new Frame(file, format, layout, info.withCapturedAt(t.later(by))))
        .orElse(this);
  }
}
