package zygonox.core.stars;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
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
    return spread(search.stars(Integer.MAX_VALUE), source.layout());
  }

  private List<FoundStar> spread(List<FoundStar> stars, PixelLayout layout) {
    if (stars.size() <= most) {
      return stars;
    }
    int[] ranks = new int[PARTS * PARTS];
    Map<FoundStar, Integer> rank = new IdentityHashMap<>();
    for (FoundStar star : stars) {
      int column = (int) Math.max(0, Math.min(PARTS - 1, PARTS * star.x() / layout.width()));
      int row = (int) Math.max(0, Math.min(PARTS - 1, PARTS * star.y() / layout.height()));
      rank.put(star, ranks[row * PARTS + column]++);
    }
    List<FoundStar> others = new ArrayList<>(stars.subList(most / 2, stars.size()));
    others.sort(Comparator.comparingInt(rank::get));
    return Stream.concat(
            stars.subList(0, most / 2).stream(), others.subList(0, most - most / 2).stream())
        .sorted(BRIGHTEST_FIRST)
        .toList();
  }
}
