package zygonox.core.align;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import org.hipparchus.exception.MathRuntimeException;
import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.LUDecomposition;
import org.hipparchus.linear.RealVector;
import zygonox.core.stars.OrderStatistic;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Workers;

/**
 * Finds the projective map between two pictures of one scene. At the smallest size all shifts and
 * some turns are tried by normalised correlation; from there on the places with the clearest edges
 * pull the map right, size by size (S. Baker and I. Matthews, "Lucas-Kanade 20 years on", IJCV 56,
 * 221, 2004, the inverse compositional way), brightness and contrast being free. What disagrees, as
 * people, leaves and water do, loses its weight (A. Beaton and J. Tukey, Technometrics 16, 147,
 * 1974).
 */
final class SceneMatcher {
  /** What may differ between the two. */
  enum Freedom {
    /** Along and down only. */
    SHIFT,
    /** Any view of a flat or far scene. */
    PERSPECTIVE
  }

  private static final int[] SHIFT = {2, 5};
  private static final int[] AFFINE = {0, 1, 2, 3, 4, 5};
  private static final int[] PROJECTIVE = {0, 1, 2, 3, 4, 5, 6, 7};

  /** Turns that are tried, degrees either way. */
  private static final double TURN_DEG = 16;

  /** Below this correlation two pictures are of different scenes; common practice, no source. */
  private static final double LEAST_CORRELATION = 0.5;

  /** Sizes up to here are matched by shifts and turns, from there on by perspective too. */
  private static final int SMALL = 400;

  private static final int COLUMNS = 48;
  private static final int ROWS = 32;

  /** Places of each cell that are compared: those with the clearest edges. */
  private static final int PER_CELL = 48;

  /** A place is one where brightness changes by so many times what noise alone does. */
  private static final float CLEAR = 1.4f;

  /** Most of the way is gone by one in so many of them, and by no fewer than that. */
  private static final int FEW = 7;

  private static final int LEAST_FEW = 4000;

  private static final int ROUNDS = 20;

  /** Rows that one core looks at together. */
  private static final int BAND_ROWS = 32;

  /** Tukey's constant for 95 % efficiency. */
  private static final double TUKEY = 4.685;

  /** Places that move by less are where they belong, in pixels of a size. */
  private static final double SETTLED = 0.004;

  /** The same where a larger size, or more places, go on from there. */
  private static final double NEAR = 0.03;

  private final GreyLevels reference;
  private final Freedom freedom;
  private final List<Places> places = new ArrayList<>();

  /** The places of one size that are compared: where they are, and how brightness changes there. */
  private record Places(
      int[] x, int[] y, float[] grey, float[] across, float[] down, float[] worth) {
    /** Every so many-th of them, while enough for any map are left. */
    Places few() {
      int every = Math.max(1, Math.min(FEW, x.length / LEAST_FEW));
      int count = x.length / every;
      Places few =
          new Places(
              new int[count],
              new int[count],
              new float[count],
              new float[count],
              new float[count],
              new float[count]);
      for (int i = 0; i < count; i++) {
        few.x[i] = x[i * every];
        few.y[i] = y[i * every];
        few.grey[i] = grey[i * every];
        few.across[i] = across[i * every];
        few.down[i] = down[i * every];
        few.worth[i] = worth[i * every];
      }
      return few;
    }
  }

  SceneMatcher(GreyLevels reference, Freedom freedom) {
    this.reference = reference;
    this.freedom = freedom;
    reference.levels().forEach(l -> places.add(places(l)));
  }

  /**
   * A match.
   *
   * @param map from the frame's pixels onto the reference's
   * @param compared places that were compared
   * @param agreeing those of them that agree
   * @param misses how far parts of the picture still lie off
   */
  record Match(Homography map, int compared, int agreeing, List<Miss> misses) {
    double rmsPixels() {
      double sum = 0;
      for (Miss miss : misses) {
        sum += miss.dx() * miss.dx() + miss.dy() * miss.dy();
      }
      return misses.isEmpty() ? 0 : Math.sqrt(sum / misses.size());
    }
  }

  private static Places places(GreyLevels.Level level) {
    float[] around = around(level);
    float noise = quiet(around);
    int rows = Math.min(ROWS, level.height() / 6);
    List<List<int[]>> byRows = new ArrayList<>(Collections.nCopies(rows, List.of()));
    Workers.inBands(rows, 1, (r, end) -> byRows.set(r, clearest(level, around, noise, r, rows)));
    List<int[]> chosen = byRows.stream().flatMap(List::stream).toList();
    int n = chosen.size();
    Places places =
        new Places(new int[n], new int[n], new float[n], new float[n], new float[n], new float[n]);
    for (int i = 0; i < n; i++) {
      int x = chosen.get(i)[0];
      int y = chosen.get(i)[1];
      places.x[i] = x;
      places.y[i] = y;
      places.grey[i] = level.at(x, y);
      places.across[i] = across(level, x, y);
      places.down[i] = down(level, x, y);
      // What noise adds to slopes would add its own wandering to the map.
      float whole = around[y * level.width() + x];
      places.worth[i] = (whole - noise) / whole;
    }
    return places;
  }

  /** The places with the clearest edges of one row of cells. */
  private static List<int[]> clearest(
      GreyLevels.Level level, float[] around, float noise, int row, int rows) {
    int columns = Math.min(COLUMNS, level.width() / 6);
    int top = Math.max(2, row * level.height() / rows);
    int bottom = Math.min(level.height() - 2, (row + 1) * level.height() / rows);
    List<int[]> chosen = new ArrayList<>();
    for (int c = 0; c < columns; c++) {
      int left = Math.max(2, c * level.width() / columns);
      int right = Math.min(level.width() - 2, (c + 1) * level.width() / columns);
      int count = Math.max(0, right - left) * Math.max(0, bottom - top);
      if (count == 0) {
        continue;
      }
      float[] some = new float[count];
      for (int y = top, k = 0; y < bottom; y++, k += right - left) {
        System.arraycopy(around, y * level.width() + left, some, k, right - left);
      }
      float strong = OrderStatistic.select(some, count, Math.max(0, count - PER_CELL));
      float least = Math.max(CLEAR * noise + 1e-7f, strong);
      for (int y = top; y < bottom; y++) {
        for (int x = left; x < right; x++) {
          if (around[y * level.width() + x] >= least) {
            chosen.add(new int[] {x, y});
          }
        }
      }
    }
    return chosen;
  }

  /** How strongly brightness changes about each place: the mean over five by five. */
  private static float[] around(GreyLevels.Level level) {
    int width = level.width();
    int height = level.height();
    float[] across = new float[width * height];
    Workers.inBands(
        height,
        BAND_ROWS,
        (from, end) -> {
          float[] own = new float[width];
          for (int y = Math.max(2, from); y < Math.min(height - 2, end); y++) {
            for (int x = 2; x < width - 2; x++) {
              own[x] = strength(level, x, y);
            }
            for (int x = 2; x < width - 2; x++) {
              across[y * width + x] = own[x - 2] + own[x - 1] + own[x] + own[x + 1] + own[x + 2];
            }
          }
        });
    float[] both = new float[width * height];
    Workers.inBands(
        height,
        BAND_ROWS,
        (from, end) -> {
          for (int y = Math.max(2, from); y < Math.min(height - 2, end); y++) {
            for (int x = 2; x < width - 2; x++) {
              int i = y * width + x;
              float sum = across[i - 2 * width] + across[i - width] + across[i];
              both[i] = (sum + across[i + width] + across[i + 2 * width]) / 25;
            }
          }
        });
    return both;
  }

  /** What the quietest fifth of a picture has: noise, in all but the most crowded. */
  private static float quiet(float[] around) {
    int step = Math.max(1, around.length / 50_000);
    float[] some = new float[around.length / step];
    for (int i = 0; i < some.length; i++) {
      some[i] = around[i * step];
    }
    Arrays.sort(some);
    return some[some.length / 5];
  }

  private static float strength(GreyLevels.Level level, int x, int y) {
    float a = across(level, x, y);
    float d = down(level, x, y);
    return a * a + d * d;
  }

  /** Five-point slopes: a cubic through the neighbours, of which two are there on each side. */
  private static float across(GreyLevels.Level level, int x, int y) {
    return slope(level.grey(), y * level.width() + x, 1);
  }

  private static float down(GreyLevels.Level level, int x, int y) {
    return slope(level.grey(), y * level.width() + x, level.width());
  }

  private static float slope(float[] grey, int i, int step) {
    return (8 * (grey[i + step] - grey[i - step]) - grey[i + 2 * step] + grey[i - 2 * step]) / 12;
  }

  /** Matches a frame; empty when it shows another scene, or nothing clear enough. */
  Optional<Match> match(GreyLevels frame, Cancellation cancellation) {
    int smallest = reference.levels().size() - 1;
    // From the reference's pixels to the frame's, at each size.
    Homography map =
        CoarseMatch.of(
            reference.levels().get(smallest),
            frame.levels().get(smallest),
            freedom == Freedom.SHIFT ? 0 : TURN_DEG);
    for (int l = smallest; l >= 0; l--) {
      cancellation.check();
      GreyLevels.Level level = frame.levels().get(l);
      int[] free = freedom == Freedom.SHIFT ? SHIFT : level.width() < SMALL ? AFFINE : PROJECTIVE;
      // A few of the places go most of the way, all of them the rest at the full size.
      map = settle(places.get(l).few(), level, map, free, NEAR);
      map = map == null || l > 0 ? map : settle(places.get(l), level, map, free, SETTLED);
      if (map == null) {
        return Optional.empty();
      }
      if (l == Math.max(0, smallest - 1)
          && correlation(reference.levels().get(l), level, map) < LEAST_CORRELATION) {
        return Optional.empty();
      }
      map = l == 0 ? map : scaled(map, 2);
    }
    return Optional.of(told(frame.levels().get(0), map));
  }

  /** The same map for pictures so many times as large. */
  private static Homography scaled(Homography map, int times) {
    double off = (times - 1) / 2.0;
    Homography up = new Homography(new double[] {times, 0, off, 0, times, off, 0, 0, 1});
    return up.after(map).after(up.inverse());
  }

  private static double correlation(GreyLevels.Level a, GreyLevels.Level b, Homography map) {
    CorrelationSums sums = new CorrelationSums();
    for (int y = 0; y < a.height(); y += 2) {
      for (int x = 0; x < a.width(); x += 2) {
        double bx = map.x(x, y);
        double by = map.y(x, y);
        if (bx >= 0 && by >= 0 && bx <= b.width() - 1 && by <= b.height() - 1) {
          sums.add(a.grey()[y * a.width() + x], b.between(bx, by));
        }
      }
    }
    return sums.count() < a.width() ? 0 : sums.correlation();
  }

  /**
   * Lets the places of one size pull the map right; null when they cannot.
   *
   * @param settled what a corner moves by at the last, in pixels of this size
   */
  private Homography settle(
      Places at, GreyLevels.Level frame, Homography start, int[] free, double settled) {
    Homography map = start;
    int n = at.x.length;
    double half = Math.max(frame.width(), frame.height()) / 2.0;
    double middleX = (frame.width() - 1) / 2.0;
    double middleY = (frame.height() - 1) / 2.0;
    int unknown = free.length + 2;
    float[] seen = new float[n];
    float[] off = new float[n];
    double[] slopes = new double[8];
    double[] row = new double[unknown];
    for (int round = 0; round < ROUNDS; round++) {
      int inside = look(at, frame, map, seen);
      if (inside < 4 * unknown) {
        return null;
      }
      double scale = scale(at, seen, off);
      // Row by row, from the diagonal on.
      double[] upper = new double[unknown * (unknown + 1) / 2];
      double[] right = new double[unknown];
      for (int i = 0; i < n; i++) {
        if (Float.isNaN(seen[i])) {
          continue;
        }
        double u = off[i] / (TUKEY * scale);
        if (Math.abs(u) >= 1) {
          continue;
        }
        double weight = at.worth[i] * (1 - u * u) * (1 - u * u);
        double x = (at.x[i] - middleX) / half;
        double y = (at.y[i] - middleY) / half;
        slopes(at.across[i] * half, at.down[i] * half, x, y, slopes);
        for (int k = 0; k < free.length; k++) {
          row[k] = slopes[free[k]];
        }
        row[free.length] = at.grey[i];
        row[free.length + 1] = 1;
        double difference = seen[i] - at.grey[i];
        for (int r = 0, k = 0; r < unknown; r++) {
          double weighted = weight * row[r];
          right[r] += weighted * difference;
          for (int c = r; c < unknown; c++) {
            upper[k++] += weighted * row[c];
          }
        }
      }
      double[] step = solved(upper, right);
      if (step == null) {
        return null;
      }
      double[] change = new double[8];
      for (int k = 0; k < free.length; k++) {
        change[free[k]] = step[k];
      }
      Homography nudge = nudge(change, half, middleX, middleY);
      map = map.after(nudge.inverse());
      double moved = 0;
      for (double x : new double[] {0, frame.width() - 1.0}) {
        for (double y : new double[] {0, frame.height() - 1.0}) {
          moved = Math.max(moved, Math.hypot(nudge.x(x, y) - x, nudge.y(x, y) - y));
        }
      }
      if (moved < settled) {
        break;
      }
      if (!(moved < half)) {
        return null;
      }
    }
    return map;
  }

  /** How brightness at a place answers to each number of the map, in coordinates of about 1. */
  private static void slopes(double across, double down, double x, double y, double[] into) {
    into[0] = across * x;
    into[1] = across * y;
    into[2] = across;
    into[3] = down * x;
    into[4] = down * y;
    into[5] = down;
    double towards = -(across * x + down * y);
    into[6] = towards * x;
    into[7] = towards * y;
  }

  private static Homography nudge(double[] d, double half, double middleX, double middleY) {
    Homography small =
        new Homography(new double[] {1 + d[0], d[1], d[2], d[3], 1 + d[4], d[5], d[6], d[7], 1});
    Homography into =
        new Homography(
            new double[] {1 / half, 0, -middleX / half, 0, 1 / half, -middleY / half, 0, 0, 1});
    return into.inverse().after(small).after(into);
  }

  private static double[] solved(double[] upper, double[] right) {
    double[][] normal = new double[right.length][right.length];
    for (int r = 0, k = 0; r < normal.length; r++) {
      for (int c = r; c < normal.length; c++) {
        normal[r][c] = upper[k];
        normal[c][r] = upper[k++];
      }
      normal[r][r] *= 1 + 1e-9;
    }
    try {
      RealVector solution =
          new LUDecomposition(new Array2DRowRealMatrix(normal, false))
              .getSolver()
              .solve(new ArrayRealVector(right, false));
      return solution.toArray();
    } catch (MathRuntimeException e) {
      return null;
    }
  }

  /** What the frame shows at each place; not a number outside of it. */
  private static int look(Places at, GreyLevels.Level frame, Homography map, float[] into) {
    int inside = 0;
    for (int i = 0; i < into.length; i++) {
      double x = map.x(at.x[i], at.y[i]);
      double y = map.y(at.x[i], at.y[i]);
      boolean in = x >= 1 && y >= 1 && x <= frame.width() - 2 && y <= frame.height() - 2;
      into[i] = in ? frame.between(x, y) : Float.NaN;
      inside += in ? 1 : 0;
    }
    return inside;
  }

  /** How far the two differ usually, brightness and contrast set aside. */
  private static double scale(Places at, float[] seen, float[] off) {
    CorrelationSums sums = new CorrelationSums();
    for (int i = 0; i < seen.length; i++) {
      if (!Float.isNaN(seen[i])) {
        sums.add(at.grey[i], seen[i]);
      }
    }
    double gain = sums.gain();
    double bias = sums.bias(gain);
    float[] sizes = new float[sums.count()];
    int k = 0;
    for (int i = 0; i < seen.length; i++) {
      off[i] = (float) (seen[i] - gain * at.grey[i] - bias);
      if (!Float.isNaN(seen[i])) {
        sizes[k++] = Math.abs(off[i]);
      }
    }
    return Math.max(1e-5, 1.4826 * OrderStatistic.select(sizes, sizes.length, sizes.length / 2));
  }

  /** The map in the frame's own pixels, and how well parts of the picture agree with it. */
  private Match told(GreyLevels.Level frame, Homography map) {
    Places at = places.get(0);
    float[] seen = new float[at.x.length];
    float[] off = new float[at.x.length];
    int compared = look(at, frame, map, seen);
    double scale = scale(at, seen, off);
    int agreeing = 0;
    int columns = 8;
    int rows = 6;
    double[][] sums = new double[columns * rows][6];
    for (int i = 0; i < seen.length; i++) {
      if (Float.isNaN(seen[i]) || Math.abs(off[i]) > TUKEY / 2 * scale) {
        continue;
      }
      agreeing++;
      int cell = at.y[i] * rows / frame.height() * columns + at.x[i] * columns / frame.width();
      double[] s = sums[cell];
      s[0] += at.across[i] * at.across[i];
      s[1] += at.across[i] * at.down[i];
      s[2] += at.down[i] * at.down[i];
      s[3] += at.across[i] * off[i];
      s[4] += at.down[i] * off[i];
      s[5]++;
    }
    int shrink = reference.shrink();
    List<Miss> misses = new ArrayList<>();
    for (int cell = 0; cell < sums.length; cell++) {
      double[] s = sums[cell];
      double det = s[0] * s[2] - s[1] * s[1];
      if (s[5] >= PER_CELL && det > 1e-12) {
        misses.add(
            new Miss(
                (cell % columns + 0.5) * frame.width() * shrink / columns,
                (cell / columns + 0.5) * frame.height() * shrink / rows,
                -shrink * (s[2] * s[3] - s[1] * s[4]) / det,
                -shrink * (s[0] * s[4] - s[1] * s[3]) / det));
      }
    }
    Homography whole = shrink == 1 ? map : scaled(map, shrink);
    return new Match(whole.inverse(), compared, agreeing, misses);
  }
}
