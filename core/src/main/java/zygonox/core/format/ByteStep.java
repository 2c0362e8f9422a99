package zygonox.core.format;

import zygonox.core.raster.PixelLayout;

/** A frame's 8-bit samples with some of them put right on their way; see {@link LightStep}. */
public abstract class ByteStep implements PixelSource {
  /** Where the samples come from; closed with this. */
  protected final PixelSource from;

  private byte[] bytes = new byte[0];

  protected ByteStep(PixelSource from) {
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
