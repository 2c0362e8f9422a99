package zygonox.core.format;

import zygonox.core.raster.PixelLayout;

/**
 * A picture given out by rows, in one of two lanes: as stored samples ({@link PixelSource}) or as
 * light ({@link LightSource}). Not safe for use by two threads at once. Close it to give back what
 * it holds.
 */
public interface RowSource extends AutoCloseable {
  PixelLayout layout();

  /** Whether rows can be had in any order at the cost of those rows alone. */
  boolean anyRowsCheaply();

  /** Memory that the source holds between its first rows and {@link #close}, in bytes. */
  long heldBytes();

  /**
   * The columns of a row that hold picture, piece by piece: the first of one, the one after its
   * last, the first of the next, and so on. Elsewhere the frame covers nothing.
   */
  default int[] covered(int row) {
    return new int[] {0, layout().width()};
  }

  @Override
  void close();
}
