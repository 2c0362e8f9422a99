package zygonox.core.mend;

import java.util.Optional;
import zygonox.core.format.LightSource;
import zygonox.core.format.LightStep;
import zygonox.core.format.UnreadableFrame;

/** A frame's light with its stars carried on to the next one. */
final class BridgedLight extends LightStep {
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
      LightSource own, Opener next, Moments moments, boolean nextCounts, StillLight still) {
    super(own);
    this.bridge =
        new Bridge<>(
            own.layout(),
            moments,
            nextCounts,
            rows -> new LightWindow(own, rows, Optional.of(still)),
            rows -> new LightWindow(next.open(), rows, Optional.of(still)));
  }

  @Override
  public boolean anyRowsCheaply() {
    return false;
  }

  @Override
  public long heldBytes() {
    return 2 * from.heldBytes()
        + 2 * LightWindow.bytes(layout(), bridge.rows())
        + Raised.bytes(layout());
  }

  @Override
  public void read(int firstRow, int rows, float[] into) throws UnreadableFrame {
    int width = layout().width();
    int rowSamples = layout().rowSamples();
    bridge.read(
        firstRow,
        rows,
        (window, row, y) -> window.copy(row, into, y * rowSamples),
        (row, channel, x, light) -> into[row * rowSamples + channel * width + x] = light);
  }

  @Override
  public void close() {
    bridge.close();
    super.close();
  }
}
