package zygonox.core.measure;

import java.util.List;
import zygonox.core.stars.Spot;

/**
 * What was measured of a run.
 *
 * @param frames one for each frame that could be decoded, in capture order
 * @param hotPixels pixels with light of their own in nearly all frames, by rows; empty as well
 *     where fewer than four frames cannot tell
 */
public record RunMeasure(List<FrameMeasure> frames, List<Spot> hotPixels) {
  public RunMeasure {
    frames = List.copyOf(frames);
    hotPixels = List.copyOf(hotPixels);
  }
}
