package zygonox.core.frame;

import java.util.Arrays;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;

/**
 * The pixels of one frame, given out by rows. Not safe for use by two threads at once. Close it to
 * give back what it holds.
 */
public interface PixelSource extends AutoCloseable {
  /** A picture that is in memory already. */
  static PixelSource of(Raster raster) {
    return new WholeSource(raster.layout(), () -> raster);
  }

  PixelLayout layout();

  /** Whether rows can be had in any order at the cost of those rows alone. */
  boolean anyRowsCheaply();

  /** Memory that the source holds between its first {@link #read} and {@link #close}, in bytes. */
  long heldBytes();

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
   * Reads rows of 8-bit samples packed eight to a number, the first in the lowest bits: what loops
   * over bytes want to work on.
   *
   * @param into gets {@code ceil(rows * layout().rowSamples() / 8)} numbers; unused bits are 0
   */
  default void readPacked(int firstRow, int rows, long[] into) throws UnreadableFrame {
    short[] samples = new short[rows * layout().rowSamples()];
    read(firstRow, rows, samples);
    Arrays.fill(into, 0, (samples.length + 7) / 8, 0);
    for (int i = 0; i < samples.length; i++) {
      into[i >> 3] |= (long) (samples[i] & 0xff) << 8 * (i & 7);
    }
  }

  /** First column of a row that holds picture; before it the frame covers nothing. */
  default int coveredFrom(int row) {
    return 0;
  }

  /** Column after the last of a row that holds picture. */
  default int coveredTo(int row) {
    return layout().width();
  }

  @Override
  void close();
}
