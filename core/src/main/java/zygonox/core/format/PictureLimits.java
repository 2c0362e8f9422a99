package zygonox.core.format;

import java.nio.file.Path;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.raster.PixelLayout;

/** Turns the sizes a file declares into a layout, refusing those that no honest file has. */
final class PictureLimits {
  private PictureLimits() {}

  static PixelLayout layout(Path file, int width, int height, int channels, int bits)
      throws UnreadableFrame {
    try {
      return new PixelLayout(width, height, channels, bits);
    } catch (InvalidInput e) {
      boolean empty = width < 1 || height < 1;
      throw new UnreadableFrame(file, empty ? ReadFault.Kind.DAMAGED : ReadFault.Kind.TOO_LARGE, e);
    }
  }
}
