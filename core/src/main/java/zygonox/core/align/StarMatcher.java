package zygonox.core.align;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import zygonox.core.align.HomographyFit.Pair;
import zygonox.core.stars.FoundStar;

/**
 * Finds the projective map between two pictures of the same stars. Tries a guess first (frames
 * taken in a row move little); where that fails, looks for triangles of like shape (after F. Valdes
 * et al., PASP 107, 1119, 1995), lets them vote on which star is which, and keeps the map on which
 * most stars agree (RANSAC, Fischler and Bolles 1981). Deterministic: the random draws have a fixed
 * seed.
 */
final class StarMatcher {
  private static final long SEED = 20_261_014L;

  /** Distance at which two stars still agree in the first rounds and in the last, in pixels. */
  private static final double LOOSE_PIXELS = 3;

  private static final double TIGHT_PIXELS = 1.5;

  /** How far a guess may be off, in pixels. */
  private static final double GUESS_PIXELS = 14;

  /** What moves less stays put. */
  private static final double STILL_PIXELS = 0.6;

  private static final int DRAWS = 400;

  private final List<FoundStar> reference;
  private final StarGrid grid;
  private final Triangles triangles;

  StarMatcher(List<FoundStar> reference) {
    this.reference = reference;
    this.grid = new StarGrid(reference);
    this.triangles = new Triangles(reference);
  }

  /** A map and the stars that speak for it. */
  record Match(Homography map, int inliers, double rmsPixels, List<Miss> misses) {}

  /** The fewest stars that must agree before a match is believed. */
  static int enough(int stars) {
    return Math.max(StarAligner.FEWEST_STARS, stars / 5);
  }

  /**
   * @param guess a map that may be near, or null
   */
  Optional<Match> match(List<FoundStar> stars, Homography guess) {
    int enough = enough(Math.min(stars.size(), reference.size()));
    if (guess != null) {
      Optional<Match> near = fit(pairs(stars, guess, GUESS_PIXELS), stars);
      if (near.isPresent() && near.get().inliers() >= enough) {
        return isStill(near.get()) ? moving(stars).or(() -> near) : near;
      }
    }
    return fit(triangles.pairs(stars), stars).filter(m -> m.inliers() >= enough);
  }

  /** Whether nothing moves: hot pixels do not either, and may be all that agrees. */
  private boolean isStill(Match match) {
    return reference.stream()
        .allMatch(
            s ->
                Math.hypot(match.map.x(s.x(), s.y()) - s.x(), match.map.y(s.x(), s.y()) - s.y())
                    < STILL_PIXELS);
  }

  /**
   * A match by those stars alone that do not stay put, where as many agree on one as would make a
   * match of them: on a tripod the others are hot pixels.
   */
  private Optional<Match> moving(List<FoundStar> stars) {
    List<FoundStar> own = free(stars, grid);
    StarGrid there = new StarGrid(stars);
    List<FoundStar> others = free(reference, there);
    int enough = Math.max(enough(Math.min(own.size(), others.size())), own.size() / 3);
    if (Math.min(own.size(), others.size()) < StarAligner.FEWEST_STARS) {
      return Optional.empty();
    }
    StarMatcher among = new StarMatcher(others);
    return among
        .fit(among.triangles.pairs(own), own)
        .filter(m -> m.inliers() >= enough)
        .filter(m -> !isStill(m));
  }

  private static List<FoundStar> free(List<FoundStar> stars, StarGrid of) {
    return stars.stream().filter(s -> of.nearest(s.x(), s.y(), STILL_PIXELS).isEmpty()).toList();
  }

  private List<Pair> pairs(List<FoundStar> stars, Homography map, double within) {
    List<Pair> pairs = new ArrayList<>();
    for (FoundStar star : stars) {
      double x = map.x(star.x(), star.y());
      double y = map.y(star.x(), star.y());
      grid.nearest(x, y, within)
          .ifPresent(r -> pairs.add(new Pair(star.x(), star.y(), r.x(), r.y())));
    }
    return pairs;
  }

  private Optional<Match> fit(List<Pair> candidates, List<FoundStar> stars) {
    Homography map = draw(candidates);
    if (map == null) {
      return Optional.empty();
    }
    // From the few to all stars, with a net that tightens.
    List<Pair> agreeing = List.of();
    for (double within :
        new double[] {2 * LOOSE_PIXELS, LOOSE_PIXELS, TIGHT_PIXELS, TIGHT_PIXELS}) {
      agreeing = pairs(stars, map, within);
      Homography better =
          agreeing.size() < HomographyFit.FEWEST_PAIRS ? null : HomographyFit.through(agreeing);
      if (better == null) {
        return Optional.empty();
      }
      map = better;
    }
    Homography last = map;
    double squares =
        agreeing.stream().mapToDouble(p -> p.missBy(last) * p.missBy(last)).average().orElse(0);
    List<Miss> misses =
        agreeing.stream()
            .map(
                p ->
                    new Miss(
                        p.toX(),
                        p.toY(),
                        last.x(p.fromX(), p.fromY()) - p.toX(),
                        last.y(p.fromX(), p.fromY()) - p.toY()))
            .toList();
    return Optional.of(new Match(map, agreeing.size(), Math.sqrt(squares), misses));
  }

  private static Homography draw(List<Pair> candidates) {
    if (candidates.size() < HomographyFit.FEWEST_PAIRS) {
      return null;
    }
    Random random = new Random(SEED);
    Homography best = null;
    int most = 0;
    for (int d = 0; d < DRAWS; d++) {
      List<Pair> four = new ArrayList<>();
      for (int k = 0; k < HomographyFit.FEWEST_PAIRS; k++) {
        four.add(candidates.get(random.nextInt(candidates.size())));
      }
      Homography map = HomographyFit.through(four);
      if (map == null) {
        continue;
      }
      int agree = 0;
      for (Pair pair : candidates) {
        agree += pair.missBy(map) < LOOSE_PIXELS ? 1 : 0;
      }
      if (agree > most) {
        most = agree;
        best = map;
      }
    }
    return best;
  }
}
