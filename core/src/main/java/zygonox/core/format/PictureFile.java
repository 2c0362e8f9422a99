package zygonox.core.format;

import java.nio.file.Path;
import zygonox.core.raster.PixelLayout;

/** One readable picture on disk; never written to. */
public interface PictureFile {
  /** Where it is. */
  Path file();

  /** How it is stored. */
  PictureFormat format();

  /** Its upright shape. */
  PixelLayout layout();

  /** What it says of itself. */
  FrameInfo info();
}
