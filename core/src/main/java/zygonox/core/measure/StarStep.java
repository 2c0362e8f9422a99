package zygonox.core.measure;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import zygonox.core.stars.FoundStar;
import zygonox.core.stars.OrderStatistic;

/**
 * By how much the stars have moved on from one frame to the next.
 *
 * @param map what is added to places counted from the frame's middle
 * @param before stars of the earlier frame
 * @param here those of the later one
 * @param middleX column of the frame's middle
 * @param middleY its row
 */
record StarStep(
    StarMap map, List<FoundStar> before, List<FoundStar> here, double middleX, double middleY) {
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

  /** Where such a share of the stars agrees no other turn need be tried. */
  private static final double CLEAR = 0.75;

  /** So many pairs determine a bent map. */
  private static final int MANY = 20;

  /** Distances within which stars are taken for the same, round by round, in pixels. */
  private static final double[] NEAR = {12, 6, 4};

  /** Parts of the frame's width and height whose stars are asked, one after another. */
  private static final double[] PARTS = {0.35, 0.6, 1};

  private static final double SIGMA_OF_MAD = 1.4826;

  /** How much wider a median scatters than a mean: the square root of pi over two. */
  private static final double MEDIANS_SIGMA = 1.2533;

  private static final int FEWEST = 8;
  private static final double LEAST_SHARE = 0.25;

  /** Centroids are no better than this, in pixels. */
  private static final double LEAST_UNCERTAINTY = 0.05;

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
    double clear = CLEAR * Math.min(voters.size(), here.size());
    StarMap map = null;
    int most = -1;
    for (int k = 0; k <= 2 * TURNS && most < Math.max(FEWEST, clear); k++) {
      // First without a turn, then by more and more of it to both sides.
      double turn = Math.toRadians((k + 1) / 2 * (k % 2 == 0 ? 1 : -1));
      Vote vote = Vote.of(turned(voters, turn, width, height), here, Math.min(width, height));
      if (vote.count > most) {
        most = vote.count;
        map = StarMap.turn(turn, vote.dx, vote.dy, width / 2.0);
      }
    }
    List<StarMap.Pair> pairs = List.of();
    for (Round round : ROUNDS) {
      List<FoundStar> seen = middle(before, width, height, Math.max(first, round.part));
      pairs = pairs(seen, here, map, width / 2.0, height / 2.0, round.near);
      int enough = (int) (LEAST_SHARE * Math.min(seen.size(), here.size()));
      if (pairs.size() < Math.max(FEWEST, enough)) {
        return Optional.empty();
      }
      map = StarMap.through(pairs, pairs.size() < MANY ? 3 : round.terms, width / 2.0);
    }
    return Optional.of(new StarStep(map, before, here, width / 2.0, height / 2.0));
  }

  /**
   * What a step goes beyond another one by, in pixels.
   *
   * @param dx columns
   * @param dy rows
   * @param uncertainty of each, one sigma
   */
  record Beyond(double dx, double dy, double uncertainty) {}

  /**
   * Told by the stars that both frames show, those near the frame's middle if they are enough, as
   * the middle of what each of them is off: a map through the few that cloud leaves is wild where
   * it has none.
   *
   * @param usual the step the sky makes while the camera stands still
   */
  Beyond beyond(StarMap usual) {
    for (double part : PARTS) {
      Optional<Beyond> beyond = beyond(usual, part, part < 1 ? MANY : FEWEST);
      if (beyond.isPresent()) {
        return beyond.get();
      }
    }
    // Turned so far that stars do not even lie alike: the map, bent as it is, followed them.
    return new Beyond(
        map.across()[0] - usual.across()[0], map.down()[0] - usual.down()[0], LEAST_UNCERTAINTY);
  }

  private Optional<Beyond> beyond(StarMap usual, double part, int enough) {
    List<FoundStar> expected =
        middle(before, (int) (2 * middleX), (int) (2 * middleY), part).stream()
            .map(
                s -> {
                  double x = s.x() - middleX;
                  double y = s.y() - middleY;
                  return new FoundStar(
                      middleX + usual.x(x, y), middleY + usual.y(x, y), s.flux(), s.peak());
                })
            .toList();
    Vote vote = Vote.of(expected, here, (int) (2 * Math.min(middleX, middleY)));
    double dx = vote.dx;
    double dy = vote.dy;
    double uncertainty = 0;
    for (double near : NEAR) {
      StarMap moved = StarMap.turn(0, dx, dy, middleX);
      List<StarMap.Pair> pairs = pairs(expected, here, moved, middleX, middleY, near);
      if (pairs.size() < enough) {
        return Optional.empty();
      }
      double[] offX = pairs.stream().mapToDouble(p -> p.toX() - p.x()).toArray();
      double[] offY = pairs.stream().mapToDouble(p -> p.toY() - p.y()).toArray();
      dx = OrderStatistic.median(offX);
      dy = OrderStatistic.median(offY);
      uncertainty = MEDIANS_SIGMA * Math.hypot(spread(offX, dx), spread(offY, dy));
      uncertainty /= Math.sqrt(2.0 * pairs.size());
    }
    return Optional.of(new Beyond(dx, dy, Math.max(LEAST_UNCERTAINTY, uncertainty)));
  }

  /** One sigma, by the median of what values are off. */
  private static double spread(double[] values, double middle) {
    double[] off = Arrays.stream(values).map(v -> Math.abs(v - middle)).toArray();
    return SIGMA_OF_MAD * OrderStatistic.median(off);
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
  private static List<StarMap.Pair> pairs(
      List<FoundStar> before,
      List<FoundStar> here,
      StarMap map,
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
                  .map(b -> new StarMap.Pair(x, y, b.x() - middleX, b.y() - middleY))
                  .stream();
            })
        .toList();
  }
}
