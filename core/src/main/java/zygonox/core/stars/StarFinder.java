package zygonox.core.stars;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import zygonox.core.format.PictureFile;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.Cancellation;

/**
 * Finds stars to a fraction of a pixel.
 *
 * <p>A pixel is a candidate when, smoothed to about the width of a star and less the mean of its
 * wider surroundings, it stands well above the noise and above its neighbours. Hot pixels (light in
 * one pixel only) and edges of the ground (one-sided surroundings) are left out. The place is the
 * centroid under a Gaussian window that follows it; of a star drawn out by its motion that is the
 * middle of the exposure.
 *
 * <p>Reads strips of the picture, so that memory does not grow with its height.
 */
public final class StarFinder {
  /** Parts of the picture, across and down, that are to have stars each. */
  private static final int PARTS = 8;

  private static final Comparator<FoundStar> BRIGHTEST_FIRST =
      Comparator.comparingDouble(FoundStar::flux).reversed();

  private final int most;

  /**
   * @param most how many stars are wanted at the most: half of them the brightest, the others so
   *     that each part of the picture has its brightest, also where haze dims them all
   */
  public StarFinder(int most) {
    this.most = most;
  }

  /** Memory that searching a picture takes, decoding it included, in bytes. */
  public static long heldBytes(PictureFile picture) {
    PixelLayout layout = picture.layout();
    long rows = GreyStrip.MOST_ROWS;
    // Samples, greys and contrasts of the rows in work, and the samples of a whole decoded frame.
    return rows * layout.width() * (2L * Short.BYTES * layout.channels() + 3L * Float.BYTES)
        + 2L * Short.BYTES * layout.samples();
  }

  /** The stars of a picture, the brightest first. */
  public List<FoundStar> find(PixelSource source, Cancellation cancellation)
      throws UnreadableFrame {
    StarSearch search = new StarSearch(source.layout().width());
    GreyStrip.each(source, cancellation, search::lookAt);
    return among(search, source.layout());
  }

  /** The same of a picture that was searched. */
  public List<FoundStar> among(StarSearch searched, PixelLayout layout) {
    return spread(searched.candidates(), layout);
  }

  private List<FoundStar> spread(List<StarCandidate> candidates, PixelLayout layout) {
    Iterator<StarCandidate> rest = candidates.iterator();
    List<FoundStar> chosen = new ArrayList<>();
    int[] ranks = new int[PARTS * PARTS];
    while (chosen.size() < most / 2 && rest.hasNext()) {
      StarCandidate next = rest.next();
      next.centred().ifPresent(chosen::add);
      ranks[part(next, layout)] += next.centred().isPresent() ? 1 : 0;
    }
    List<Deque<StarCandidate>> parts =
        Stream.generate(ArrayDeque<StarCandidate>::new)
            .limit(ranks.length)
            .collect(Collectors.toList());
    rest.forEachRemaining(candidate -> parts.get(part(candidate, layout)).add(candidate));
    for (int rank = 0; chosen.size() < most && !parts.stream().allMatch(Deque::isEmpty); rank++) {
      chosen.addAll(ofRank(rank, parts, ranks).stream().limit(most - chosen.size()).toList());
    }
    chosen.sort(BRIGHTEST_FIRST);
    return chosen;
  }

  /** The next star of each part that has had so many before, the brightest first. */
  private static List<FoundStar> ofRank(int rank, List<Deque<StarCandidate>> parts, int[] ranks) {
    List<FoundStar> found = new ArrayList<>();
    for (int part = 0; part < ranks.length; part++) {
      while (ranks[part] == rank && !parts.get(part).isEmpty()) {
        Optional<FoundStar> star = parts.get(part).poll().centred();
        star.ifPresent(found::add);
        ranks[part] += star.isPresent() ? 1 : 0;
      }
    }
    found.sort(BRIGHTEST_FIRST);
    return found;
  }

  private static int part(StarCandidate star, PixelLayout layout) {
    return PARTS * (PARTS * star.row() / layout.height()) + PARTS * star.column() / layout.width();
  }
}
