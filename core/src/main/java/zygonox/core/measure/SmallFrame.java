package zygonox.core.measure;

import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.stars.GreyStrip;
import zygonox.core.work.Cancellation;

/**
 * A frame made small by means of squares: faint lines stand out of the noise more clearly.
 *
 * @param rows shares of white, row by row: one or more of equal length
 * @param still the same without stars and thin lines
 * @param around the mean of a wide square about each place of what is still
 */
record SmallFrame(float[][] rows, float[][] still, float[][] around) {
  /** Side of a square, in pixels of the frame. */
  static final int BIN = GreyStrip.CELL;

  static SmallFrame of(Raster frame) {
    Growing growing = new Growing(frame.layout());
    GreyStrip.each(frame, new Cancellation(), growing::add);
    return growing.grown();
  }

  int width() {
    return rows[0].length;
  }

  int height() {
    return rows.length;
  }

  /** One that gets its rows from strip after strip. */
  static final class Growing {
    private final float[][] rows;

    Growing(PixelLayout layout) {
      // Of a frame smaller than a square there is one place, and it is black.
      rows = new float[Math.max(1, layout.height() / BIN)][Math.max(1, layout.width() / BIN)];
    }

    void add(GreyStrip strip) {
      int first = strip.firstRow() / BIN;
      for (int cell = strip.ownFrom() / BIN; cell < strip.ownTo() / BIN; cell++) {
        share(strip.cells()[cell], rows[first + cell]);
      }
    }

    private static void share(float[] values, float[] into) {
      for (int x = 0; x < values.length; x++) {
        into[x] = values[x] * (1f / GreyStrip.WHITE);
      }
    }

    SmallFrame grown() {
      float[][] still = Opening.of(rows);
      return new SmallFrame(rows, still, Surround.of(still));
    }
  }
}
