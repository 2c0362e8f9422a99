package zygonox.core.measure;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.DecompositionSolver;
import org.hipparchus.linear.SingularValueDecomposition;

/**
 * By how much the stars have moved on from one frame to the next.
 *
 * @param dx columns, at the middle of the frame
 * @param dy rows, the same
 * @param uncertainty of each, one sigma
 */
record StarStep(double dx, double dy, double uncertainty) {
  /** The brightest stars of a frame; more of them tell no more. */
  static final int STARS = 300;

  /** Side of a bin in which displacements are counted, in pixels. */
  private static final int BIN = 8;

  /** Largest displacement, as a share of the frame's shorter side. */
  private static final double REACH = 1.0 / 6;

  /**
   * A round of bringing one frame's stars onto the other's. The first ones look at the middle
   * alone: towards the rim the turn of a wide lens bends far from what the middle tells.
   *
   * @param part of the frame's width and height that is looked at
   * @param near how near a star has to be to where it is expected, in pixels
   * @param terms of the map
   */
  private record Round(double part, double near, int terms) {}

  private static final Round[] ROUNDS = {
    new Round(0.35, 24, 3),
    new Round(0.35, 12, 6),
    new Round(0.5, 12, 6),
    new Round(0.7, 12, 6),
    new Round(1, 12, 6),
    new Round(1, 6, 6),
    new Round(1, 3, 6)
  };

  /** By so many degrees to either side a camera may have been turned. */
  private static final int TURNS = 10;

  /** So many pairs determine a bent map. */
  private static final int MANY = 20;

  private static final int FEWEST = 8;
  private static final double LEAST_SHARE = 0.25;

  /** Centroids are no better than this, in pixels. */
  private static final double LEAST_UNCERTAINTY = 0.05;

  /** Stars that belong together: displacements of their pairs agree, all others scatter. */
  private record Pair(double x, double y, double toX, double toY) {}

  /**
   * Measures it: the most frequent displacement of any star to any other is the first guess; a map
   * through the pairs that are nearest by it is made better round by round (P. Besl and N. McKay,
   * IEEE Trans. PAMI 14, 239, 1992).
   *
   * @param before stars of the earlier frame, not more than a few hundred
   * @param here those of the later one
   * @param width of the frames
   * @param height of the frames
   * @return empty where the two do not show the same stars
   */
  static Optional<StarStep> between(
      List<FoundStar> before, List<FoundStar> here, int width, int height) {
    boolean middleTells = middle(before, width, height, ROUNDS[0].part).size() >= MANY;
    double first = middleTells ? ROUNDS[0].part : 1;
    List<FoundStar> voters = middle(before, width, height, first);
    Bend map = null;
    int most = -1;
    for (int k = 0; k <= 2 * TURNS; k++) {
      // First without a turn, then by more and more of it to both sides.
      double turn = Math.toRadians((k + 1) / 2 * (k % 2 == 0 ? 1 : -1));
      Vote vote = Vote.of(turned(voters, turn, width, height), here, Math.min(width, height));
      if (vote.count > most) {
        most = vote.count;
        map = Bend.turn(turn, vote.dx, vote.dy, width / 2.0);
      }
    }
    List<Pair> pairs = List.of();
    for (Round round : ROUNDS) {
      List<FoundStar> seen = middle(before, width, height, Math.max(first, round.part));
      pairs = pairs(seen, here, map, width / 2.0, height / 2.0, round.near);
      int enough = (int) (LEAST_SHARE * Math.min(seen.size(), here.size()));
      if (pairs.size() < Math.max(FEWEST, enough)) {
        return Optional.empty();
      }
      map = Bend.through(pairs, pairs.size() < MANY ? 3 : round.terms, width / 2.0);
    }
    return Optional.of(new StarStep(map.across[0], map.down[0], map.uncertainty(pairs)));
  }

  private static List<FoundStar> middle(List<FoundStar> stars, int width, int height, double part) {
    return stars.stream()
        .filter(s -> Math.abs(2 * s.x() - width) < part * width)
        .filter(s -> Math.abs(2 * s.y() - height) < part * height)
        .toList();
  }

  private static List<FoundStar> turned(List<FoundStar> stars, double turn, int width, int height) {
    double cos = Math.cos(turn);
    double sin = Math.sin(turn);
    return stars.stream()
        .map(
            s -> {
              double x = s.x() - width / 2.0;
              double y = s.y() - height / 2.0;
              return new FoundStar(
                  width / 2.0 + cos * x - sin * y,
                  height / 2.0 + sin * x + cos * y,
                  s.flux(),
                  s.peak());
            })
        .toList();
  }

  /** The displacement that most pairs of stars have, and how many have it. */
  private record Vote(double dx, double dy, int count) {
    static Vote of(List<FoundStar> before, List<FoundStar> here, int shorter) {
      int half = Math.max(2, (int) (REACH * shorter) / BIN);
      int side = 2 * half + 1;
      int[][] counts = new int[side][side];
      for (FoundStar a : before) {
        for (FoundStar b : here) {
          int column = (int) Math.round((b.x() - a.x()) / BIN) + half;
          int row = (int) Math.round((b.y() - a.y()) / BIN) + half;
          if (column >= 0 && row >= 0 && column < side && row < side) {
            counts[row][column]++;
          }
        }
      }
      Vote best = new Vote(0, 0, -1);
      for (int row = 1; row < side - 1; row++) {
        for (int column = 1; column < side - 1; column++) {
          int sum = 0;
          for (int k = 0; k < 9; k++) {
            sum += counts[row + k / 3 - 1][column + k % 3 - 1];
          }
          if (sum > best.count) {
            best = new Vote((column - half) * (double) BIN, (row - half) * (double) BIN, sum);
          }
        }
      }
      return best;
    }
  }

  /** Stars with the one nearest to where a map brings them; places from the frame's middle. */
  private static List<Pair> pairs(
      List<FoundStar> before,
      List<FoundStar> here,
      Bend map,
      double middleX,
      double middleY,
      double near) {
    return before.stream()
        .flatMap(
            star -> {
              double x = star.x() - middleX;
              double y = star.y() - middleY;
              double toX = map.x(x, y);
              double toY = map.y(x, y);
              FoundStar best = null;
              double least = near * near;
              for (FoundStar other : here) {
                double offX = other.x() - middleX - toX;
                double offY = other.y() - middleY - toY;
                if (offX * offX + offY * offY < least) {
                  least = offX * offX + offY * offY;
                  best = other;
                }
              }
              return Optional.ofNullable(best)
                  .map(b -> new Pair(x, y, b.x() - middleX, b.y() - middleY))
                  .stream();
            })
        .toList();
  }

  /**
   * What is to be added to a place, as a polynomial of it: 1, x, y, xx, xy, yy. The sky is no
   * plane, and a straight map through all of it would be off in its middle.
   *
   * @param across factors for the column, one, three or six
   * @param down the same for the row
   * @param unit length that counts as one, in pixels
   */
  private record Bend(double[] across, double[] down, double unit) {
    /** Turned about the middle, then moved. */
    static Bend turn(double angle, double dx, double dy, double unit) {
      double straight = unit * (Math.cos(angle) - 1);
      double aside = unit * Math.sin(angle);
      return new Bend(
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

    /** One sigma of what is added at the middle. */
    double uncertainty(List<Pair> pairs) {
      double squares = 0;
      for (Pair p : pairs) {
        squares += Math.pow(x(p.x, p.y) - p.toX, 2) + Math.pow(y(p.x, p.y) - p.toY, 2);
      }
      return Math.max(LEAST_UNCERTAINTY, Math.sqrt(squares / 2) / pairs.size());
    }

    /** By least squares. */
    static Bend through(List<Pair> pairs, int terms, double unit) {
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
      return new Bend(
          solver.solve(new ArrayRealVector(across, false)).toArray(),
          solver.solve(new ArrayRealVector(down, false)).toArray(),
          unit);
    }
  }
}
