package zygonox.core.stars;

import java.util.Optional;

/**
 * What may be a star, with its pixels, so that its place need be found only where it is wanted: a
 * frame has many more stars than aligning asks for.
 *
 * <p>Not safe for use by two threads at once.
 */
final class StarCandidate {
  /** Reach of the centroid, in pixels. */
  private static final int REACH = 5;

  private static final int SIDE = 2 * REACH + 1;

  /** Sigma of the centroid's window, in pixels: wider than a star, narrower than its distance. */
  private static final double WINDOW_SIGMA = 2.2;

  private static final double STEP = 1.3;

  private final int column;
  private final int row;
  private final double flux;
  private final double peak;

  /** Light above the background around the pixel, row by row; null once the place is known. */
  private double[] light;

  private Optional<FoundStar> centred = Optional.empty();

  /**
   * @param grey rows of the picture
   * @param y the brightest pixel's row in them
   * @param firstRow the picture's row that is the first of them
   */
  StarCandidate(float[][] grey, int x, int y, int firstRow, double background, double peak) {
    this.column = x;
    this.row = y + firstRow;
    this.peak = peak;
    this.light = new double[SIDE * SIDE];
    double sum = 0;
    for (int dy = 0, i = 0; dy < SIDE; dy++) {
      float[] from = grey[y - REACH + dy];
      for (int dx = 0; dx < SIDE; dx++, i++) {
        light[i] = from[x - REACH + dx] - background;
        sum += light[i];
      }
    }
    this.flux = sum;
  }

  /** Light above the background, in 16-bit sample values. */
  double flux() {
    return flux;
  }

  int column() {
    return column;
  }

  int row() {
    return row;
  }

  /** The star with its place; empty where its light has no middle near its brightest pixel. */
  Optional<FoundStar> centred() {
    if (light != null) {
      centred = centroid();
      light = null;
    }
    return centred;
  }

  private static double window(double off) {
    return Math.exp(-off * off / (2 * WINDOW_SIGMA * WINDOW_SIGMA));
  }

  private Optional<FoundStar> centroid() {
    double x = 0;
    double y = 0;
    double[] window = new double[SIDE];
    for (int round = 0; round < 6; round++) {
      double sum = 0;
      double sumX = 0;
      double sumY = 0;
      // The window is a product of one across and one down.
      for (int d = 0; d < SIDE; d++) {
        window[d] = window(d - REACH - x);
      }
      for (int dy = 0, i = 0; dy < SIDE; dy++) {
        double offY = dy - REACH - y;
        double down = window(offY);
        for (int dx = 0; dx < SIDE; dx++, i++) {
          double weight = light[i] * window[dx] * down;
          sum += weight;
          sumX += weight * (dx - REACH - x);
          sumY += weight * offY;
        }
      }
      if (sum <= 0) {
        return Optional.empty();
      }
      // A Gaussian under a Gaussian window moves only w^2 / (w^2 + s^2) of the way: 0.9 for a
      // sharp star, 0.6 for a soft one. The larger step makes six rounds enough for both.
      x += STEP * sumX / sum;
      y += STEP * sumY / sum;
      if (Math.abs(x) > REACH || Math.abs(y) > REACH) {
        return Optional.empty();
      }
    }
    return Optional.of(new FoundStar(column + x, row + y, flux, peak));
  }
}
