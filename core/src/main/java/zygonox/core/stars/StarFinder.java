package zygonox.core.stars;

import java.util.List;
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
  private final int most;

  /**
   * @param most how many stars are wanted at the most, the brightest
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
    return search.stars(most);
  }
}
