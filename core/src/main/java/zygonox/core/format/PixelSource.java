package zygonox.core.format;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import zygonox.core.raster.Raster;

/** The stored samples of one frame, channels of a pixel side by side: the exact lane. */
public interface PixelSource extends RowSource {
  /** A picture that is in memory already. */
  static PixelSource of(Raster raster) {
    return new WholeSource(raster.layout(), () -> raster);
  }

  /**
   * Reads rows.
   *
   * @param firstRow 0 up to the height
   * @param rows 1 or more, none beyond the last
   * @param into gets {@code rows * layout().rowSamples()} unsigned samples from index 0 on
   * @throws UnreadableFrame when the file turns out to be damaged or has gone
   */
  void read(int firstRow, int rows, short[] into) throws UnreadableFrame;

  /**
   * Reads rows of 8-bit samples as they are.
   *
   * @param into gets {@code rows * layout().rowSamples()} samples from index 0 on
   */
  default void readBytes(int firstRow, int rows, byte[] into) throws UnreadableFrame {
    short[] samples = new short[rows * layout().rowSamples()];
    read(firstRow, rows, samples);
    for (int i = 0; i < samples.length; i++) {
      into[i] = (byte) samples[i];
    }
  }

  /**
   * Reads rows of 8-bit samples packed eight to a number, the first in the lowest bits: what loops
   * that compare bytes want to work on.
   *
   * @param into gets {@code ceil(rows * layout().rowSamples() / 8)} numbers; unused bits are 0
   */
  default void readPacked(int firstRow, int rows, long[] into) throws UnreadableFrame {
    byte[] samples = new byte[(rows * layout().rowSamples() + 7) / 8 * 8];
    readBytes(firstRow, rows, samples);
    ByteBuffer.wrap(samples)
        .order(ByteOrder.LITTLE_ENDIAN)
        .asLongBuffer()
        .get(into, 0, samples.length / 8);
  }
}
