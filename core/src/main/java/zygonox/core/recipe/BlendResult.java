package zygonox.core.recipe;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import zygonox.core.align.Alignment;
import zygonox.core.combine.BlendMethod;
import zygonox.core.combine.CoverageMap;
import zygonox.core.combine.FrameDropped;
import zygonox.core.combine.NoiseGain;
import zygonox.core.combine.Rejection;
import zygonox.core.develop.FrameMask;
import zygonox.core.mend.Subject;

/**
 * What a blend did.
 *
 * @param recipe how
 * @param output the file written
 * @param frames how many frames were given
 * @param used how many took part
 * @param dropped the others, with reasons
 * @param width of the result in pixels
 * @param height of the result in rows
 * @param seconds how long it took
 * @param pixelMemoryBytes pixel memory the plan took
 * @param reference the frame the others were brought onto; empty without alignment
 * @param alignment each moved frame's way onto the reference
 * @param noise before and after; empty for pictures too small to measure
 * @param starWidths before and after; empty without alignment, or with too few stars
 * @param coverage how many frames cover its pixels
 * @param rejected what a clipped mean left out; empty for other methods
 * @param sharpness of what stood still, as a share of one frame's: of the ground where it was held,
 *     of the whole where the frames were brought onto each other by the scene; else empty
 * @param finerDetail contrast of detail too fine for one frame on a finer grid, as a share of that
 *     of the finest that it holds; empty without one, or where it is not known
 * @param mended what was put right in single frames
 * @param sky where the ground was held: what counted as sky
 * @param warnings what was found wrong on the way
 */
public record BlendResult(
    Recipe recipe,
    Path output,
    int frames,
    int used,
    List<FrameDropped> dropped,
    int width,
    int height,
    double seconds,
    long pixelMemoryBytes,
    Optional<Path> reference,
    List<Alignment> alignment,
    Optional<NoiseGain> noise,
    Optional<StarWidths> starWidths,
    CoverageMap.Counts coverage,
    Optional<Rejection.Counts> rejected,
    OptionalDouble sharpness,
    OptionalDouble finerDetail,
    Mended mended,
    Optional<FrameMask> sky,
    List<BlendWarning> warnings) {
  /** The same of a recipe that this was a part of. */
  BlendResult partOf(Recipe whole, Path picture, int given, double wholeSeconds) {
    return with(whole, picture, given, size(), wholeSeconds, sharpness, mended, sky);
  }

  /**
   * The same under a sky that was told from the ground.
   *
   * @param left what the crop has left of it
   */
  BlendResult over(FrameMask held, OptionalDouble groundSharpness, CoverageMap.Area left) {
    return with(recipe, output, frames, left, seconds, groundSharpness, mended, Optional.of(held));
  }

  /** The same with what moves laid in. */
  BlendResult showing(List<Subject> subjects) {
    return with(
        recipe, output, frames, size(), seconds, sharpness, mended.withSubjects(subjects), sky);
  }

  private CoverageMap.Area size() {
    return new CoverageMap.Area(0, 0, width, height);
  }

  private BlendResult with(
      Recipe of,
      Path picture,
      int given,
      CoverageMap.Area size,
      double took,
      OptionalDouble howSharp,
      Mended whatMended,
      Optional<FrameMask> whatSky) {
    return new BlendResult(
        of,
        picture,
        given,
        used,
        dropped,
        size.width(),
        size.height(),
        took,
        pixelMemoryBytes,
        reference,
        alignment,
        noise,
        starWidths,
        coverage,
        rejected,
        howSharp,
        finerDetail,
        whatMended,
        whatSky,
        warnings);
  }

  public BlendMethod method() {
    return recipe.method();
  }
}
