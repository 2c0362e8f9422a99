package zygonox.core.mend;

import java.util.List;
import java.util.Optional;
import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/** A frame's light with its stars carried on to the next one. */
final class BridgedLight implements LightSource {
  private final LightSource own;
  private final PixelLayout layout;
  private final int held;
  private final Bridge<LightWindow> bridge;

  /** Opens the next frame once it is needed. */
  @FunctionalInterface
  interface Opener {
    LightSource open() throws UnreadableFrame;
  }

  /**
   * @param own the earlier frame, closed with this
   * @param nextCounts see {@link Bridge}
   * @param still what no star is, however bright
   */
  BridgedLight(
      LightSource own,
      Opener next,
      List<Bridge.Moment> moments,
      boolean nextCounts,
      StillLight still) {
    this.own = own;
    this.layout = own.layout();
    this.held = Bridge.rows(moments, layout);
    this.bridge =
        new Bridge<>(
            layout,
            moments,
            nextCounts,
            rows -> new LightWindow(own, rows, Optional.of(still)),
            rows -> new LightWindow(next.open(), rows, Optional.of(still)));
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
    return 2 * own.heldBytes() + 2 * LightWindow.bytes(layout, held) + Raised.bytes(layout);
  }

  @Override
  public int[] covered(int row) {
    return own.covered(row);
  }

  @Override
  public void read(int firstRow, int rows, float[] into) throws UnreadableFrame {
    for (int top = 0; top < rows; top += Bridge.BLOCK_ROWS) {
      int count = Math.min(Bridge.BLOCK_ROWS, rows - top);
      Raised raised = bridge.between(firstRow + top, count);
      for (int y = top; y < top + count; y++) {
        bridge.earlier().copy(firstRow + y, into, y * layout.rowSamples());
      }
      int at = top * layout.rowSamples();
      raised.give(
          (row, channel, x, light) ->
              into[at + row * layout.rowSamples() + channel * layout.width() + x] = light);
    }
  }

  @Override
  public void close() {
    bridge.close();
    own.close();
  }
}
