package zygonox.core.motion;

/** How large a clip becomes, about. */
public final class ClipBytes {
  private ClipBytes() {}

  /**
   * Bits that a second of it takes: for films so many a pixel, twice as many every so many per cent
   * of quality (measured on rehearsed nights; cloud and water take more).
   */
  static double bitsPerSecond(ClipRecipe recipe, PictureSize size) {
    double perPixel =
        switch (recipe.codec()) {
          case AV1 -> 0.006;
          case VP9 -> 0.008;
          default -> 0.011;
        };
    double pixels = (double) size.width() * size.height() * recipe.rate().perSecond();
    return pixels * perPixel * Math.pow(2, recipe.quality() / 20.0);
  }

  /** Bytes of a whole clip of so many pictures. */
  public static long foretold(ClipRecipe recipe, PictureSize size, int pictures) {
    return Math.round(bitsPerSecond(recipe, size) / 8 * recipe.rate().duration(pictures));
  }
}
