package zygonox.core.stars;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Samples;
import zygonox.core.raster.Srgb;

/**
 * How wide stars are: the median of many, each by moments under a Gaussian of the star's own shape
 * (adaptive moments; P. Fischer and J. Tyson, AJ 114, 14, 1997), in light and not in encoded
 * values, which would make bright stars wide.
 *
 * @param fwhm full width at half maximum in pixels: the geometric mean of the long and the short
 *     axis
 * @param elongation the long axis over the short one, 1 for round stars
 * @param directionDeg of the long axis, -90 to 90, counted from the row's direction downwards
 * @param stars how many were measured
 */
public record StarShape(double fwhm, double elongation, double directionDeg, int stars) {
  private static final int MOST_STARS = 150;

  /** The frame is parted into so many cells each way, ... */
  private static final int CELLS = 8;

  /** ... and of each so many stars count: lamps by the road must not tell how sharp the sky is. */
  private static final int MOST_IN_CELL = 5;

  private static final int FEWEST_STARS = 3;
  private static final int REACH = 14;
  private static final int ROUNDS = 30;

  /** Of a normal distribution: 2 sqrt(2 ln 2) sigma. */
  private static final double FWHM_OF_SIGMA = 2 * Math.sqrt(2 * Math.log(2));

  /** A star whose peak is above this share of white is cut off at its top. */
  private static final double SATURATED = 0.9;

  /** Covariance of one star's image, in square pixels. */
  private record Moments(double xx, double xy, double yy) {}

  /**
   * Measures the shape of found stars.
   *
   * @param stars in any order
   * @return empty where fewer than three can be measured
   */
  public static Optional<StarShape> of(Samples frame, List<FoundStar> stars) {
    Light light = new Light(frame);
    List<Moments> found = new ArrayList<>();
    int[] taken = new int[CELLS * CELLS];
    for (FoundStar star : stars) {
      int cell =
          CELLS * (int) (CELLS * star.y() / light.layout().height())
              + (int) (CELLS * star.x() / light.layout().width());
      boolean wanted = found.size() < MOST_STARS && taken[cell] < MOST_IN_CELL;
      if (wanted && star.peak() < SATURATED * 65_535) {
        Optional<Moments> moments = moments(light, star);
        moments.ifPresent(found::add);
        taken[cell] += moments.isPresent() ? 1 : 0;
      }
    }
    if (found.size() < FEWEST_STARS) {
      return Optional.empty();
    }
    double xx = OrderStatistic.median(found.stream().mapToDouble(Moments::xx).toArray());
    double xy = OrderStatistic.median(found.stream().mapToDouble(Moments::xy).toArray());
    double yy = OrderStatistic.median(found.stream().mapToDouble(Moments::yy).toArray());
    double areas =
        OrderStatistic.median(
            found.stream()
                .mapToDouble(m -> Math.sqrt(Math.max(0, m.xx * m.yy - m.xy * m.xy)))
                .toArray());
    double middle = (xx + yy) / 2;
    double spread = Math.hypot((xx - yy) / 2, xy);
    double shorter = Math.max(1e-3, middle - spread);
    return Optional.of(
        new StarShape(
            FWHM_OF_SIGMA * Math.sqrt(areas),
            Math.sqrt((middle + spread) / shorter),
            Math.toDegrees(Math.atan2(2 * xy, xx - yy) / 2),
            found.size()));
  }

  /** The mean of a pixel's channels as light. */
  private static final class Light {
    private final Samples frame;
    private final float[] ofSample;

    Light(Samples frame) {
      this.frame = frame;
      int white = frame.layout().white();
      ofSample = new float[white + 1];
      for (int v = 0; v <= white; v++) {
        ofSample[v] = (float) Srgb.toLight((double) v / white);
      }
    }

    PixelLayout layout() {
      return frame.layout();
    }

    float at(int x, int y) {
      int channels = frame.layout().channels();
      float sum = 0;
      for (int c = 0; c < channels; c++) {
        sum += ofSample[frame.at(x, y, c)];
      }
      return sum / channels;
    }
  }

  private static Optional<Moments> moments(Light light, FoundStar star) {
    int column = (int) Math.round(star.x());
    int row = (int) Math.round(star.y());
    PixelLayout layout = light.layout();
    if (column < REACH
        || row < REACH
        || column >= layout.width() - REACH
        || row >= layout.height() - REACH) {
      return Optional.empty();
    }
    int side = 2 * REACH + 1;
    float[] patch = new float[side * side];
    for (int y = 0; y < side; y++) {
      for (int x = 0; x < side; x++) {
        patch[y * side + x] = light.at(column - REACH + x, row - REACH + y);
      }
    }
    float background = background(patch, side);
    double centreX = star.x() - column + REACH;
    double centreY = star.y() - row + REACH;
    return adapted(patch, side, background, centreX, centreY);
  }

  /** The middle of the outermost pixels. */
  private static float background(float[] patch, int side) {
    float[] rim = new float[4 * (side - 1)];
    int n = 0;
    for (int i = 0; i < side - 1; i++) {
      rim[n++] = patch[i];
      rim[n++] = patch[(i + 1) * side - 1];
      rim[n++] = patch[side * side - 1 - i];
      rim[n++] = patch[(side - 1 - i) * side];
    }
    Arrays.sort(rim);
    return rim[rim.length / 2];
  }

  /** Moments under a Gaussian that is fitted to them, until both agree. */
  private static Optional<Moments> adapted(
      float[] patch, int side, float background, double startX, double startY) {
    double cx = startX;
    double cy = startY;
    double xx = 2;
    double xy = 0;
    double yy = 2;
    for (int round = 0; round < ROUNDS; round++) {
      double determinant = xx * yy - xy * xy;
      double ixx = yy / determinant;
      double ixy = -xy / determinant;
      double iyy = xx / determinant;
      double sum = 0;
      double sumX = 0;
      double sumY = 0;
      double mxx = 0;
      double mxy = 0;
      double myy = 0;
      for (int y = 0; y < side; y++) {
        double dy = y - cy;
        for (int x = 0; x < side; x++) {
          double dx = x - cx;
          double r = ixx * dx * dx + 2 * ixy * dx * dy + iyy * dy * dy;
          if (r < 25) {
            double w = Math.exp(-r / 2) * (patch[y * side + x] - background);
            sum += w;
            sumX += w * dx;
            sumY += w * dy;
            mxx += w * dx * dx;
            mxy += w * dx * dy;
            myy += w * dy * dy;
          }
        }
      }
      if (!(sum > 0)) {
        return Optional.empty();
      }
      cx += sumX / sum;
      cy += sumY / sum;
      // Under a Gaussian of the same shape moments come out half as large.
      double nextXx = 2 * mxx / sum;
      double nextXy = 2 * mxy / sum;
      double nextYy = 2 * myy / sum;
      boolean usable =
          nextXx > 0.05
              && nextYy > 0.05
              && nextXx * nextYy - nextXy * nextXy > 0.02
              && nextXx + nextYy < REACH * REACH
              && Math.hypot(cx - startX, cy - startY) < 3;
      if (!usable) {
        return Optional.empty();
      }
      boolean settled =
          Math.abs(nextXx - xx) + Math.abs(nextYy - yy) + Math.abs(nextXy - xy) < 1e-3 * (xx + yy);
      xx = nextXx;
      xy = nextXy;
      yy = nextYy;
      if (settled) {
        break;
      }
    }
    return Optional.of(new Moments(xx, xy, yy));
  }
}
