package zygonox.core.align;

import java.util.Arrays;
import zygonox.core.frame.PixelSource;
import zygonox.core.frame.UnreadableFrame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;

/**
 * A frame moved onto the reference's pixels, resampled once by cubic convolution (R. Keys, IEEE
 * Trans. ASSP 29, 1153, 1981, a = -1/2). Holds the whole frame while it is open.
 */
public final class MovedSource implements PixelSource {
  private static final int STRIP_ROWS = 32;
  private static final int TAPS = 4;
  private static final int PHASES = 1024;
  private static final int WEIGHT_BITS = 14;
  private static final int[] WEIGHTS = weights();

  private final PixelSource from;
  private final PixelLayout layout;
  private final Homography back;
  private Raster raster;

  /**
   * @param onto maps the frame's pixel coordinates onto the reference's
   */
  public MovedSource(PixelSource from, Homography onto) {
    this.from = from;
    this.layout = from.layout();
    this.back = onto.inverse();
  }

  /** Four weights for each phase; they sum to exactly one. */
  private static int[] weights() {
    int[] weights = new int[TAPS * (PHASES + 1)];
    for (int p = 0; p <= PHASES; p++) {
      double t = (double) p / PHASES;
      int sum = 0;
      for (int k = 0; k < TAPS; k++) {
        weights[TAPS * p + k] = (int) Math.round(kernel(t + 1 - k) * (1 << WEIGHT_BITS));
        sum += weights[TAPS * p + k];
      }
      weights[TAPS * p + (t < 0.5 ? 1 : 2)] += (1 << WEIGHT_BITS) - sum;
    }
    return weights;
  }

  private static double kernel(double distance) {
    double s = Math.abs(distance);
    if (s < 1) {
      return 1.5 * s * s * s - 2.5 * s * s + 1;
    }
    return s < 2 ? -0.5 * s * s * s + 2.5 * s * s - 4 * s + 2 : 0;
  }

  @Override
  public PixelLayout layout() {
    return layout;
  }

  @Override
  public boolean anyRowsCheaply() {
    return false;
  }

  @Override
  public long heldBytes() {
    return (long) Short.BYTES * layout.samples() + from.heldBytes();
  }

  @Override
  public void read(int firstRow, int rows, short[] into) throws UnreadableFrame {
    if (raster == null) {
      raster = whole();
    }
    for (int y = 0; y < rows; y++) {
      int at = y * layout.rowSamples();
      Arrays.fill(into, at, at + layout.rowSamples(), (short) 0);
      row(firstRow + y, into, at);
    }
  }

  private Raster whole() throws UnreadableFrame {
    Raster whole = Raster.blank(layout);
    short[] strip = new short[STRIP_ROWS * layout.rowSamples()];
    for (int row = 0; row < layout.height(); row += STRIP_ROWS) {
      int rows = Math.min(STRIP_ROWS, layout.height() - row);
      from.read(row, rows, strip);
      System.arraycopy(
          strip, 0, whole.samples(), row * layout.rowSamples(), rows * layout.rowSamples());
    }
    from.close();
    return whole;
  }

  private void row(int y, short[] into, int at) {
    int channels = layout.channels();
    int to = coveredTo(y);
    double startX = back.get(1) * y + back.get(2);
    double startY = back.get(4) * y + back.get(5);
    double startW = back.get(7) * y + back.get(8);
    double slopeX = back.get(0);
    double slopeY = back.get(3);
    double slopeW = back.get(6);
    int lastColumn = layout.width() - 3;
    int lastRow = layout.height() - 3;
    for (int x = coveredFrom(y); x < to; x++) {
      double scale = 1 / (slopeW * x + startW);
      // Covered places map into the frame, to 0 or more: rounding down is cutting off.
      double fromX = (slopeX * x + startX) * scale;
      double fromY = (slopeY * x + startY) * scale;
      int column = (int) fromX;
      int row = (int) fromY;
      int phaseX = TAPS * (int) ((fromX - column) * PHASES + 0.5);
      int phaseY = TAPS * (int) ((fromY - row) * PHASES + 0.5);
      int target = at + x * channels;
      if (column >= 1 && row >= 1 && column <= lastColumn && row <= lastRow) {
        int start = ((row - 1) * layout.width() + column - 1) * channels;
        if (channels == 3) {
          colour(raster.samples(), start, phaseX, phaseY, into, target);
        } else {
          into[target] = grey(raster.samples(), start, phaseX, phaseY);
        }
      } else {
        for (int c = 0; c < channels; c++) {
          into[target + c] = edge(column, row, c, phaseX, phaseY);
        }
      }
    }
  }

  /**
   * Four rows of four pixels of three samples. In whole numbers: a sample has 16 bits, a weight 14,
   * and the weights' absolute sum stays below 1.3, so that nothing overflows. Written out, with
   * offsets known to the JIT, which then checks the array's bounds once a row and not each time.
   */
  private void colour(short[] s, int start, int phaseX, int phaseY, short[] into, int at) {
    int w0 = WEIGHTS[phaseX];
    int w1 = WEIGHTS[phaseX + 1];
    int w2 = WEIGHTS[phaseX + 2];
    int w3 = WEIGHTS[phaseX + 3];
    int rowStep = layout.rowSamples();
    long red = 0;
    long green = 0;
    long blue = 0;
    for (int j = 0, i = start; j < TAPS; j++, i += rowStep) {
      long down = WEIGHTS[phaseY + j];
      red +=
          down
              * (w0 * (s[i] & 0xffff)
                  + w1 * (s[i + 3] & 0xffff)
                  + w2 * (s[i + 6] & 0xffff)
                  + w3 * (s[i + 9] & 0xffff));
      green +=
          down
              * (w0 * (s[i + 1] & 0xffff)
                  + w1 * (s[i + 4] & 0xffff)
                  + w2 * (s[i + 7] & 0xffff)
                  + w3 * (s[i + 10] & 0xffff));
      blue +=
          down
              * (w0 * (s[i + 2] & 0xffff)
                  + w1 * (s[i + 5] & 0xffff)
                  + w2 * (s[i + 8] & 0xffff)
                  + w3 * (s[i + 11] & 0xffff));
    }
    into[at] = clipped(red);
    into[at + 1] = clipped(green);
    into[at + 2] = clipped(blue);
  }

  /** Four rows of four samples, as {@link #colour}. */
  private short grey(short[] s, int start, int phaseX, int phaseY) {
    long sum = 0;
    for (int j = 0, i = start; j < TAPS; j++, i += layout.width()) {
      sum +=
          (long) WEIGHTS[phaseY + j]
              * (WEIGHTS[phaseX] * (s[i] & 0xffff)
                  + WEIGHTS[phaseX + 1] * (s[i + 1] & 0xffff)
                  + WEIGHTS[phaseX + 2] * (s[i + 2] & 0xffff)
                  + WEIGHTS[phaseX + 3] * (s[i + 3] & 0xffff));
    }
    return clipped(sum);
  }

  private short clipped(long sum) {
    long rounded = (sum + (1L << 2 * WEIGHT_BITS - 1)) >> 2 * WEIGHT_BITS;
    return (short) Math.max(0, Math.min(layout.white(), rounded));
  }

  /** At the frame's edge the outermost pixels stand for what lies beyond. */
  private short edge(int column, int row, int channel, int phaseX, int phaseY) {
    long sum = 0;
    for (int j = 0; j < TAPS; j++) {
      int y = Math.max(0, Math.min(layout.height() - 1, row - 1 + j));
      for (int k = 0; k < TAPS; k++) {
        int x = Math.max(0, Math.min(layout.width() - 1, column - 1 + k));
        sum += (long) WEIGHTS[phaseY + j] * WEIGHTS[phaseX + k] * raster.at(x, y, channel);
      }
    }
    return clipped(sum);
  }

  @Override
  public int coveredFrom(int row) {
    return (int) span(row, true);
  }

  @Override
  public int coveredTo(int row) {
    return (int) Math.max(span(row, true), span(row, false));
  }

  /**
   * The first covered column of a row, or the one after the last. A place is covered while it maps
   * into the frame: four inequalities, each linear in x once multiplied by w, which is positive
   * over the whole picture for every map between frames of one lens.
   */
  private double span(int y, boolean first) {
    double wx = back.get(6);
    double w0 = back.get(7) * y + back.get(8);
    double[] slopes = {
      back.get(0),
      back.get(3),
      (layout.width() - 1) * wx - back.get(0),
      (layout.height() - 1) * wx - back.get(3)
    };
    double[] starts = {
      back.get(1) * y + back.get(2),
      back.get(4) * y + back.get(5),
      (layout.width() - 1) * w0 - back.get(1) * y - back.get(2),
      (layout.height() - 1) * w0 - back.get(4) * y - back.get(5)
    };
    double low = 0;
    double high = layout.width();
    for (int k = 0; k < slopes.length; k++) {
      if (Math.abs(slopes[k]) < 1e-12) {
        high = starts[k] < 0 ? 0 : high;
      } else if (slopes[k] > 0) {
        low = Math.max(low, Math.ceil(-starts[k] / slopes[k]));
      } else {
        high = Math.min(high, Math.floor(starts[k] / -slopes[k]) + 1);
      }
    }
    low = Math.min(low, layout.width());
    return first ? low : Math.max(low, high);
  }

  @Override
  public void close() {
    raster = null;
    from.close();
  }
}
