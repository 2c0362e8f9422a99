package zygonox.core.align;

import java.nio.file.Path;
import java.util.List;

/**
 * How one frame lies on the reference.
 *
 * @param file the frame
 * @param stars stars found in it
 * @param inliers stars that agree with {@code matrix}
 * @param rmsPixels root mean square distance of those from the reference's, in pixels
 * @param matrix maps this frame's pixel coordinates onto the reference's
 * @param misses how far each of those stars lies off; none of the reference itself
 */
public record Alignment(
    Path file, int stars, int inliers, double rmsPixels, Homography matrix, List<Miss> misses) {
  /** Whether the frame is the reference or lies on it as it is. */
  public boolean isIdentity() {
    return matrix.equals(Homography.IDENTITY);
  }
}
