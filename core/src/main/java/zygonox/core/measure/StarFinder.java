package zygonox.core.measure;

import java.util.List;
import zygonox.core.frame.PixelSource;
import zygonox.core.frame.UnreadableFrame;
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
  private final int most;

  /**
   * @param most how many stars are wanted at the most, the brightest
   */
  public StarFinder(int most) {
    this.most = most;
  }

  /** The stars of a picture, the brightest first. */
  public List<FoundStar> find(PixelSource source, Cancellation cancellation)
      throws UnreadableFrame {
    StarSearch search = new StarSearch(source.layout().width());
    GreyStrip.each(source, cancellation, search::lookAt);
    return search.stars(most);
  }
}
