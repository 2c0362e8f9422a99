package zygonox.core.combine;

import java.io.IOException;
import zygonox.core.format.PictureSink;
import zygonox.core.raster.PixelLayout;

/**
 * Finished rows on their way to the output: whole samples or floating ones, the other being null.
 */
record ResultRows(short[] shorts, float[] floats) {
  void into(PictureSink sink, int firstRow, int rows) throws IOException {
    if (floats != null) {
      sink.rows(firstRow, rows, floats);
    } else {
      sink.rows(firstRow, rows, shorts);
    }
  }

  /** Its samples for the noise probe. */
  NoiseProbe.Samples samples(PixelLayout layout) {
    return (row, x, channel) -> whole(RowOrder.INTERLEAVED.index(layout, row, x, channel));
  }

  /** A whole sample; of floating ones with white at 65535. */
  int whole(int i) {
    return floats != null
        ? Math.round(Math.max(0, Math.min(1, floats[i])) * 65535)
        : shorts[i] & 0xffff;
  }
}
