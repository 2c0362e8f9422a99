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

  /** Half side of the square whose mean is the background, in pixels. */
  private static final int SURROUND = 8;

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

  private static final int STRIP_ROWS = 256;
  private static final int MARGIN = RING + 2;

  private final int most;

  /**
   * @param most how many stars are wanted at the most, the brightest
   */
  public StarFinder(int most) {
    this.most = most;
  }

  /** The stars of a picture, the brightest first. */
  public List<FoundStar> find(PixelSource source, Cancellation cancellation)
      throws UnreadableFrame {
    PixelLayout layout = source.layout();
    List<FoundStar> stars = new ArrayList<>();
    short[] samples = new short[(STRIP_ROWS + 2 * MARGIN) * layout.rowSamples()];
    Strip strip = new Strip(layout, STRIP_ROWS + 2 * MARGIN);
    for (int top = 0; top < layout.height(); top += STRIP_ROWS) {
      cancellation.check();
      int from = Math.max(0, top - MARGIN);
      int to = Math.min(layout.height(), top + STRIP_ROWS + MARGIN);
      source.read(from, to - from, samples);
      strip.load(samples, layout, to - from);
      strip.findInto(stars, from, top, Math.min(layout.height(), top + STRIP_ROWS));
    }
    stars.sort(Comparator.comparingDouble(FoundStar::flux).reversed());
    return List.copyOf(stars.subList(0, Math.min(most, stars.size())));
  }

  /** Some rows of the picture in one grey. */
  private static final class Strip {
    private final int width;
    private final float[] grey;
    private final float[] across;
    private final float[] contrast;
    private int rows;

    /** Made once for all strips: to clear new rooms takes as long as to fill them. */
    Strip(PixelLayout layout, int mostRows) {
      this.width = layout.width();
      this.grey = new float[width * mostRows];
      this.across = new float[grey.length];
      this.contrast = new float[grey.length];
    }

    void load(short[] samples, PixelLayout layout, int count) {
      rows = count;
      int pixels = rows * width;
      float factor = layout.bits() == 8 ? 257 : 1;
      if (layout.channels() == 1) {
        for (int i = 0; i < pixels; i++) {
          grey[i] = factor * (samples[i] & 0xffff);
        }
      } else {
        for (int i = 0; i < pixels; i++) {
          int sum = (samples[3 * i] & 0xffff) + (samples[3 * i + 1] & 0xffff);
          grey[i] = factor / 3 * (sum + (samples[3 * i + 2] & 0xffff));
        }
      }
    }

    void findInto(List<FoundStar> stars, int firstRow, int top, int bottom) {
      if (rows <= 2 * MARGIN || width <= 2 * MARGIN) {
        return;
      }
      reckonContrast();
      double threshold = THRESHOLD_SIGMA * sigma();
      int low = Math.max(MARGIN, top - firstRow);
      int high = Math.min(rows - MARGIN, bottom - firstRow);
      for (int y = low; y < high; y++) {
        for (int x = MARGIN; x < width - MARGIN; x++) {
          int i = y * width + x;
          if (contrast[i] > threshold && isPeak(i)) {
            FoundStar star = measure(x, y);
            if (star != null) {
              stars.add(new FoundStar(star.x(), star.y() + firstRow, star.flux(), star.peak()));
            }
          }
        }
      }
    }

    /** The picture smoothed by (1 4 6 4 1)/16 both ways, less the mean of a wide square. */
    private void reckonContrast() {
      for (int y = 0; y < rows; y++) {
        int row = y * width;
        for (int x = 2; x < width - 2; x++) {
          int i = row + x;
          across[i] =
              (grey[i - 2] + grey[i + 2] + 4 * (grey[i - 1] + grey[i + 1]) + 6 * grey[i]) / 16;
        }
      }
      for (int y = 2; y < rows - 2; y++) {
        for (int i = y * width; i < (y + 1) * width; i++) {
          contrast[i] =
              (across[i - 2 * width]
                      + across[i + 2 * width]
                      + 4 * (across[i - width] + across[i + width])
                      + 6 * across[i])
                  / 16;
        }
      }
      subtractSurround();
    }

    private void subtractSurround() {
      double[] columns = new double[width];
      int side = 2 * SURROUND + 1;
      for (int y = 0; y < rows; y++) {
        int added = y * width;
        for (int x = 0; x < width; x++) {
          columns[x] += grey[added + x];
        }
        int removed = (y - side) * width;
        for (int x = 0; x < width && removed >= 0; x++) {
          columns[x] -= grey[removed + x];
        }
        int centre = y - SURROUND;
        if (centre < SURROUND) {
          continue;
        }
        double sum = 0;
        for (int x = 0; x < side - 1; x++) {
          sum += columns[x];
        }
        int row = centre * width - SURROUND;
        double share = 1.0 / (side * side);
        for (int x = side - 1; x < width; x++) {
          sum += columns[x];
          contrast[row + x] -= (float) (sum * share);
          sum -= columns[x - side + 1];
        }
      }
    }

    private double sigma() {
      int step = 37;
      float[] sample = new float[(rows - 2 * MARGIN) * width / step + 1];
      int n = 0;
      for (int i = MARGIN * width; i < (rows - MARGIN) * width; i += step) {
        int x = i % width;
        if (x >= MARGIN && x < width - MARGIN) {
          sample[n++] = Math.abs(contrast[i]);
        }
      }
      Arrays.sort(sample, 0, n);
      // Black ground has next to no noise; the louder half of the picture is the sky's.
      return Math.max(sample[(int) (0.6827 * n)], 1);
    }

    private boolean isPeak(int i) {
      float c = contrast[i];
      for (int dy = -2; dy <= 2; dy++) {
        for (int dx = -2; dx <= 2; dx++) {
          float other = contrast[i + dy * width + dx];
          // Of equals the first wins, so that a flat top is one star.
          if (other > c || other == c && (dy < 0 || dy == 0 && dx < 0)) {
            return false;
          }
        }
      }
      return true;
    }

    private FoundStar measure(int column, int row) {
      float[] ring = ring(column, row);
      float[] sorted = ring.clone();
      Arrays.sort(sorted);
      double background = sorted[sorted.length / 2];
      double peak = grey[row * width + column] - background;
      double spread = sorted[sorted.length - 3] - sorted[2];
      if (peak <= 0 || spread > 0.6 * peak) {
        return null;
      }
      double around = -8 * background - peak;
      for (int dy = -1; dy <= 1; dy++) {
        for (int dx = -1; dx <= 1; dx++) {
          around += grey[(row + dy) * width + column + dx];
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
        ring[k] = grey[y * width + x];
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
            double light = grey[(row + dy) * width + column + dx] - background;
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
