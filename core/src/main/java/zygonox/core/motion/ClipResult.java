package zygonox.core.motion;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import zygonox.core.combine.FrameDropped;

/**
 * What became of a clip.
 *
 * @param recipe how it was made
 * @param output the file or folder
 * @param frames of how many frames it is
 * @param pictures how many pictures it has
 * @param dropped frames that did not take part, with reasons
 * @param size of its pictures
 * @param clipSeconds how long it lasts
 * @param flickerBefore standard deviation of the change from frame to frame as shot, in stops
 * @param flickerAfter the same as shown
 * @param steps where exposure changed
 * @param clippedFrom the first frame in which highlights are clipped by the camera
 * @param enlarged by how much frames were enlarged; 1 where they were not
 * @param lost share of the frames that was cut off to hold the scene still
 * @param bytes what it takes
 * @param seconds how long it took to make
 */
public record ClipResult(
    ClipRecipe recipe,
    Path output,
    int frames,
    int pictures,
    List<FrameDropped> dropped,
    PictureSize size,
    double clipSeconds,
    double flickerBefore,
    double flickerAfter,
    List<Step> steps,
    Optional<Path> clippedFrom,
    double enlarged,
    double lost,
    long bytes,
    double seconds) {
  /**
   * A change of exposure.
   *
   * @param after the frame before it
   * @param stops by how much frames became brighter
   */
  public record Step(Path after, double stops) {}
}
