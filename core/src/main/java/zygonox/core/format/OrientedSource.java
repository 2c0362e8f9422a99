package zygonox.core.format;

import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;

/** Turns a stored picture upright, as EXIF orientation says (CIPA DC-008, tag 274). */
final class OrientedSource implements PixelSource {
  private final PixelSource stored;
  private final int orientation;
  private final WholeSource upright;

  /**
   * @param orientation 2 to 8
   */
  OrientedSource(PixelSource stored, int orientation) {
    this.stored = stored;
    this.orientation = orientation;
    this.upright = new WholeSource(uprightLayout(stored.layout(), orientation), this::turn);
  }

  /** The shape of the upright picture. */
  static PixelLayout uprightLayout(PixelLayout stored, int orientation) {
    return orientation >= 5
        ? new PixelLayout(stored.height(), stored.width(), stored.channels(), stored.bits())
        : stored;
  }

  private Raster turn() throws UnreadableFrame {
    PixelLayout from = stored.layout();
    Raster turned = Raster.blank(uprightLayout(from, orientation));
    int channels = from.channels();
    int toWidth = turned.layout().width();
    short[] row = new short[from.rowSamples()];
    for (int y = 0; y < from.height(); y++) {
      stored.read(y, 1, row);
      for (int x = 0; x < from.width(); x++) {
        int toX = uprightX(x, y, from, orientation);
        int toY = uprightY(x, y, from, orientation);
        for (int c = 0; c < channels; c++) {
          turned.samples()[(toY * toWidth + toX) * channels + c] = row[x * channels + c];
        }
      }
    }
    stored.close();
    return turned;
  }

  static int uprightX(int x, int y, PixelLayout from, int orientation) {
    return switch (orientation) {
      case 2, 3 -> from.width() - 1 - x;
      case 5, 8 -> y;
      case 6, 7 -> from.height() - 1 - y;
      default -> x;
    };
  }

  static int uprightY(int x, int y, PixelLayout from, int orientation) {
    return switch (orientation) {
      case 3, 4 -> from.height() - 1 - y;
      case 5, 6 -> x;
      case 7, 8 -> from.width() - 1 - x;
      default -> y;
    };
  }

  @Override
  public PixelLayout layout() {
    return upright.layout();
  }

  @Override
  public boolean anyRowsCheaply() {
    return false;
  }

  @Override
  public long heldBytes() {
    return (long) Short.BYTES * layout().samples() + stored.heldBytes();
  }

  @Override
  public void read(int firstRow, int rows, short[] into) throws UnreadableFrame {
    upright.read(firstRow, rows, into);
  }

  @Override
  public void close() {
    upright.close();
    stored.close();
  }
}
