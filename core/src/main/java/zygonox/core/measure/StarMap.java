package zygonox.core.measure;

import java.util.Arrays;
import java.util.List;
import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.DecompositionSolver;
import org.hipparchus.linear.SingularValueDecomposition;
import zygonox.core.stars.OrderStatistic;

/**
 * Where the stars of one frame stand in another: what is to be added to a place, counted from the
 * frame's middle, as a polynomial of it: 1, x, y, xx, xy, yy. The sky is no plane, and a straight
 * map through all of it would be off in its middle.
 *
 * @param across factors for the column, one, three or six
 * @param down the same for the row
 * @param unit length that counts as one, in pixels
 */
record StarMap(double[] across, double[] down, double unit) {
  /** A star in one frame and the same in another, counted from the frames' middle. */
  record Pair(double x, double y, double toX, double toY) {}

  /** Turned about the middle, then moved. */
  static StarMap turn(double angle, double dx, double dy, double unit) {
    double straight = unit * (Math.cos(angle) - 1);
    double aside = unit * Math.sin(angle);
    return new StarMap(
        new double[] {dx, straight, -aside}, new double[] {dy, aside, straight}, unit);
  }

  double x(double x, double y) {
    return x + value(across, x / unit, y / unit);
  }

  double y(double x, double y) {
    return y + value(down, x / unit, y / unit);
  }

  private static double value(double[] factors, double x, double y) {
    double[] terms = terms(x, y, factors.length);
    double sum = 0;
    for (int i = 0; i < terms.length; i++) {
      sum += factors[i] * terms[i];
    }
    return sum;
  }

  private static double[] terms(double x, double y, int count) {
    return Arrays.copyOf(new double[] {1, x, y, x * x, x * y, y * y}, count);
  }

  /** The median of each factor, of maps with as many terms as most. */
  static StarMap middle(List<StarMap> maps) {
    int terms = maps.stream().mapToInt(m -> m.across.length).max().orElseThrow();
    List<StarMap> full = maps.stream().filter(m -> m.across.length == terms).toList();
    double[] across = new double[terms];
    double[] down = new double[terms];
    for (int k = 0; k < terms; k++) {
      int term = k;
      across[k] = OrderStatistic.median(full.stream().mapToDouble(m -> m.across[term]).toArray());
      down[k] = OrderStatistic.median(full.stream().mapToDouble(m -> m.down[term]).toArray());
    }
    return new StarMap(across, down, full.get(0).unit);
  }

  /** What is added in so many times the time. */
  StarMap times(double factor) {
    return new StarMap(
        Arrays.stream(across).map(f -> f * factor).toArray(),
        Arrays.stream(down).map(f -> f * factor).toArray(),
        unit);
  }

  /** What is added at the middle of the frame, along columns and rows together. */
  double length() {
    return Math.hypot(across[0], down[0]);
  }

  /** By least squares. */
  static StarMap through(List<Pair> pairs, int terms, double unit) {
    double[][] equations = new double[pairs.size()][];
    double[] across = new double[pairs.size()];
    double[] down = new double[pairs.size()];
    for (int i = 0; i < equations.length; i++) {
      Pair p = pairs.get(i);
      equations[i] = terms(p.x / unit, p.y / unit, terms);
      across[i] = p.toX - p.x;
      down[i] = p.toY - p.y;
    }
    // Singular values: stars in a row determine a map less than they should, but never none.
    DecompositionSolver solver =
        new SingularValueDecomposition(new Array2DRowRealMatrix(equations, false)).getSolver();
    return new StarMap(
        solver.solve(new ArrayRealVector(across, false)).toArray(),
        solver.solve(new ArrayRealVector(down, false)).toArray(),
        unit);
  }
}
