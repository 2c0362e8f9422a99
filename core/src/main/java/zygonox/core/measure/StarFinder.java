package zygonox.core.measure;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import zygonox.core.frame.PixelSource;
import zygonox.core.frame.UnreadableFrame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.Cancellation;

/**
 * Finds stars to a fraction of a pixel.
 *
 * <p>A pixel is a candidate when, smoothed to about the width of a star and less the mean of its
 * wider surroundings, it stands well above the noise and above its neighbours. Hot pixels (light in
 * one pixel only) and edges of the ground (one-sided surroundings) are left out. The place is the
 * centroid under a Gaussian window that follows it; of a star drawn out by its motion that is the
 * middle of the exposure.
 *
 * <p>Reads strips of the picture, so that memory does not grow with its height.
 */
public final class StarFinder {
  /** Height above the noise of the smoothed picture, in sigma, from which a peak is believed. */
  private static final double THRESHOLD_SIGMA = 6;

  /** Side of the cells, in pixels, of which five by five are the surroundings of a pixel. */
  private static final int CELL = 4;

  /** Ring that tells the background of one star, in pixels from its centre. */
  private static final int RING = 8;

  /** Reach of the centroid, in pixels. */
  private static final int REACH = 5;

  /** Sigma of the centroid's window, in pixels: wider than a star, narrower than its distance. */
  private static final double WINDOW_SIGMA = 2.2;

  private static final double STEP = 1.3;

  /**
   * Least share of light outside the central pixel: a hot pixel has none, the sharpest star more.
   */
  private static final double LEAST_NEIGHBOURS = 0.7;

  /** Most light two pixels out, as a share of the peak, of a spot. */
  private static final double MOST_BEYOND = 0.35;

  private static final int STRIP_ROWS = 128;
  private static final int MARGIN = RING + 2;

  private final int most;

  /**
   * @param most how many stars are wanted at the most, the brightest
   */
  public StarFinder(int most) {
    this.most = most;
  }

  /**
   * What stands out of a picture.
   *
   * @param stars the brightest first
   * @param spots light in hardly more than one pixel, some of it in stars as well
   */
  record Found(List<FoundStar> stars, List<Spot> spots) {}

  /** The stars of a picture, the brightest first. */
  public List<FoundStar> find(PixelSource source, Cancellation cancellation)
      throws UnreadableFrame {
    return findAll(source, cancellation).stars();
  }

  /** The stars of a picture, and what may be hot pixels. */
  Found findAll(PixelSource source, Cancellation cancellation) throws UnreadableFrame {
    PixelLayout layout = source.layout();
    List<FoundStar> stars = new ArrayList<>();
    List<Spot> spots = new ArrayList<>();
    short[] samples = new short[(STRIP_ROWS + 2 * MARGIN) * layout.rowSamples()];
    Strip strip = new Strip(layout, STRIP_ROWS + 2 * MARGIN);
    for (int top = 0; top < layout.height(); top += STRIP_ROWS) {
      cancellation.check();
      int from = Math.max(0, top - MARGIN);
      int to = Math.min(layout.height(), top + STRIP_ROWS + MARGIN);
      source.read(from, to - from, samples);
      strip.load(samples, layout, to - from);
      strip.findInto(stars, spots, from, top, Math.min(layout.height(), top + STRIP_ROWS));
    }
    stars.sort(Comparator.comparingDouble(FoundStar::flux).reversed());
    return new Found(
        List.copyOf(stars.subList(0, Math.min(most, stars.size()))), List.copyOf(spots));
  }

  /**
   * Some rows of the picture in one grey. Each row is an array of its own: the JIT vectorises loops
   * that take all their rows at the same index.
   */
  private static final class Strip {
    private final int width;
    private final float[][] grey;
    private final float[][] contrast;

    /** The last five rows smoothed along themselves, in turn. */
    private final float[][] across;

    /** One row moved by -2 to 2 pixels. */
    private final float[][] moved;

    /** Means of four by four pixels. */
    private final float[][] coarse;

    private final float[] columns;
    private int rows;

    /** Made once for all strips: to clear new rooms takes as long as to fill them. */
    Strip(PixelLayout layout, int mostRows) {
      this.width = layout.width();
      this.grey = new float[mostRows][width];
      this.contrast = new float[mostRows][width];
      this.across = new float[5][width];
      this.moved = new float[5][width];
      this.coarse = new float[mostRows / CELL][width / CELL];
      this.columns = new float[width];
    }

    void load(short[] samples, PixelLayout layout, int count) {
      rows = count;
      float factor = layout.bits() == 8 ? 257 : 1;
      for (int y = 0; y < rows; y++) {
        int from = y * layout.rowSamples();
        if (layout.channels() == 1) {
          loadGrey(samples, from, factor, grey[y]);
        } else {
          loadColour(samples, from, factor / 3, grey[y]);
        }
      }
    }

    private static void loadGrey(short[] samples, int from, float factor, float[] into) {
      for (int x = 0; x < into.length; x++) {
        into[x] = factor * (samples[from + x] & 0xffff);
      }
    }

    private static void loadColour(short[] samples, int from, float factor, float[] into) {
      for (int x = 0, i = from; x < into.length; x++, i += 3) {
        into[x] =
            factor
                * ((samples[i] & 0xffff) + (samples[i + 1] & 0xffff) + (samples[i + 2] & 0xffff));
      }
    }

    void findInto(List<FoundStar> stars, List<Spot> spots, int firstRow, int top, int bottom) {
      if (rows <= 2 * MARGIN || width <= 2 * MARGIN) {
        return;
      }
      reckonContrast();
      float threshold = (float) (THRESHOLD_SIGMA * sigma());
      int low = Math.max(MARGIN, top - firstRow);
      int high = Math.min(rows - MARGIN, bottom - firstRow);
      for (int y = low; y < high; y++) {
        float[] row = contrast[y];
        int end = width - MARGIN;
        for (int x = above(row, MARGIN, end, threshold);
            x < end;
            x = above(row, x + 1, end, threshold)) {
          if (!isPeak(x, y)) {
            continue;
          }
          if (isSpot(x, y)) {
            spots.add(new Spot(x, y + firstRow));
          }
          FoundStar star = measure(x, y);
          if (star != null) {
            stars.add(new FoundStar(star.x(), star.y() + firstRow, star.flux(), star.peak()));
          }
        }
      }
    }

    /** The first place from one on that stands above a threshold; the end where none does. */
    private static int above(float[] row, int from, int end, float threshold) {
      int x = from;
      while (x < end && row[x] <= threshold) {
        x++;
      }
      return x;
    }

    /** The picture smoothed by (1 4 6 4 1)/16 both ways, less the mean of a wide square. */
    private void reckonContrast() {
      makeCoarse();
      for (int y = 0; y < rows; y++) {
        for (int off = -2; off <= 2; off++) {
          int kept = width - Math.abs(off);
          System.arraycopy(grey[y], Math.max(0, off), moved[off + 2], Math.max(0, -off), kept);
        }
        smooth(moved[0], moved[1], moved[2], moved[3], moved[4], across[y % 5]);
        if (y >= 4) {
          float[] above = across[(y + 1) % 5];
          float[] below = across[y % 5];
          smooth(
              above,
              across[(y + 2) % 5],
              across[(y + 3) % 5],
              across[(y + 4) % 5],
              below,
              contrast[y - 2]);
        }
      }
      for (int cell = 2; cell < rows / CELL - 2; cell++) {
        surround(cell);
        int last = cell == rows / CELL - 3 ? rows : (cell + 1) * CELL;
        for (int y = cell * CELL; y < last; y++) {
          subtract(contrast[y], columns);
        }
      }
    }

    private static void smooth(
        float[] a, float[] b, float[] c, float[] d, float[] e, float[] into) {
      for (int x = 0; x < into.length; x++) {
        into[x] = (a[x] + e[x]) * (1f / 16) + (b[x] + d[x]) * (4f / 16) + c[x] * (6f / 16);
      }
    }

    private static void subtract(float[] from, float[] what) {
      for (int x = 0; x < from.length; x++) {
        from[x] -= what[x];
      }
    }

    private static void add(float[] a, float[] b, float[] c, float[] d, float[] into) {
      for (int x = 0; x < into.length; x++) {
        into[x] = a[x] + b[x] + (c[x] + d[x]);
      }
    }

    private void makeCoarse() {
      for (int cell = 0; cell < rows / CELL; cell++) {
        int y = cell * CELL;
        add(grey[y], grey[y + 1], grey[y + 2], grey[y + 3], columns);
        float[] into = coarse[cell];
        for (int x = 0, i = 0; x < into.length; x++, i += CELL) {
          into[x] = (columns[i] + columns[i + 1] + columns[i + 2] + columns[i + 3]) / 16;
        }
      }
    }

    /** The mean around each column, for one row of cells: of the five by five cells about it. */
    private void surround(int cell) {
      int cells = width / CELL;
      float[] down = new float[cells];
      add(coarse[cell - 2], coarse[cell - 1], coarse[cell], coarse[cell + 1], down);
      float[] last = coarse[cell + 2];
      for (int x = 0; x < cells; x++) {
        down[x] += last[x];
      }
      for (int at = 2; at < cells - 2; at++) {
        float sum = down[at - 2] + down[at - 1] + down[at] + down[at + 1] + down[at + 2];
        int end = at == cells - 3 ? width : (at + 1) * CELL;
        Arrays.fill(columns, at * CELL, end, sum / 25);
      }
    }

    private double sigma() {
      int step = 37;
      float[] sample = new float[(rows - 2 * MARGIN) * (width - 2 * MARGIN) / step + rows];
      int n = 0;
      for (int y = MARGIN; y < rows - MARGIN; y++) {
        // Each row begins elsewhere, so that no column is asked again and again.
        for (int x = MARGIN + 7 * y % step; x < width - MARGIN; x += step) {
          sample[n++] = Math.abs(contrast[y][x]);
        }
      }
      Arrays.sort(sample, 0, n);
      // Black ground has next to no noise; the louder half of the picture is the sky's.
      return Math.max(sample[(int) (0.6827 * n)], 1);
    }

    private boolean isPeak(int x, int y) {
      float c = contrast[y][x];
      for (int dy = -2; dy <= 2; dy++) {
        for (int dx = -2; dx <= 2; dx++) {
          float other = contrast[y + dy][x + dx];
          // Of equals the first wins, so that a flat top is one star.
          if (other > c || other == c && (dy < 0 || dy == 0 && dx < 0)) {
            return false;
          }
        }
      }
      return true;
    }

    /** Whether nearly all the light is in one pixel, or was before colours were filled in. */
    private boolean isSpot(int x, int y) {
      float peak = grey[y][x];
      float background = (grey[y][x - 4] + grey[y][x + 4] + grey[y - 4][x] + grey[y + 4][x]) / 4;
      float around = 0;
      for (int off = -2; off <= 2; off++) {
        around += grey[y - 2][x + off] + grey[y + 2][x + off];
      }
      for (int off = -1; off <= 1; off++) {
        around += grey[y + off][x - 2] + grey[y + off][x + 2];
      }
      // The sharpest star leaves about a third of its peak two pixels out, on the whole ring.
      return Math.abs(around - 16 * background) < MOST_BEYOND * (peak - background);
    }

    private FoundStar measure(int column, int row) {
      float[] ring = ring(column, row);
      float[] sorted = ring.clone();
      Arrays.sort(sorted);
      double background = sorted[sorted.length / 2];
      double peak = grey[row][column] - background;
      double spread = sorted[sorted.length - 3] - sorted[2];
      if (peak <= 0 || spread > 0.6 * peak) {
        return null;
      }
      double around = -8 * background - peak;
      for (int dy = -1; dy <= 1; dy++) {
        for (int dx = -1; dx <= 1; dx++) {
          around += grey[row + dy][column + dx];
        }
      }
      around -= background;
      if (around < LEAST_NEIGHBOURS * peak) {
        return null;
      }
      return centroid(column, row, background, peak);
    }

    private float[] ring(int column, int row) {
      float[] ring = new float[32];
      for (int k = 0; k < ring.length; k++) {
        double angle = 2 * Math.PI * k / ring.length;
        int x = column + (int) Math.round(RING * Math.cos(angle));
        int y = row + (int) Math.round(RING * Math.sin(angle));
        ring[k] = grey[y][x];
      }
      return ring;
    }

    private static double window(double off) {
      return Math.exp(-off * off / (2 * WINDOW_SIGMA * WINDOW_SIGMA));
    }

    private FoundStar centroid(int column, int row, double background, double peak) {
      double x = column;
      double y = row;
      double flux = 0;
      double[] window = new double[2 * REACH + 1];
      for (int round = 0; round < 6; round++) {
        double sum = 0;
        double sumX = 0;
        double sumY = 0;
        flux = 0;
        // The window is a product of one across and one down.
        for (int d = -REACH; d <= REACH; d++) {
          window[d + REACH] = window(column + d - x);
        }
        for (int dy = -REACH; dy <= REACH; dy++) {
          double offY = row + dy - y;
          double down = window(offY);
          for (int dx = -REACH; dx <= REACH; dx++) {
            double light = grey[row + dy][column + dx] - background;
            double offX = column + dx - x;
            double weight = light * window[dx + REACH] * down;
            flux += light;
            sum += weight;
            sumX += weight * offX;
            sumY += weight * offY;
          }
        }
        if (sum <= 0) {
          return null;
        }
        // A Gaussian under a Gaussian window moves only w^2 / (w^2 + s^2) of the way: 0.9 for a
        // sharp star, 0.6 for a soft one. The larger step makes six rounds enough for both.
        x += STEP * sumX / sum;
        y += STEP * sumY / sum;
        if (Math.abs(x - column) > REACH || Math.abs(y - row) > REACH) {
          return null;
        }
      }
      return new FoundStar(x, y, flux, peak);
    }
  }
}
