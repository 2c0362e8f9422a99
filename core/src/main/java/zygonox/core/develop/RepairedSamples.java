package zygonox.core.develop;

import zygonox.core.format.ByteStep;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.SampleTone;

/** A picture of 8-bit samples whose hot pixels are repaired as it lies on its sensor. */
final class RepairedSamples extends ByteStep {
  private final HotSpots hot;
  private final SampleTone tone;
  private byte[] wide = new byte[0];

  RepairedSamples(PixelSource from, HotSpots hot, SampleTone tone) {
    super(from);
    this.hot = hot;
    this.tone = tone;
  }

  @Override
  public void readBytes(int firstRow, int rows, byte[] into) throws UnreadableFrame {
    int row = layout().rowSamples();
    // Neighbours of the outermost rows are needed too.
    int first = Math.max(0, firstRow - hot.reach());
    int end = Math.min(layout().height(), firstRow + rows + hot.reach());
    if (wide.length < (end - first) * row) {
      wide = new byte[(end - first) * row];
    }
    from.readBytes(first, end - first, wide);
    System.arraycopy(wide, (firstRow - first) * row, into, 0, rows * row);
    hot.repair(wide, first, end - first, into, firstRow, firstRow + rows, tone);
  }

  @Override
  public void close() {
    wide = new byte[0];
    super.close();
  }
}
