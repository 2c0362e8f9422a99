package zygonox.core.mend;

import java.util.List;
import zygonox.core.format.ByteSamples;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.ToneEncoder;

/**
 * A frame of 8-bit samples with its stars carried on to the next one. As light is encoded the more
 * the brighter it is, the brightest of encoded samples is the brightest light, encoded.
 */
final class BridgedSamples extends ByteSamples {
  private final PixelLayout layout;
  private final ToneEncoder encoder;
  private final int held;
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
      List<Bridge.Moment> moments,
      boolean nextCounts,
      ToneEncoder encoder) {
    super(own);
    this.layout = own.layout();
    this.encoder = encoder;
    this.held = Bridge.rows(moments, layout);
    this.bridge = new Bridge<>(layout, moments, nextCounts, earlier, later);
  }

  @Override
  public boolean anyRowsCheaply() {
    return false;
  }

  @Override
  public long heldBytes() {
    return 2 * super.heldBytes() + 2 * SampleWindow.bytes(layout, held) + Raised.bytes(layout);
  }

  @Override
  public void readBytes(int firstRow, int rows, byte[] into) throws UnreadableFrame {
    for (int top = 0; top < rows; top += Bridge.BLOCK_ROWS) {
      int count = Math.min(Bridge.BLOCK_ROWS, rows - top);
      Raised raised = bridge.between(firstRow + top, count);
      for (int y = top; y < top + count; y++) {
        bridge.earlier().copy(firstRow + y, into, y * layout.rowSamples());
      }
      int at = top * layout.rowSamples();
      raised.give(
          (row, channel, x, light) ->
              into[at + row * layout.rowSamples() + x * layout.channels() + channel] =
                  (byte) encoder.encode(light));
    }
  }

  @Override
  public void close() {
    bridge.close();
    super.close();
  }
}
