package zygonox.core.combine;

import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/** Stored samples on their way into a result. */
final class SampleStrip implements Accumulator.Strip<PixelSource> {
  /** What becomes of a piece of them. */
  @FunctionalInterface
  interface Adding {
    void add(short[] samples, int from, int at, int count);
  }

  private final PixelLayout layout;
  private final short[] samples;
  private final Adding adding;

  SampleStrip(PixelLayout layout, int most, Adding adding) {
    this.layout = layout;
    this.samples = new short[most];
    this.adding = adding;
  }

  @Override
  public void read(PixelSource source, int firstRow, int rows) throws UnreadableFrame {
    source.read(firstRow, rows, samples);
  }

  @Override
  public int at(int row, int x, int channel) {
    return samples[RowOrder.INTERLEAVED.index(layout, row, x, channel)] & 0xffff;
  }

  @Override
  public void add(PixelSource source, int firstRow, int row, int rows, double weight) {
    RowOrder.INTERLEAVED.covered(
        source, firstRow, row, rows, (from, at, count) -> adding.add(samples, from, at, count));
  }
}
