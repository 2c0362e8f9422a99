package zygonox.core.align;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import zygonox.core.align.HomographyFit.Pair;
import zygonox.core.stars.FoundStar;

/**
 * The triangles of a picture's brightest stars, known by their shape: the middle and the shortest
 * side as shares of the longest, which neither shift, turn nor scale changes.
 */
final class Triangles {
  /**
   * Stars that make triangles: with 35 there are 6,545, which is fast; where two frames have few of
   * their brightest in common more are tried, up to 54,740.
   */
  static final List<Integer> SIZES = List.of(35, 50, 70);

  /** How far shapes may differ; a wide lens bends them by a percent or two as the sky turns. */
  private static final double LIKE = 0.012;

  /** Triangles nearly flat, or with two like sides, say little about which corner is which. */
  private static final double DISTINCT = 0.03;

  private static final int CELLS = 64;

  /** Corners in the order: opposite the longest, the middle and the shortest side. */
  private record Triangle(int a, int b, int c, double middle, double shortest, boolean clockwise) {}

  private final int most;
  private final List<FoundStar> stars;

  /** By both shares, in cells. */
  private final List<List<Triangle>> byShape = new ArrayList<>();

  /**
   * @param most how many of the brightest to use
   */
  Triangles(List<FoundStar> stars, int most) {
    this.most = most;
    this.stars = stars.subList(0, Math.min(most, stars.size()));
    for (int i = 0; i < CELLS * CELLS; i++) {
      byShape.add(new ArrayList<>());
    }
    for (Triangle t : triangles(this.stars)) {
      byShape.get(cell(t.middle) * CELLS + cell(t.shortest)).add(t);
    }
  }

  /** Pairs of another picture's stars with this one's, the surest first. */
  List<Pair> pairs(List<FoundStar> others) {
    List<FoundStar> bright = others.subList(0, Math.min(most, others.size()));
    int[][] votes = new int[bright.size()][stars.size()];
    for (Triangle t : triangles(bright)) {
      for (int m = cell(t.middle - LIKE); m <= cell(t.middle + LIKE); m++) {
        for (int s = cell(t.shortest - LIKE); s <= cell(t.shortest + LIKE); s++) {
          byShape.get(m * CELLS + s).forEach(like -> vote(t, like, votes));
        }
      }
    }
    return elected(bright, votes);
  }

  private static int cell(double share) {
    return Math.max(0, Math.min(CELLS - 1, (int) (share * CELLS)));
  }

  private static void vote(Triangle t, Triangle like, int[][] votes) {
    if (like.clockwise == t.clockwise
        && Math.abs(like.middle - t.middle) < LIKE
        && Math.abs(like.shortest - t.shortest) < LIKE) {
      votes[t.a][like.a]++;
      votes[t.b][like.b]++;
      votes[t.c][like.c]++;
    }
  }

  private List<Pair> elected(List<FoundStar> bright, int[][] votes) {
    record Vote(int count, Pair pair) {}
    List<Vote> elected = new ArrayList<>();
    for (int i = 0; i < bright.size(); i++) {
      int best = 0;
      for (int j = 1; j < stars.size(); j++) {
        best = votes[i][j] > votes[i][best] ? j : best;
      }
      if (stars.isEmpty() || votes[i][best] == 0) {
        continue;
      }
      int rival = 0;
      for (int[] row : votes) {
        rival = Math.max(rival, row[best]);
      }
      if (votes[i][best] == rival) {
        FoundStar from = bright.get(i);
        FoundStar to = stars.get(best);
        elected.add(new Vote(rival, new Pair(from.x(), from.y(), to.x(), to.y())));
      }
    }
    elected.sort(Comparator.comparingInt(Vote::count).reversed());
    return elected.stream().map(Vote::pair).toList();
  }

  private static List<Triangle> triangles(List<FoundStar> stars) {
    List<Triangle> triangles = new ArrayList<>();
    for (int i = 0; i < stars.size(); i++) {
      for (int j = i + 1; j < stars.size(); j++) {
        for (int k = j + 1; k < stars.size(); k++) {
          Triangle triangle = triangle(stars, i, j, k);
          if (triangle != null) {
            triangles.add(triangle);
          }
        }
      }
    }
    return triangles;
  }

  private static Triangle triangle(List<FoundStar> stars, int i, int j, int k) {
    double[] opposite = {
      distance(stars.get(j), stars.get(k)),
      distance(stars.get(i), stars.get(k)),
      distance(stars.get(i), stars.get(j))
    };
    int[] corner = {i, j, k};
    // Three corners: an insertion sort by the side opposite, the longest first.
    for (int s = 1; s < 3; s++) {
      for (int t = s; t > 0 && opposite[t] > opposite[t - 1]; t--) {
        double side = opposite[t];
        opposite[t] = opposite[t - 1];
        opposite[t - 1] = side;
        int c = corner[t];
        corner[t] = corner[t - 1];
        corner[t - 1] = c;
      }
    }
    double middle = opposite[1] / opposite[0];
    double shortest = opposite[2] / opposite[0];
    boolean vague =
        1 - middle < DISTINCT
            || middle - shortest < DISTINCT
            || middle + shortest - 1 < DISTINCT
            || opposite[2] < 10;
    if (vague) {
      return null;
    }
    FoundStar a = stars.get(corner[0]);
    FoundStar b = stars.get(corner[1]);
    FoundStar c = stars.get(corner[2]);
    double turn = (b.x() - a.x()) * (c.y() - a.y()) - (b.y() - a.y()) * (c.x() - a.x());
    return new Triangle(corner[0], corner[1], corner[2], middle, shortest, turn > 0);
  }

  private static double distance(FoundStar p, FoundStar q) {
    return Math.hypot(p.x() - q.x(), p.y() - q.y());
  }
}
