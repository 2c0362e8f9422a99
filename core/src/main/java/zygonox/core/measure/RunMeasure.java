package zygonox.core.measure;

import java.util.List;
import java.util.Optional;
import zygonox.core.stars.Spot;

/**
 * What was measured of a run.
 *
 * @param frames one for each frame that could be decoded, in capture order
 * @param hotPixels pixels with light of their own in nearly all frames, by rows; empty as well
 *     where fewer than four frames cannot tell
 * @param filling how far lights that pass have filled their way; empty where none do
 * @param cloud the part that the brightest of all frames would show streaky; empty where there is
 *     none
 */
public record RunMeasure(
    List<FrameMeasure> frames,
    List<Spot> hotPixels,
    Optional<Filling> filling,
    Optional<CloudPart> cloud) {
  public RunMeasure {
    frames = List.copyOf(frames);
    hotPixels = List.copyOf(hotPixels);
  }
}
