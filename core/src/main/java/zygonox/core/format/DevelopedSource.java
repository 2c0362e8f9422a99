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
  private final Decoder decoder;
  private DevelopedRows rows;
  private float[] row = new float[0];

  DevelopedSource(PixelLayout layout, Decoder decoder) {
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
    return DevelopedLight.heldBytes(layout);
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
