package zygonox.core.format;

import zygonox.core.raster.PixelLayout;
import zygonox.core.raw.DevelopedRows;

/** A raw picture as samples of 16 bits in sRGB, developed as its rows are read. */
final class DevelopedSource implements PixelSource {
  /** Decodes a sensor's counts. */
  @FunctionalInterface
  interface Decoder {
    DevelopedRows decode() throws UnreadableFrame;
  }

  private final PixelLayout layout;
  private final long heldBytes;
  private final Decoder decoder;
  private DevelopedRows rows;
  private float[] row = new float[0];

  /**
   * @param heldBytes what decoding takes at its peak
   */
  DevelopedSource(PixelLayout layout, long heldBytes, Decoder decoder) {
    this.layout = layout;
    this.heldBytes = heldBytes;
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
    return heldBytes;
  }

  @Override
  public void read(int firstRow, int count, short[] into) throws UnreadableFrame {
    if (rows == null) {
      rows = decoder.decode();
      row = new float[layout.rowSamples()];
    }
    for (int y = 0; y < count; y++) {
      rows.light(firstRow + y, row);
      DevelopedRows.encode(row, row.length, into, y * row.length);
    }
  }

  @Override
  public void close() {
    rows = null;
  }
}
