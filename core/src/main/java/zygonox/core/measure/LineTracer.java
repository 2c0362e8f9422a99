package zygonox.core.measure;

import org.hipparchus.linear.DecompositionSolver;
import org.hipparchus.linear.MatrixUtils;
import org.hipparchus.linear.QRDecomposition;

/** Follows a line of which a straight piece stood out to its ends, along the bow that it has. */
final class LineTracer {
  /** Shorter lines do not bow by what could be told, in small pixels. */
  private static final double SHORTEST_BENT = 64;

  /** Each follows a line half its length farther. */
  private static final int BENT_ROUNDS = 5;

  /** A bow, in small pixels, from which a line is no longer taken for a straight. */
  private static final double LEAST_BOW = 0.6;

  /** A line that bows by a larger share of its length is none. */
  private static final double MOST_BOW = 0.05;

  /** So much more light has to lie along the bowed line. */
  private static final double BENT_GAIN = 1.03;

  /** How far a traced line reaches to its sides, in small pixels. */
  static final int BESIDE = 2;

  private final int width;
  private final int height;
  private final float[][] rows;

  /**
   * @param rows light over noise, row by row; looked at again for each line
   */
  LineTracer(float[][] rows) {
    this.rows = rows;
    this.height = rows.length;
    this.width = rows[0].length;
  }

  /** The line that a piece belongs to. */
  TracedLine trace(StraightLine piece) {
    return bent(traced(piece));
  }

  /** A value at the place nearest to one; 0 beyond the edges. */
  static float at(float[][] values, double x, double y) {
    int column = (int) Math.round(x);
    int row = (int) Math.round(y);
    boolean inside = column >= 0 && row >= 0 && column < values[0].length && row < values.length;
    return inside ? values[row][column] : 0;
  }

  private float at(double x, double y) {
    return at(rows, x, y);
  }

  /** Follows a line to where it really ends, and fits it to its light. */
  private StraightLine traced(StraightLine start) {
    StraightLine fitted = start;
    for (int round = 0; round < 3; round++) {
      fitted = fitted(ends(fitted));
    }
    return ends(fitted);
  }

  /**
   * Follows a line on along a parabola, as lines run through a wide lens: the straight is only the
   * piece that stood out. What gains nothing by that stays straight.
   */
  private TracedLine bent(StraightLine straight) {
    TracedLine start = TracedLine.straight(straight);
    if (straight.length() < SHORTEST_BENT) {
      return start;
    }
    TracedLine line = start;
    for (int round = 0; round < BENT_ROUNDS; round++) {
      line = ends(fitted(line), (int) line.length() / 2);
    }
    boolean isBent =
        Math.abs(line.bow()) >= LEAST_BOW && Math.abs(line.bow()) < MOST_BOW * line.length();
    return isBent && line.strength() > BENT_GAIN * straight.strength() ? line : start;
  }

  /** The parabola through the light near a line, by least squares of distances across. */
  private TracedLine fitted(TracedLine line) {
    double length = line.length();
    double[] sums = new double[5];
    double[] across = new double[3];
    for (int t = 0; t <= length; t++) {
      double u = t / length - 0.5;
      for (int o = -BESIDE; o <= BESIDE; o++) {
        double w = Math.max(0, at(line.x(t, o), line.y(t, o)) - 1);
        for (int k = 0; k < sums.length; k++, w *= u) {
          sums[k] += w;
          if (k < across.length) {
            across[k] += w * o;
          }
        }
      }
    }
    double[][] normal = {
      {sums[0], sums[1], sums[2]}, {sums[1], sums[2], sums[3]}, {sums[2], sums[3], sums[4]}
    };
    DecompositionSolver solver =
        new QRDecomposition(MatrixUtils.createRealMatrix(normal), 1e-6 * sums[0]).getSolver();
    if (!solver.isNonSingular()) {
      return line;
    }
    double[] c = solver.solve(MatrixUtils.createRealVector(across)).toArray();
    return line.moved(c[0] - c[1] / 2 + c[2] / 4, c[0] + c[1] / 2 + c[2] / 4, -c[2] / 4);
  }

  /** Light of three pixels across a line, at a place along it. */
  double across(TracedLine line, double t) {
    return at(line.x(t, 0), line.y(t, 0))
        + at(line.x(t, 1), line.y(t, 1))
        + at(line.x(t, -1), line.y(t, -1));
  }

  /**
   * Of a line gone on beyond both ends, the stretch whose light exceeds half of what the line has
   * by most: a dashed line's gaps do not end it.
   *
   * @param beyond how far, in small pixels
   */
  private TracedLine ends(TracedLine line, int beyond) {
    int length = (int) line.length();
    double mean = 0;
    for (int t = 0; t <= length; t++) {
      mean += across(line, t) / (length + 1);
    }
    double sum = 0;
    double best = 0;
    int from = 0;
    int bestFrom = 0;
    int bestTo = 0;
    for (int t = -beyond; t <= length + beyond; t++) {
      double x = line.x(t, 0);
      double y = line.y(t, 0);
      if (x < 0 || y < 0 || x > width - 1 || y > height - 1) {
        continue;
      }
      if (sum <= 0) {
        sum = 0;
        from = t;
      }
      sum += across(line, t) - mean / 2;
      if (sum > best) {
        best = sum;
        bestFrom = from;
        bestTo = t;
      }
    }
    double light = 0;
    for (int t = bestFrom; t <= bestTo; t++) {
      light += at(line.x(t, 0), line.y(t, 0));
    }
    return line.between(bestFrom, bestTo, light / Math.sqrt(bestTo - bestFrom + 1));
  }

  /** Of the whole straight through a piece. */
  private StraightLine ends(StraightLine piece) {
    return ends(TracedLine.straight(piece), width + height).chord();
  }

  /** The straight through the light near a line, by least squares of distances across. */
  private StraightLine fitted(StraightLine line) {
    double length = line.length();
    double ux = line.ux();
    double uy = line.uy();
    double sum = 0;
    double sumT = 0;
    double sumTt = 0;
    double sumO = 0;
    double sumTo = 0;
    for (int t = 0; t <= length; t++) {
      for (int o = -BESIDE; o <= BESIDE; o++) {
        double w = Math.max(0, at(line.x1() + t * ux - o * uy, line.y1() + t * uy + o * ux) - 1);
        sum += w;
        sumT += w * t;
        sumTt += w * t * t;
        sumO += w * o;
        sumTo += w * t * o;
      }
    }
    double determinant = sum * sumTt - sumT * sumT;
    if (determinant < 1e-6) {
      return line;
    }
    double slope = (sum * sumTo - sumT * sumO) / determinant;
    double offset = (sumO - slope * sumT) / sum;
    double end = offset + slope * length;
    return new StraightLine(
        line.x1() - offset * uy,
        line.y1() + offset * ux,
        line.x2() - end * uy,
        line.y2() + end * ux,
        line.strength());
  }
}
