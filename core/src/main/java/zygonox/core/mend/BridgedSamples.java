package zygonox.core.mend;

import zygonox.core.format.ByteStep;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.ToneEncoder;

/**
 * A frame of 8-bit samples with its stars carried on to the next one. As light is encoded the more
 * the brighter it is, the brightest of encoded samples is the brightest light, encoded.
 */
final class BridgedSamples extends ByteStep {
  private final ToneEncoder encoder;
  private final Bridge<SampleWindow> bridge;

  /**
   * @param own the earlier frame, closed with this
   * @param earlier its rows
   * @param later the next frame's
   * @param nextCounts see {@link Bridge}
   */
  BridgedSamples(
      PixelSource own,
      Bridge.Opener<SampleWindow> earlier,
      Bridge.Opener<SampleWindow> later,
      Moments moments,
      boolean nextCounts,
      ToneEncoder encoder) {
    super(own);
    this.encoder = encoder;
    this.bridge = new Bridge<>(own.layout(), moments, nextCounts, earlier, later);
  }

  @Override
  public boolean anyRowsCheaply() {
    return false;
  }

  @Override
  public long heldBytes() {
    return 2 * from.heldBytes()
        + 2 * SampleWindow.bytes(layout(), bridge.rows())
        + Raised.bytes(layout());
  }

  @Override
  public void readBytes(int firstRow, int rows, byte[] into) throws UnreadableFrame {
    int channels = layout().channels();
    int rowSamples = layout().rowSamples();
    bridge.read(
        firstRow,
        rows,
        (window, row, y) -> window.copy(row, into, y * rowSamples),
        (row, channel, x, light) ->
            into[row * rowSamples + x * channels + channel] = (byte) encoder.encode(light));
  }

  @Override
  public void close() {
    bridge.close();
    super.close();
  }
}
