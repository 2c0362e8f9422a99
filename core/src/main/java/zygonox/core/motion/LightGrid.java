package zygonox.core.motion;

import java.util.Arrays;
import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/**
 * The light of a frame by cells of a coarse grid, enough to hold its brightness against another's
 * place by place.
 *
 * @param cells mean light of all channels, 0 to 1; below nothing where some of it is clipped
 * @param clippedShare share of the frame's pixels in which a channel is full
 */
record LightGrid(float[] cells, double clippedShare) {
  private static final int COLUMNS = 48;
  private static final int ROWS = 32;

  static final int CELLS = COLUMNS * ROWS;

  /** A channel this full has lost what was beyond. */
  private static final float FULL = 0.985f;

  /** A cell counts unless more of it than this is full. */
  private static final double FULL_SHARE = 0.02;

  /** Less light is noise and rounding of 8-bit frames. */
  private static final float LEAST = 4e-4f;

  private static final int FEWEST_CELLS = 24;

  /** Pixels of the picture it is told from, at the least. */
  static final int WIDE = 8 * COLUMNS;

  static final int HIGH = 8 * ROWS;

  static LightGrid of(LightSource source) throws UnreadableFrame {
    PixelLayout layout = source.layout();
    double[] sums = new double[COLUMNS * ROWS];
    int[] counts = new int[COLUMNS * ROWS];
    int[] full = new int[COLUMNS * ROWS];
    float[] row = new float[layout.rowSamples()];
    int width = layout.width();
    // Frames that could not be reduced are told from some of their rows.
    int step = Math.max(1, layout.height() / (4 * HIGH));
    long clipped = 0;
    long looked = 0;
    for (int y = 0; y < layout.height(); y += step) {
      source.read(y, 1, row);
      int line = (int) ((long) y * ROWS / layout.height()) * COLUMNS;
      for (int x = 0; x < width; x++) {
        float most = 0;
        float sum = 0;
        for (int c = 0; c < layout.channels(); c++) {
          float light = row[c * width + x];
          most = Math.max(most, light);
          sum += light;
        }
        int cell = line + (int) ((long) x * COLUMNS / width);
        sums[cell] += sum / layout.channels();
        counts[cell]++;
        full[cell] += most >= FULL ? 1 : 0;
        clipped += most >= FULL ? 1 : 0;
      }
      looked += width;
    }
    float[] cells = new float[sums.length];
    for (int i = 0; i < cells.length; i++) {
      boolean lost = counts[i] == 0 || full[i] > FULL_SHARE * counts[i];
      cells[i] = lost ? -1 : (float) (sums[i] / counts[i]);
    }
    return new LightGrid(cells, (double) clipped / looked);
  }

  /** Whether there is no light in it at all. */
  boolean isBlack() {
    for (float cell : cells) {
      if (cell < 0 || cell > LEAST) {
        return false;
      }
    }
    return true;
  }

  /**
   * By how much another frame is brighter, in stops: the middle half of all cells, so that walkers,
   * lamps and clouds weigh little; clipped and black ones count nothing.
   */
  double stopsTo(LightGrid other) {
    double[] stops = new double[cells.length];
    int count = 0;
    for (int i = 0; i < cells.length; i++) {
      if (cells[i] > LEAST && other.cells[i] > LEAST) {
        stops[count++] = Math.log(other.cells[i] / cells[i]) / Math.log(2);
      }
    }
    if (count < FEWEST_CELLS) {
      double own = mean();
      double theirs = other.mean();
      return own > 0 && theirs > 0 ? Math.log(theirs / own) / Math.log(2) : 0;
    }
    Arrays.sort(stops, 0, count);
    double sum = 0;
    int from = count / 4;
    int to = count - count / 4;
    for (int i = from; i < to; i++) {
      sum += stops[i];
    }
    return sum / (to - from);
  }

  private double mean() {
    double sum = 0;
    for (float cell : cells) {
      sum += cell < 0 ? 1 : cell;
    }
    return sum / cells.length;
  }
}
