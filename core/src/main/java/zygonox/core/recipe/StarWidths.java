package zygonox.core.recipe;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zygonox.core.align.Aligned;
import zygonox.core.combine.CoverageMap;
import zygonox.core.format.PictureReader;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.stars.FoundStar;
import zygonox.core.stars.StarShape;

/**
 * How wide stars are before and after, full width at half maximum in pixels.
 *
 * @param single of the reference
 * @param stacked of the result, the same stars
 */
public record StarWidths(double single, double stacked) {
  /** Measures; empty where there are too few stars. */
  static Optional<StarWidths> of(Aligned aligned, Path result, CoverageMap.Area area) {
    List<FoundStar> inside = new ArrayList<>();
    for (FoundStar star : aligned.referenceStars()) {
      double x = star.x() - area.left();
      double y = star.y() - area.top();
      if (x >= 0 && y >= 0 && x <= area.width() - 1 && y <= area.height() - 1) {
        inside.add(new FoundStar(x, y, star.flux(), star.peak()));
      }
    }
    try {
      Optional<StarShape> single =
          StarShape.of(PictureReader.readWhole(aligned.reference()), aligned.referenceStars());
      Optional<StarShape> stacked =
          StarShape.of(PictureReader.readWhole(Frame.look(result)), inside);
      return single.isPresent() && stacked.isPresent()
          ? Optional.of(new StarWidths(single.get().fwhm(), stacked.get().fwhm()))
          : Optional.empty();
    } catch (UnreadableFrame e) {
      // A result of floating point is not read again, and says nothing of its stars.
      return Optional.empty();
    }
  }
}
