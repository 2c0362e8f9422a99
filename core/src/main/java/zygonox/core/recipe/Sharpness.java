package zygonox.core.recipe;

import java.nio.file.Path;
import java.util.OptionalDouble;
import zygonox.core.align.Aligned;
import zygonox.core.combine.CoverageMap;
import zygonox.core.develop.FrameMask;
import zygonox.core.format.PictureReader;
import zygonox.core.format.PixelSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.frame.Frame;
import zygonox.core.measure.EdgeSharpness;
import zygonox.core.raster.Raster;
import zygonox.core.work.Workroom;

/** How sharp a result is, held against one of its frames. */
final class Sharpness {
  /** So near the edge of the sky the ground's slopes are the sky's as well, in pixels. */
  private static final int FROM_THE_SKY = 6;

  private Sharpness() {}

  /** Of a result whose frames were brought onto each other; empty where it is not known. */
  static OptionalDouble of(
      Recipe recipe, Aligned aligned, Path result, CoverageMap.Area area, Workroom room) {
    boolean still = recipe.align() == Align.SCENE || recipe.align() == Align.SHIFT;
    if (!still || recipe.scale() != 1) {
      return OptionalDouble.empty();
    }
    try (PixelSource one = PictureReader.open(aligned.reference());
        PixelSource many = PictureReader.open(Frame.look(result))) {
      return EdgeSharpness.of(
          one, many, area.left(), area.top(), (x, y) -> true, room.cancellation());
    } catch (UnreadableFrame e) {
      // A result of floating point is not read again.
      return OptionalDouble.empty();
    }
  }

  /**
   * Of a ground that was blended by itself.
   *
   * @param first one of its frames
   * @param sky what is not ground
   */
  static OptionalDouble ofGround(Frame first, Raster ground, FrameMask sky, Workroom room) {
    try (PixelSource one = PictureReader.open(first);
        PixelSource many = PixelSource.of(ground)) {
      return EdgeSharpness.of(
          one,
          many,
          0,
          0,
          (x, y) ->
              !sky.at(x, y) && !sky.at(x, Math.max(0, y - FROM_THE_SKY)) && !beside(sky, x, y),
          room.cancellation());
    } catch (UnreadableFrame e) {
      return OptionalDouble.empty();
    }
  }

  private static boolean beside(FrameMask sky, int x, int y) {
    return sky.at(Math.max(0, x - FROM_THE_SKY), y)
        || sky.at(Math.min(sky.width() - 1, x + FROM_THE_SKY), y);
  }
}
