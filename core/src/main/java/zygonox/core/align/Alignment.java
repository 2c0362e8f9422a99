package zygonox.core.align;

import java.nio.file.Path;
import java.util.List;

/**
 * How one frame lies on the reference.
 *
 * @param file the frame
 * @param stars stars found in it
 * @param inliers stars that agree with {@code matrix}
 * @param rmsPixels root mean square distance of those from the reference's by {@code matrix}, in
 *     pixels
 * @param residualPixels the same by the whole placement, with its bending
 * @param placement how it lies
 * @param misses how far each of those stars lies off; none of the reference itself
 */
public record Alignment(
    Path file,
    int stars,
    int inliers,
    double rmsPixels,
    double residualPixels,
    Placement placement,
    List<Miss> misses) {
  /** Best straight part: maps this frame's pixel coordinates onto the reference's. */
  public Homography matrix() {
    return placement.straight();
  }
}
