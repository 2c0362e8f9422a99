package zygonox.core.mend;

import java.util.stream.IntStream;
import zygonox.core.align.Homography;
import zygonox.core.align.Kernel;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/**
 * Rows of a frame's light around the place that is wanted, read once from top to bottom, and where
 * along them light stands out.
 */
abstract class RowWindow {
  /** No more places are asked for together. */
  static final int PIECE = Standouts.PIECE;

  /** Rows that are read at a time. */
  static final int STRIP_ROWS = 16;

  /** A sharp star keeps its height when it is moved by it. */
  private static final Kernel KERNEL = Kernel.LANCZOS;

  static final int TAPS = KERNEL.taps();

  private static final int PHASES = 256;
  private static final float[][] WEIGHTS = KERNEL.table(PHASES);

  final PixelLayout layout;
  final int held;

  /** Where each row of the frame begins while it is held. */
  final int[] line;

  private final float[] one = new float[1];
  private int lowest;
  private int beyond;

  /**
   * The channel that tells of stars: they are brighter than what is there in all channels or in
   * none, most often, and green has the least noise.
   */
  static int telling(PixelLayout layout) {
    return layout.channels() / 2;
  }

  /**
   * @param reach rows that are wanted at a time, at the most
   */
  RowWindow(PixelLayout layout, int reach) {
    this.layout = layout;
    this.held = held(layout, reach);
    this.line =
        IntStream.range(0, layout.height()).map(y -> y % held * layout.rowSamples()).toArray();
  }

  /** Rows for which there is room. */
  static int held(PixelLayout layout, int reach) {
    return Math.min(layout.height(), reach) + 2 * STRIP_ROWS;
  }

  /**
   * Reads rows of the frame.
   *
   * @param rows {@value #STRIP_ROWS} at the most
   */
  abstract void read(int firstRow, int rows) throws UnreadableFrame;

  /**
   * Keeps one of the rows that were read last.
   *
   * @param y which of them
   * @param row of the frame that it is
   */
  abstract void keep(int y, int row);

  /** Where light stands out in the rows that are held. */
  abstract Standouts standouts();

  /** Takes the light of pixels of a row that is held. */
  abstract void copy(int channel, int row, int x, int count, float[] into);

  /** Raises what is less than it. */
  abstract void raise(int channel, int row, int x, int count, float[] some);

  /**
   * The light of places one pixel apart in a row.
   *
   * @param x the column before the first of them
   * @param y the row before them
   * @param across weights of the columns, from two before that column on
   * @param down weights of the rows, from two before that row on
   */
  abstract void sample(
      int channel, int x, int y, float[] across, float[] down, int count, float[] into);

  abstract void close();

  /** How many rows above and below a place are wanted where a map leads from it. */
  static int reach(Homography map, PixelLayout layout) {
    double most = 0;
    for (int corner = 0; corner < 9; corner++) {
      double x = corner % 3 / 2.0 * (layout.width() - 1);
      double y = corner / 3 / 2.0 * (layout.height() - 1);
      most = Math.max(most, Math.abs(map.y(x, y) - y));
    }
    return (int) Math.ceil(most) + TAPS;
  }

  /** Sees to it that rows are at hand; those read long before are given up. */
  void hold(int firstRow, int lastRow) throws UnreadableFrame {
    // From where a row tells what is usual: rows are marked alike wherever reading begins.
    int first = Math.max(0, firstRow) / Standouts.LIMITED_ROWS * Standouts.LIMITED_ROWS;
    int last = Math.min(layout.height() - 1, lastRow);
    if (first < lowest || first > beyond) {
      lowest = first;
      beyond = first;
    }
    while (beyond <= last) {
      int count = Math.min(STRIP_ROWS, layout.height() - beyond);
      read(beyond, count);
      for (int y = 0; y < count; y++) {
        keep(y, beyond + y);
      }
      beyond += count;
    }
    lowest = Math.max(lowest, beyond - held);
  }

  /** Whether places one pixel apart in a row lie {@link #inside} the frame. */
  boolean inside(double u, double v, int count) {
    return inside(u, v) && inside(u + count - 1, v);
  }

  /** Whether a place lies in the frame, with what is needed around it. */
  boolean inside(double u, double v) {
    return u >= 2 && v >= 2 && u < layout.width() - 3 && v < layout.height() - 3;
  }

  /** Whether a place lies in the frame at all. */
  boolean within(double u, double v) {
    return u >= 0 && v >= 0 && u <= layout.width() - 1 && v <= layout.height() - 1;
  }

  /** The light of one channel at a place within the frame; at its rim, the nearest pixel's. */
  float light(int channel, double u, double v) {
    if (!inside(u, v)) {
      copy(channel, (int) Math.round(v), (int) Math.round(u), 1, one);
      return one[0];
    }
    sample(channel, u, v, 1, one);
    return one[0];
  }

  /**
   * The light of one channel at places one pixel apart in a row, all {@link #inside} the frame: of
   * each column between them the rows are put together only once.
   *
   * @param u column of the first
   * @param count no more than {@value #PIECE}
   * @param into gets it from index 0 on
   */
  void sample(int channel, double u, double v, int count, float[] into) {
    int x = (int) u;
    int y = (int) v;
    float[] across = WEIGHTS[(int) ((u - x) * PHASES + 0.5)];
    float[] down = WEIGHTS[(int) ((v - y) * PHASES + 0.5)];
    sample(channel, x, y, across, down, count, into);
  }

  /** Puts columns together, each of which was put together of its rows. */
  static void along(float[] c, float[] a, int count, float[] into) {
    float a0 = a[0];
    float a1 = a[1];
    float a2 = a[2];
    float a3 = a[3];
    float a4 = a[4];
    float a5 = a[5];
    for (int i = 0; i < count; i++) {
      into[i] =
          (c[i] * a0 + c[i + 1] * a1)
              + (c[i + 2] * a2 + c[i + 3] * a3)
              + (c[i + 4] * a4 + c[i + 5] * a5);
    }
  }
}
