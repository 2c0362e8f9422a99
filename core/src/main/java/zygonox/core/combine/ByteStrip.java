package zygonox.core.combine;

import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/**
 * 8-bit samples on their way into a result as they were decoded: to make them wider takes as long
 * as to add them. Frames of the exact lane cover the whole picture.
 */
final class ByteStrip implements Accumulator.Strip<PixelSource> {
  /** What becomes of a strip. */
  @FunctionalInterface
  interface Adding {
    /**
     * @param at place in the band of the first sample
     */
    void add(byte[] samples, int at, int count);
  }

  private final PixelLayout layout;
  private final byte[] samples;
  private final Adding adding;

  ByteStrip(PixelLayout layout, int most, Adding adding) {
    this.layout = layout;
    this.samples = new byte[most];
    this.adding = adding;
  }

  @Override
  public void read(PixelSource source, int firstRow, int rows) throws UnreadableFrame {
    source.readBytes(firstRow, rows, samples);
  }

  @Override
  public int at(int row, int x, int channel) {
    return samples[RowOrder.INTERLEAVED.index(layout, row, x, channel)] & 0xff;
  }

  @Override
  public void add(PixelSource source, int firstRow, int row, int rows, double weight) {
    adding.add(samples, row * layout.rowSamples(), rows * layout.rowSamples());
  }
}
