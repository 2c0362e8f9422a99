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
