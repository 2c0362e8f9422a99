package zygonox.core.align;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * How well two small pictures fit, one turned and shifted.
 *
 * @param correlation of what they share, less where that is little
 * @param turn in degrees
 * @param dx shift along, in pixels
 * @param dy shift down
 */
record CoarseMatch(double correlation, double turn, int dx, int dy) {
  /** Degrees between turns that are tried. */
  private static final double TURN_STEP_DEG = 2;

  /** Shifts that are tried, as a share of the picture. */
  private static final double SHIFT_SHARE = 0.3;

  /** Shifts are tried in steps of so many pixels, and in halves around the best of them. */
  private static final int WIDE_STEP = 4;

  private static final int LOOKED_AROUND = 12;

  /** Above this correlation they match beyond doubt; common practice, no source. */
  private static final double PLAIN = 0.8;

  /**
   * From the one's pixels to the other's.
   *
   * @param most turns are tried up to so many degrees either way
   */
  static Homography of(GreyLevels.Level here, GreyLevels.Level frame, double most) {
    CoarseMatch best = at(here, frame, 0);
    // Both ways from level on: a match as plain as that is not found again at another turn.
    for (double turn = TURN_STEP_DEG; turn <= most; turn += TURN_STEP_DEG) {
      if (best.correlation > PLAIN && turn - TURN_STEP_DEG > Math.abs(best.turn)) {
        break;
      }
      for (CoarseMatch other : List.of(at(here, frame, turn), at(here, frame, -turn))) {
        best = other.correlation > best.correlation ? other : best;
      }
    }
    return turning(here, best.turn).after(shift(best.dx, best.dy));
  }

  /** The best shift at a turn: in wide steps, then around the best of those. */
  private static CoarseMatch at(GreyLevels.Level here, GreyLevels.Level frame, double turn) {
    GreyLevels.Level turned = turn == 0 ? frame : turned(frame, turn);
    int reachX = (int) (SHIFT_SHARE * here.width());
    int reachY = (int) (SHIFT_SHARE * here.height());
    List<CoarseMatch> wide = new ArrayList<>();
    for (int dy = -reachY; dy <= reachY; dy += WIDE_STEP) {
      for (int dx = -reachX; dx <= reachX; dx += WIDE_STEP) {
        wide.add(new CoarseMatch(shiftedCorrelation(here, turned, dx, dy), turn, dx, dy));
      }
    }
    wide.sort(Comparator.comparingDouble(CoarseMatch::correlation).reversed());
    CoarseMatch best = wide.get(0);
    for (CoarseMatch one : wide.subList(0, Math.min(wide.size(), LOOKED_AROUND))) {
      for (int k = 0; k < 9; k++) {
        int dx = one.dx + (k % 3 - 1) * WIDE_STEP / 2;
        int dy = one.dy + (k / 3 - 1) * WIDE_STEP / 2;
        double value = shiftedCorrelation(here, turned, dx, dy);
        best = value > best.correlation ? new CoarseMatch(value, turn, dx, dy) : best;
      }
    }
    return best;
  }

  private static Homography shift(double dx, double dy) {
    return new Homography(new double[] {1, 0, dx, 0, 1, dy, 0, 0, 1});
  }

  /** From a turned picture's pixels to those of the one that was turned. */
  private static Homography turning(GreyLevels.Level level, double deg) {
    double cos = Math.cos(Math.toRadians(deg));
    double sin = Math.sin(Math.toRadians(deg));
    double x = (level.width() - 1) / 2.0;
    double y = (level.height() - 1) / 2.0;
    return new Homography(
        new double[] {cos, -sin, x - cos * x + sin * y, sin, cos, y - sin * x - cos * y, 0, 0, 1});
  }

  private static GreyLevels.Level turned(GreyLevels.Level from, double deg) {
    Homography map = turning(from, deg);
    float[] grey = new float[from.grey().length];
    for (int y = 0; y < from.height(); y++) {
      for (int x = 0; x < from.width(); x++) {
        grey[y * from.width() + x] =
            from.at((int) Math.round(map.x(x, y)), (int) Math.round(map.y(x, y)));
      }
    }
    return new GreyLevels.Level(from.width(), from.height(), grey);
  }

  /** Normalised correlation of the overlap, every second pixel, less where it is small. */
  private static double shiftedCorrelation(GreyLevels.Level a, GreyLevels.Level b, int dx, int dy) {
    CorrelationSums sums = new CorrelationSums();
    int left = Math.max(0, -dx);
    int right = Math.min(a.width(), b.width() - dx);
    int top = Math.max(0, -dy);
    int bottom = Math.min(a.height(), b.height() - dy);
    float[] ones = a.grey();
    float[] others = b.grey();
    for (int y = top; y < bottom; y += 2) {
      int on = y * a.width();
      int other = (y + dy) * b.width() + dx;
      // Of one row floats are exact enough, and fast.
      float one = 0;
      float two = 0;
      float oneSquares = 0;
      float twoSquares = 0;
      float products = 0;
      for (int x = left; x < right; x += 2) {
        float p = ones[on + x];
        float q = others[other + x];
        one += p;
        two += q;
        oneSquares += p * p;
        twoSquares += q * q;
        products += p * q;
      }
      sums.add((right - left + 1) / 2, one, two, oneSquares, twoSquares, products);
    }
    double overlap = 4.0 * sums.count() / ((double) a.width() * a.height());
    return sums.correlation() * Math.min(1, 0.7 + 0.3 * overlap);
  }
}
