package zygonox.core.format;

import zygonox.core.raster.PixelLayout;
import zygonox.core.raw.DevelopedRows;

/** The light of a raw picture, developed as its rows are read. */
final class DevelopedLight implements LightSource {
  private final PixelLayout layout;
  private final long heldBytes;
  private final DevelopedSource.Decoder decoder;
  private DevelopedRows rows;
  private float[] row = new float[0];

  /**
   * @param heldBytes what decoding takes at its peak
   */
  DevelopedLight(PixelLayout layout, long heldBytes, DevelopedSource.Decoder decoder) {
    this.layout = layout;
    this.heldBytes = heldBytes;
    this.decoder = decoder;
  }

  /** The counts, once more while they are decoded, and a copy cut out of them. */
  static long heldBytes(PixelLayout layout) {
    return 3L * Short.BYTES * layout.width() * layout.height();
  }

  @Override
  public PixelLayout layout() {
    return layout;
  }

  @Override
  public boolean anyRowsCheaply() {
    return false;
  }

  @Override
  public long heldBytes() {
    return heldBytes;
  }

  @Override
  public void read(int firstRow, int count, float[] into) throws UnreadableFrame {
    if (rows == null) {
      rows = decoder.decode();
      row = new float[layout.rowSamples()];
    }
    int width = layout.width();
    for (int y = 0; y < count; y++) {
      rows.light(firstRow + y, row);
      int at = y * layout.rowSamples();
      for (int x = 0, i = 0; x < width; x++, i += 3) {
        into[at + x] = row[i];
        into[at + width + x] = row[i + 1];
        into[at + 2 * width + x] = row[i + 2];
      }
    }
  }

  @Override
  public void close() {
    rows = null;
  }
}
