package zygonox.core.measure;

import java.util.List;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Samples;
import zygonox.core.stars.FoundStar;
import zygonox.core.stars.GreyStrip;
import zygonox.core.stars.Spot;
import zygonox.core.stars.StarFinder;
import zygonox.core.stars.StarList;
import zygonox.core.stars.StarSearch;
import zygonox.core.work.Cancellation;

/**
 * All that a single pass over the samples of a frame tells.
 *
 * @param stars the brightest first
 * @param toAlign those that aligning would find
 * @param spots what may be hot pixels
 * @param small the frame made small
 * @param detail mean bend of three neighbours, in shares of white
 * @param clipped share of all pixels with a channel at white
 */
record FrameScan(
    List<FoundStar> stars,
    List<FoundStar> toAlign,
    List<Spot> spots,
    SmallFrame small,
    double detail,
    double clipped) {

  /**
   * @param mostStars no more are kept
   */
  static FrameScan of(Samples frame, int mostStars, Cancellation cancellation) {
    PixelLayout layout = frame.layout();
    StarSearch search = new StarSearch(layout.width());
    SmallFrame.Growing small = new SmallFrame.Growing(layout);
    FineDetail detail = new FineDetail(layout.width());
    long[] clipped = new long[1];
    GreyStrip.each(
        frame,
        cancellation,
        strip -> {
          search.lookAt(strip);
          small.add(strip);
          detail.add(strip);
          clipped[0] += strip.clipped();
        });
    double pixels = (double) layout.width() * layout.height();
    return new FrameScan(
        search.stars(mostStars),
        new StarFinder(StarList.MOST).among(search, layout),
        search.spots(),
        small.grown(),
        detail.mean(),
        clipped[0] / pixels);
  }
}
