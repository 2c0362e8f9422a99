package zygonox.core.format;

import zygonox.core.raster.PixelLayout;
import zygonox.core.raw.MosaicRows;

/** The light of a mosaic as one grey picture. */
final class MosaicLight implements LightSource {
  /** Decodes a sensor's counts. */
  @FunctionalInterface
  interface Decoder {
    MosaicRows decode() throws UnreadableFrame;
  }

  private final PixelLayout layout;
  private final long heldBytes;
  private final Decoder decoder;
  private MosaicRows rows;

  /**
   * @param colours the shape of the picture that it could be developed into
   * @param heldBytes what decoding takes at its peak
   */
  MosaicLight(PixelLayout colours, long heldBytes, Decoder decoder) {
    this.heldBytes = heldBytes;
    this.layout = new PixelLayout(colours.width(), colours.height(), 1, colours.bits());
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
  public void read(int firstRow, int count, float[] into) throws UnreadableFrame {
    if (rows == null) {
      rows = decoder.decode();
    }
    for (int y = 0; y < count; y++) {
      rows.light(firstRow + y, into, y * layout.width());
    }
  }

  @Override
  public void close() {
    rows = null;
  }
}
