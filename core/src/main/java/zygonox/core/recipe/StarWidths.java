package zygonox.core.recipe;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zygonox.core.align.Aligned;
import zygonox.core.combine.CoverageMap;
import zygonox.core.format.DecodeMemory;
import zygonox.core.format.PictureFile;
import zygonox.core.format.PictureReader;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.raster.Samples;
import zygonox.core.stars.FoundStar;
import zygonox.core.stars.StarShape;
import zygonox.core.work.Workers;
import zygonox.core.work.Workroom;

/**
 * How wide stars are before and after, full width at half maximum in pixels.
 *
 * @param single of the reference
 * @param stacked of the result, the same stars
 */
public record StarWidths(double single, double stacked) {
  /** What a picture takes while it is measured, for each sample: itself, and what is decoded. */
  private static final long HELD_BYTES = 3;

  /** Measures; empty where there are too few stars, or none were looked for. */
  static Optional<StarWidths> of(
      Aligned aligned, Path result, CoverageMap.Area area, Workroom room) {
    if (aligned.referenceStars().isEmpty()) {
      return Optional.empty();
    }
    List<FoundStar> inside = new ArrayList<>();
    for (FoundStar star : aligned.referenceStars()) {
      double x = star.x() - area.left();
      double y = star.y() - area.top();
      if (x >= 0 && y >= 0 && x <= area.width() - 1 && y <= area.height() - 1) {
        inside.add(new FoundStar(x, y, star.flux(), star.peak()));
      }
    }
    PictureFile[] pictures;
    try {
      pictures = new PictureFile[] {aligned.reference(), Frame.look(result)};
    } catch (UnreadableFrame e) {
      return Optional.empty();
    }
    List<List<FoundStar>> stars = List.of(aligned.referenceStars(), inside);
    List<Optional<StarShape>> shapes = new ArrayList<>(List.of(Optional.empty(), Optional.empty()));
    try (Workers crew = room.crew(HELD_BYTES * aligned.reference().layout().samples())) {
      crew.forEach(2, (i, worker) -> shapes.set(i, shape(pictures[i], stars.get(i))));
    }
    return shapes
        .get(0)
        .flatMap(one -> shapes.get(1).map(many -> new StarWidths(one.fwhm(), many.fwhm())));
  }

  /** A result of floating point is not read again, and says nothing of its stars. */
  private static Optional<StarShape> shape(PictureFile picture, List<FoundStar> stars) {
    try {
      Samples whole = Samples.room(picture.layout());
      PictureReader.readWhole(picture, DecodeMemory.unshared(), whole);
      return StarShape.of(whole, stars);
    } catch (UnreadableFrame e) {
      return Optional.empty();
    }
  }
}
