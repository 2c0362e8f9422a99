package zygonox.core.stars;

import java.util.Arrays;
import java.util.function.Consumer;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.ByteRaster;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raster.Samples;
import zygonox.core.work.Cancellation;

/**
 * Some rows of a frame in one grey, 0 to 65,535, with those around them: what all measures of the
 * whole picture look at, one strip after the other, while it is at hand.
 *
 * <p>Each row is an array of its own: the JIT vectorises loops that take all their rows at the same
 * index.
 */
public final class GreyStrip {
  /** Side of the cells whose means are kept, in pixels. */
  public static final int CELL = 4;

  /** Rows above and below that are known as well, a whole number of cells. */
  public static final int MARGIN = 12;

  /** The grey of a full pixel. */
  public static final int WHITE = 65_535;

  private static final int BYTE = 0xff;
  private static final int OWN_ROWS = 128;

  /** Rows that are read at a time: what is read is still at hand when it is made grey. */
  private static final int READ_ROWS = 8;

  /** Columns in which full pixels are looked for together. */
  private static final int PIECE = 256;

  /** A strip has no more rows than these, its own and those around. */
  public static final int MOST_ROWS = OWN_ROWS + 2 * MARGIN;

  private final PixelLayout layout;
  private final float[][] grey;
  private final float[][] cells;
  private final float[] columns;
  private int firstRow;
  private int rows;
  private int top;
  private int bottom;

  /** Full pixels of each row. */
  private final int[] full = new int[MOST_ROWS];

  /** Made once for all strips: to clear new rooms takes as long as to fill them. */
  private GreyStrip(PixelLayout layout) {
    this.layout = layout;
    this.grey = new float[MOST_ROWS][layout.width()];
    this.cells = new float[MOST_ROWS / CELL][layout.width() / CELL];
    this.columns = new float[layout.width()];
  }

  /** Shows all strips of a picture from its top down, each gone when the next one comes. */
  public static void each(PixelSource source, Cancellation cancellation, Consumer<GreyStrip> seen)
      throws UnreadableFrame {
    GreyStrip strip = new GreyStrip(source.layout());
    boolean bytes = source.layout().bits() == Byte.SIZE;
    int rowSamples = source.layout().rowSamples();
    byte[] narrow = new byte[bytes ? READ_ROWS * rowSamples : 0];
    short[] wide = new short[bytes ? 0 : READ_ROWS * rowSamples];
    for (int top = 0; top < source.layout().height(); top += OWN_ROWS) {
      cancellation.check();
      for (int row = strip.moveTo(top); row < strip.rows; row += READ_ROWS) {
        int rows = Math.min(READ_ROWS, strip.rows - row);
        if (bytes) {
          source.readBytes(strip.firstRow + row, rows, narrow);
        } else {
          source.read(strip.firstRow + row, rows, wide);
        }
        for (int y = 0; y < rows; y++) {
          if (bytes) {
            strip.load(row + y, narrow, y * rowSamples);
          } else {
            strip.load(row + y, wide, y * rowSamples);
          }
        }
      }
      strip.reckonCells();
      seen.accept(strip);
    }
  }

  /** The same of a picture that is in memory. */
  public static void each(Samples frame, Cancellation cancellation, Consumer<GreyStrip> seen) {
    GreyStrip strip = new GreyStrip(frame.layout());
    for (int top = 0; top < frame.layout().height(); top += OWN_ROWS) {
      cancellation.check();
      for (int row = strip.moveTo(top); row < strip.rows; row++) {
        strip.load(row, frame);
      }
      strip.reckonCells();
      seen.accept(strip);
    }
  }

  /** Tells from which row on it must be loaded: those before were at the end of the last strip. */
  private int moveTo(int ownTop) {
    int from = Math.max(0, ownTop - MARGIN);
    int known = Math.max(0, firstRow + rows - from);
    for (int y = 0; y < known; y++) {
      float[] gone = grey[y];
      grey[y] = grey[from - firstRow + y];
      grey[from - firstRow + y] = gone;
      full[y] = full[from - firstRow + y];
    }
    top = ownTop;
    bottom = Math.min(layout.height(), top + OWN_ROWS);
    firstRow = from;
    rows = Math.min(layout.height(), bottom + MARGIN) - firstRow;
    return known;
  }

  private void load(int y, Samples frame) {
    int from = (firstRow + y) * layout.rowSamples();
    if (frame instanceof ByteRaster bytes) {
      load(y, bytes.samples(), from);
    } else if (frame instanceof Raster raster) {
      load(y, raster.samples(), from);
    }
  }

  private void load(int y, short[] samples, int from) {
    int white = layout.white();
    float factor = (float) WHITE / white;
    full[y] =
        layout.channels() == 1
            ? loadGrey(samples, from, white, factor, grey[y])
            : loadColour(samples, from, white, factor / 3, grey[y]);
  }

  /** The same of 8-bit samples: to make them wider first would take longer than all the rest. */
  private void load(int y, byte[] samples, int from) {
    float factor = (float) WHITE / BYTE;
    full[y] =
        layout.channels() == 1
            ? loadGrey(samples, from, factor, grey[y])
            : loadColour(samples, from, factor / 3, grey[y]);
  }

  private static int loadGrey(byte[] samples, int from, float factor, float[] into) {
    int full = 0;
    for (int x = 0; x < into.length; x++) {
      int value = samples[from + x] & BYTE;
      full += value == BYTE ? 1 : 0;
      into[x] = factor * value;
    }
    return full;
  }

  private static int loadColour(byte[] samples, int from, float factor, float[] into) {
    int full = 0;
    for (int start = 0; start < into.length; start += PIECE) {
      int end = Math.min(into.length, start + PIECE);
      if (loadColour(samples, from, start, end, factor, into) > 0) {
        for (int i = from + 3 * start; i < from + 3 * end; i += 3) {
          boolean any = samples[i] == -1 || samples[i + 1] == -1 || samples[i + 2] == -1;
          full += any ? 1 : 0;
        }
      }
    }
    return full;
  }

  private static int loadColour(
      byte[] samples, int from, int start, int end, float factor, float[] into) {
    int bright = 0;
    for (int x = start, i = from + 3 * start; x < end; x++, i += 3) {
      int sum = (samples[i] & BYTE) + (samples[i + 1] & BYTE) + (samples[i + 2] & BYTE);
      bright += (BYTE - 1 - sum) >>> 31;
      into[x] = factor * sum;
    }
    return bright;
  }

  private void reckonCells() {
    for (int cell = 0; cell < rows / CELL; cell++) {
      int y = cell * CELL;
      add(grey[y], grey[y + 1], grey[y + 2], grey[y + 3], columns);
      float[] into = cells[cell];
      for (int x = 0, i = 0; x < into.length; x++, i += CELL) {
        into[x] = (columns[i] + columns[i + 1] + columns[i + 2] + columns[i + 3]) / (CELL * CELL);
      }
    }
  }

  private static int loadGrey(short[] samples, int from, int white, float factor, float[] into) {
    int full = 0;
    for (int x = 0; x < into.length; x++) {
      int value = samples[from + x] & 0xffff;
      full += value == white ? 1 : 0;
      into[x] = factor * value;
    }
    return full;
  }

  private static int loadColour(short[] samples, int from, int white, float factor, float[] into) {
    int full = 0;
    for (int start = 0; start < into.length; start += PIECE) {
      int end = Math.min(into.length, start + PIECE);
      // Most pieces of a night have nothing so bright.
      if (loadColour(samples, from, start, end, white, factor, into) > 0) {
        full += full(samples, from + 3 * start, end - start, white);
      }
    }
    return full;
  }

  /** Tells how many pixels are so bright that a channel may be full. */
  private static int loadColour(
      short[] samples, int from, int start, int end, int white, float factor, float[] into) {
    int bright = 0;
    for (int x = start, i = from + 3 * start; x < end; x++, i += 3) {
      int sum = (samples[i] & 0xffff) + (samples[i + 1] & 0xffff) + (samples[i + 2] & 0xffff);
      // One where the three together reach white, else none: a question for the sign costs least.
      bright += (white - 1 - sum) >>> 31;
      into[x] = factor * sum;
    }
    return bright;
  }

  private static int full(short[] samples, int from, int pixels, int white) {
    short full = (short) white;
    int count = 0;
    for (int x = 0, i = from; x < pixels; x++, i += 3) {
      boolean any = samples[i] == full || samples[i + 1] == full || samples[i + 2] == full;
      count += any ? 1 : 0;
    }
    return count;
  }

  private static void add(float[] a, float[] b, float[] c, float[] d, float[] into) {
    for (int x = 0; x < into.length; x++) {
      into[x] = a[x] + b[x] + (c[x] + d[x]);
    }
  }

  public int width() {
    return layout.width();
  }

  /** Row of the picture that row 0 of the strip is. */
  public int firstRow() {
    return firstRow;
  }

  /** Rows that are known, its own and those around. */
  public int rows() {
    return rows;
  }

  /** First of its own rows, counted in the strip. */
  public int ownFrom() {
    return top - firstRow;
  }

  /** Row after the last of its own, counted in the strip. */
  public int ownTo() {
    return bottom - firstRow;
  }

  /** Rows of the strip; only {@link #rows} of them. */
  public float[][] grey() {
    return grey;
  }

  /** Means of four by four pixels, those that are whole. */
  public float[][] cells() {
    return cells;
  }

  /** Pixels of its own rows with a channel at white. */
  public long clipped() {
    return Arrays.stream(full, ownFrom(), ownTo()).asLongStream().sum();
  }
}
