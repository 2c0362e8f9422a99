package zygonox.core.format;

import zygonox.core.raster.PixelLayout;

/** 8-bit samples of a picture in which some are put right: the rest is as it was. */
public abstract class ByteSamples implements PixelSource {
  private final PixelSource from;
  private byte[] bytes = new byte[0];

  /**
   * @param from closed with this
   */
  protected ByteSamples(PixelSource from) {
    this.from = from;
  }

  @Override
  public PixelLayout layout() {
    return from.layout();
  }

  @Override
  public boolean anyRowsCheaply() {
    return from.anyRowsCheaply();
  }

  @Override
  public long heldBytes() {
    return from.heldBytes();
  }

  @Override
  public abstract void readBytes(int firstRow, int rows, byte[] into) throws UnreadableFrame;

  @Override
  public void read(int firstRow, int rows, short[] into) throws UnreadableFrame {
    int samples = rows * layout().rowSamples();
    if (bytes.length < samples) {
      bytes = new byte[samples];
    }
    readBytes(firstRow, rows, bytes);
    for (int i = 0; i < samples; i++) {
      into[i] = (short) (bytes[i] & 0xff);
    }
  }

  @Override
  public void close() {
    from.close();
  }
}
