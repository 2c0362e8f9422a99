package zygonox.core.recipe;

import java.nio.file.Path;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.function.Supplier;
import zygonox.core.combine.FrameDropped;
import zygonox.core.format.Depth;
import zygonox.core.format.OutputFormat;
import zygonox.core.format.PictureHeader;
import zygonox.core.frame.Frame;
import zygonox.core.frame.FrameSet;
import zygonox.core.raster.PixelLayout;

/**
 * A result that is put together from parts, on its way into its file.
 *
 * @param recipe of the whole
 * @param set the frames
 * @param done what was blended of them
 * @param to where it goes
 */
record JoinedPicture(Recipe recipe, FrameSet set, BlendResult done, Destination to) {
  /**
   * Writes it, whole or not at all.
   *
   * @param layout its shape
   * @param made how it was made, in a few words
   * @param rows gives all rows
   */
  void write(PixelLayout layout, Supplier<String> made, OutputFormat.Rows rows) {
    OutputFormat format = OutputFormat.of(to.picture());
    Depth depth =
        recipe.depth().orElse(format.nearest(new Blender(recipe).usualDepth(set.frames())));
    PictureHeader header =
        new PictureHeader(
                layout.width(),
                layout.height(),
                layout.channels(),
                depth,
                set.frames().get(0).info().upright(),
                recipe.jpeg(),
                made)
            .withRecipe(this::embedded);
    format.write(to.picture(), to.ifPresent(), header, rows);
  }

  /** The recipe as the result carries it, with the frames that took part. */
  private String embedded() {
    List<Path> left = done.dropped().stream().map(FrameDropped::file).toList();
    List<Path> used =
        set.frames().stream().map(Frame::file).filter(f -> !left.contains(f)).toList();
    return RecipeFile.embedded(recipe, to.picture(), OffsetDateTime.now(), used);
  }
}
