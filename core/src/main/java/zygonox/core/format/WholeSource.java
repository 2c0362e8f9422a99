package zygonox.core.format;

import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;

/**
 * A source whose decoder runs over the whole picture: decoded at the first read, held until closed.
 */
final class WholeSource implements PixelSource {
  /** Decodes everything. */
  @FunctionalInterface
  interface Decoder {
    Raster decode() throws UnreadableFrame;
  }

  private final PixelLayout layout;
  private final Decoder decoder;
  private Raster decoded;

  WholeSource(PixelLayout layout, Decoder decoder) {
    this.layout = layout;
    this.decoder = decoder;
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
    // The samples, and beside them for a moment the decoder's own picture of the same size.
    return 2L * Short.BYTES * layout.samples();
  }

  @Override
  public void read(int firstRow, int rows, short[] into) throws UnreadableFrame {
    if (decoded == null) {
      decoded = decoder.decode();
    }
    int row = layout.rowSamples();
    System.arraycopy(decoded.samples(), firstRow * row, into, 0, rows * row);
  }

  @Override
  public void close() {
    decoded = null;
  }
}
