package zygonox.core.combine;

import zygonox.core.format.RowSource;
import zygonox.core.raster.PixelLayout;

/** In which order a lane holds the samples of a row: in lines that are worked on in one go. */
enum RowOrder {
  /** The channels of a pixel side by side: a row is one line. */
  INTERLEAVED {
    @Override
    int lines(PixelLayout layout) {
      return 1;
    }
  },
  /** One channel after the other: each is a line of its own. */
  PLANAR {
    @Override
    int lines(PixelLayout layout) {
      return layout.channels();
    }
  };

  /** Work on one piece of a line. */
  @FunctionalInterface
  interface Piece {
    /**
     * @param from index in the strip of its first sample
     * @param at place in the band of its first sample
     * @param count samples
     */
    void take(int from, int at, int count);
  }

  /** Lines in a row. */
  abstract int lines(PixelLayout layout);

  /** Samples in a line. */
  int lineSamples(PixelLayout layout) {
    return layout.rowSamples() / lines(layout);
  }

  /** Samples of a line that belong to one pixel. */
  int pixelSamples(PixelLayout layout) {
    return layout.channels() / lines(layout);
  }

  /** Where a sample stands among the rows of a strip. */
  int index(PixelLayout layout, int row, int x, int channel) {
    return this == INTERLEAVED
        ? row * layout.rowSamples() + x * layout.channels() + channel
        : (row * layout.channels() + channel) * layout.width() + x;
  }

  /**
   * The pieces of a strip that its frame covers.
   *
   * @param firstRow the band's first row in the picture
   * @param row the strip's first in the band
   */
  void covered(RowSource source, int firstRow, int row, int rows, Piece piece) {
    PixelLayout layout = source.layout();
    int length = lineSamples(layout);
    for (int y = 0; y < rows; y++) {
      int[] pieces = source.covered(firstRow + row + y);
      for (int p = 0; p < pieces.length; p += 2) {
        int from = pieces[p] * pixelSamples(layout);
        int to = pieces[p + 1] * pixelSamples(layout);
        for (int line = 0; line < lines(layout) && to > from; line++) {
          int strip = (y * lines(layout) + line) * length + from;
          piece.take(strip, row * layout.rowSamples() + strip, to - from);
        }
      }
    }
  }
}
