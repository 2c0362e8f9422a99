package zygonox.core.align;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.ConcurrentHashMap;
import zygonox.core.align.HomographyFit.Pair;
import zygonox.core.raster.PixelLayout;
import zygonox.core.stars.FoundStar;

/**
 * Finds the projective map between two pictures of the same stars. Tries guesses first (the sky
 * moves evenly); where that fails, looks for triangles of like shape (after F. Valdes et al., PASP
 * 107, 1119, 1995), lets them vote on which star is which, and keeps the map on which most stars
 * agree (RANSAC, Fischler and Bolles 1981). Where those stars tell of a bending beside it, that is
 * taken along. Deterministic: the random draws have a fixed seed.
 */
final class StarMatcher {
  private static final long SEED = 20_261_014L;

  /** Distance at which two stars still agree in the first rounds and in the last, in pixels. */
  private static final double LOOSE_PIXELS = 3;

  private static final double TIGHT_PIXELS = 1.5;

  private static final double[] NETS = {2 * LOOSE_PIXELS, LOOSE_PIXELS, TIGHT_PIXELS, TIGHT_PIXELS};

  /** Two cameras' pixels on the sky, and the edges of wide lenses, differ by less; our choice. */
  private static final double MOST_SCALE = 6;

  /** Rounds in which a bending may reach out to further stars, at the most. */
  private static final int MOST_ROUNDS = 10;

  /** How far a guess may be off, in pixels. */
  private static final double GUESS_PIXELS = 14;

  /** What moves less stays put. */
  private static final double STILL_PIXELS = 0.6;

  private static final int DRAWS = 400;

  /** Draws end when one of four true pairs has been among them but for this chance. */
  private static final double CHANCE_OF_NONE = 1e-9;

  private final List<FoundStar> reference;
  private final PixelLayout layout;
  private final StarGrid grid;
  private final Map<Integer, Triangles> triangles = new ConcurrentHashMap<>();

  /**
   * @param layout of the reference
   */
  StarMatcher(List<FoundStar> reference, PixelLayout layout) {
    this.reference = reference;
    this.layout = layout;
    this.grid = new StarGrid(reference);
  }

  /**
   * How a frame lies and the stars that speak for it.
   *
   * @param straightRmsPixels how far they lie off by the straight part alone
   * @param rmsPixels how far they lie off in all
   */
  record Match(
      Placement placement,
      int inliers,
      double straightRmsPixels,
      double rmsPixels,
      List<Miss> misses) {
    Homography map() {
      return placement.straight();
    }
  }

  /** The fewest stars that must agree before a match is believed. */
  static int enough(int stars) {
    return Math.max(StarAligner.FEWEST_STARS, stars / 5);
  }

  /**
   * @param guesses placements that may be near, the likeliest first
   */
  Optional<Match> match(List<FoundStar> stars, List<Placement> guesses) {
    int enough = enough(Math.min(stars.size(), reference.size()));
    for (Placement guess : guesses) {
      Optional<Match> near = fit(pairs(stars, guess, GUESS_PIXELS), stars);
      if (near.isPresent() && near.get().inliers() >= enough) {
        return isStill(near.get()) ? moving(stars).or(() -> near) : near;
      }
    }
    return byShape(stars, enough).map(m -> isStill(m) ? moving(stars).orElse(m) : m);
  }

  private Optional<Match> byShape(List<FoundStar> stars, int enough) {
    int most = Math.min(stars.size(), reference.size());
    for (int size : Triangles.SIZES) {
      Triangles own = triangles.computeIfAbsent(size, m -> new Triangles(reference, m));
      Optional<Match> match = fit(own.pairs(stars), stars).filter(m -> m.inliers() >= enough);
      if (match.isPresent() || most <= size) {
        return match;
      }
    }
    return Optional.empty();
  }

  /** Whether nothing moves that agrees: hot pixels and lamps do not either. */
  private static boolean isStill(Match match) {
    Homography map = match.map();
    return match.misses().stream()
        .allMatch(
            m ->
                Math.hypot(map.x(m.x(), m.y()) - m.x(), map.y(m.x(), m.y()) - m.y())
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
    StarMatcher among = new StarMatcher(others, layout);
    return among.byShape(own, enough).filter(m -> !isStill(m));
  }

  private static List<FoundStar> free(List<FoundStar> stars, StarGrid of) {
    return stars.stream().filter(s -> of.nearest(s.x(), s.y(), STILL_PIXELS).isEmpty()).toList();
  }

  private List<Pair> pairs(List<FoundStar> stars, Placement placement, double within) {
    List<Pair> pairs = new ArrayList<>();
    for (FoundStar star : stars) {
      double[] place = placement.onto(star.x(), star.y());
      grid.nearest(place[0], place[1], within)
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
    for (double within : NETS) {
      agreeing = pairs(stars, new Placement(map), within);
      map = agreeing.size() < HomographyFit.FEWEST_PAIRS ? null : HomographyFit.through(agreeing);
      if (map == null) {
        return Optional.empty();
      }
    }
    Match straight = match(new Placement(map), agreeing);
    return Optional.of(bent(straight, agreeing, stars));
  }

  /**
   * The same with a bending, where the stars tell of one: it is found among those that agree
   * without and reaches out, round by round, to stars that it brings near.
   */
  private Match bent(Match straight, List<Pair> first, List<FoundStar> stars) {
    Placement placement =
        new Placement(
            straight.map(), Bend.of(first, straight.map(), layout.width(), layout.height()));
    List<Pair> agreeing = first;
    for (int round = 0; round < MOST_ROUNDS && placement.bends(); round++) {
      List<Pair> further = pairs(stars, placement, TIGHT_PIXELS);
      Homography map = HomographyFit.through(further);
      if (map == null || further.size() < agreeing.size()) {
        break;
      }
      boolean settled = further.size() == agreeing.size() || round == MOST_ROUNDS - 1;
      agreeing = further;
      placement =
          new Placement(
              map,
              settled
                  ? Bend.of(agreeing, map, layout.width(), layout.height())
                  : placement.bend().through(agreeing, map));
      if (settled) {
        break;
      }
    }
    return placement.bends() ? match(placement, agreeing) : straight;
  }

  private static Match match(Placement placement, List<Pair> agreeing) {
    return new Match(
        placement,
        agreeing.size(),
        new Placement(placement.straight()).rms(agreeing),
        placement.rms(agreeing),
        agreeing.stream().map(placement::miss).toList());
  }

  /**
   * Whether a map is one between two looks at the same sky: not mirrored, and nowhere in the
   * picture more than {@value #MOST_SCALE} times larger or smaller. Others fold the picture onto a
   * line, on which many stars seem to agree.
   */
  private boolean isSound(Homography map) {
    for (double x : new double[] {0, layout.width() / 2.0, layout.width()}) {
      for (double y : new double[] {0, layout.height() / 2.0, layout.height()}) {
        double across = map.x(x + 1, y) - map.x(x, y);
        double down = map.y(x, y + 1) - map.y(x, y);
        double area =
            across * down - (map.x(x, y + 1) - map.x(x, y)) * (map.y(x + 1, y) - map.y(x, y));
        if (!(area > 1 / (MOST_SCALE * MOST_SCALE) && area < MOST_SCALE * MOST_SCALE)) {
          return false;
        }
      }
    }
    return true;
  }

  private Homography draw(List<Pair> candidates) {
    if (candidates.size() < HomographyFit.FEWEST_PAIRS) {
      return null;
    }
    Random random = new Random(SEED);
    Homography best = null;
    int most = 0;
    int enough = DRAWS;
    for (int d = 0; d < enough; d++) {
      List<Pair> four = new ArrayList<>();
      for (int k = 0; k < HomographyFit.FEWEST_PAIRS; k++) {
        four.add(candidates.get(random.nextInt(candidates.size())));
      }
      Homography map = HomographyFit.through(four);
      if (map == null || !isSound(map)) {
        continue;
      }
      int agree = 0;
      for (Pair pair : candidates) {
        agree += pair.missBy(map) < LOOSE_PIXELS ? 1 : 0;
      }
      if (agree > most) {
        most = agree;
        best = map;
        double share = Math.min(0.999, (double) agree / candidates.size());
        enough = (int) Math.min(DRAWS, Math.log(CHANCE_OF_NONE) / Math.log1p(-Math.pow(share, 4)));
      }
    }
    return best;
  }
}
