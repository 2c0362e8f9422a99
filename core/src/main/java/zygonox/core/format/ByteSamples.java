package zygonox.core.format;

/** Samples that are bytes before they are numbers. */
public abstract class ByteSamples implements PixelSource {
  private byte[] bytes = new byte[0];

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
}
