package zygonox.core.align;

import java.util.Arrays;
import java.util.List;
import org.hipparchus.exception.MathRuntimeException;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.BlockRealMatrix;
import org.hipparchus.linear.QRDecomposition;
import org.hipparchus.linear.RealMatrix;

/**
 * Least-squares projective map through pairs of points: the direct linear transformation with
 * normalised coordinates (Hartley and Zisserman, Multiple View Geometry, 2nd ed., algorithm 4.2),
 * repeated with the equations divided by their w, so that in the end distances in the picture are
 * what is made small.
 */
final class HomographyFit {
  private static final int ROUNDS = 3;

  /** Fewest pairs that determine a map. */
  static final int FEWEST_PAIRS = 4;

  private HomographyFit() {}

  /** A point in one picture and the same in another. */
  record Pair(double fromX, double fromY, double toX, double toY) {
    double missBy(Homography map) {
      return Math.hypot(map.x(fromX, fromY) - toX, map.y(fromX, fromY) - toY);
    }
  }

  /** The map, or null where the points lie so that none is determined. */
  static Homography through(List<Pair> pairs) {
    Homography from = normaliser(pairs, true);
    Homography to = normaliser(pairs, false);
    Homography map = null;
    try {
      // Four pairs are met exactly, whatever the weights.
      for (int round = 0; round < (pairs.size() == FEWEST_PAIRS ? 1 : ROUNDS); round++) {
        map = solve(pairs, from, to, map);
      }
      return to.inverse().after(map).after(from);
    } catch (MathRuntimeException | IllegalArgumentException e) {
      // Three stars in a line determine nothing; the caller takes other ones.
      return null;
    }
  }

  private static Homography solve(
      List<Pair> pairs, Homography from, Homography to, Homography before) {
    RealMatrix equations = new BlockRealMatrix(2 * pairs.size(), 8);
    ArrayRealVector right = new ArrayRealVector(2 * pairs.size());
    for (int p = 0; p < pairs.size(); p++) {
      Pair pair = pairs.get(p);
      double x = from.x(pair.fromX, pair.fromY);
      double y = from.y(pair.fromX, pair.fromY);
      double u = to.x(pair.toX, pair.toY);
      double v = to.y(pair.toX, pair.toY);
      double w = before == null ? 1 : before.get(6) * x + before.get(7) * y + 1;
      double k = 1 / w;
      equations.setRow(2 * p, new double[] {k * x, k * y, k, 0, 0, 0, -k * u * x, -k * u * y});
      equations.setRow(2 * p + 1, new double[] {0, 0, 0, k * x, k * y, k, -k * v * x, -k * v * y});
      right.setEntry(2 * p, k * u);
      right.setEntry(2 * p + 1, k * v);
    }
    double[] solution = new QRDecomposition(equations, 1e-10).getSolver().solve(right).toArray();
    double[] nine = Arrays.copyOf(solution, 9);
    nine[8] = 1;
    return new Homography(nine);
  }

  /** Moves the points' middle to the origin and makes their mean distance from it sqrt(2). */
  private static Homography normaliser(List<Pair> pairs, boolean from) {
    double meanX = pairs.stream().mapToDouble(p -> from ? p.fromX : p.toX).average().orElse(0);
    double meanY = pairs.stream().mapToDouble(p -> from ? p.fromY : p.toY).average().orElse(0);
    double distance =
        pairs.stream()
            .mapToDouble(
                p -> Math.hypot((from ? p.fromX : p.toX) - meanX, (from ? p.fromY : p.toY) - meanY))
            .average()
            .orElse(1);
    double s = Math.sqrt(2) / Math.max(distance, 1e-9);
    return new Homography(new double[] {s, 0, -s * meanX, 0, s, -s * meanY, 0, 0, 1});
  }
}
