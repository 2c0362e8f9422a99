package zygonox.core.motion;

import java.util.Arrays;
import java.util.OptionalDouble;
import zygonox.core.format.LightSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;

/**
 * The light of a frame by cells of a coarse grid, enough to hold its brightness against another's
 * place by place.
 *
 * @param cells mean light of all channels, 0 to 1; below nothing where some of it is clipped
 * @param reds red light over green; below nothing where it cannot be told
 * @param blues blue light over green, likewise
 * @param clippedShare share of the frame's pixels in which a channel is full
 */
record LightGrid(float[] cells, float[] reds, float[] blues, double clippedShare) {
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
    double[][] sums = new double[layout.channels()][COLUMNS * ROWS];
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
        int cell = line + (int) ((long) x * COLUMNS / width);
        for (int c = 0; c < layout.channels(); c++) {
          float light = row[c * width + x];
          most = Math.max(most, light);
          sums[c][cell] += light;
        }
        counts[cell]++;
        full[cell] += most >= FULL ? 1 : 0;
        clipped += most >= FULL ? 1 : 0;
      }
      looked += width;
    }
    float[] cells = new float[CELLS];
    float[] reds = new float[CELLS];
    float[] blues = new float[CELLS];
    for (int i = 0; i < CELLS; i++) {
      boolean lost = counts[i] == 0 || full[i] > FULL_SHARE * counts[i];
      double all = 0;
      for (double[] channel : sums) {
        all += channel[i] / layout.channels();
      }
      cells[i] = lost ? -1 : (float) (all / counts[i]);
      reds[i] = lost ? -1 : ratio(sums, 0, i);
      blues[i] = lost ? -1 : ratio(sums, 2, i);
    }
    return new LightGrid(cells, reds, blues, (double) clipped / looked);
  }

  /** A grey picture's channels are all alike. */
  private static float ratio(double[][] sums, int channel, int cell) {
    if (sums.length < 3) {
      return 1;
    }
    return sums[1][cell] <= 0 ? -1 : (float) (sums[channel][cell] / sums[1][cell]);
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
    return middle(cells, other.cells, LEAST)
        .orElseGet(
            () -> {
              double own = mean();
              double theirs = other.mean();
              return own > 0 && theirs > 0 ? Math.log(theirs / own) / Math.log(2) : 0;
            });
  }

  /** By how much another frame is redder, in stops of red over green, told in the same way. */
  double redTo(LightGrid other) {
    return middle(reds, other.reds, 0).orElse(0);
  }

  /** The same of blue. */
  double blueTo(LightGrid other) {
    return middle(blues, other.blues, 0).orElse(0);
  }

  /** The mean of the middle half of all changes, in stops; empty where too few cells tell it. */
  private static OptionalDouble middle(float[] before, float[] after, float least) {
    double[] stops = new double[before.length];
    int count = 0;
    for (int i = 0; i < before.length; i++) {
      if (before[i] > least && after[i] > least) {
        stops[count++] = Math.log(after[i] / before[i]) / Math.log(2);
      }
    }
    if (count < FEWEST_CELLS) {
      return OptionalDouble.empty();
    }
    Arrays.sort(stops, 0, count);
    double sum = 0;
    int from = count / 4;
    int to = count - count / 4;
    for (int i = from; i < to; i++) {
      sum += stops[i];
    }
    return OptionalDouble.of(sum / (to - from));
  }

  private double mean() {
    double sum = 0;
    for (float cell : cells) {
      sum += cell < 0 ? 1 : cell;
    }
    return sum / cells.length;
  }
}
