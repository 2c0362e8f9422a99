package zygonox.core.measure;

/**
 * A part of a frame that is brighter than before and after: a torch, headlights, flare.
 *
 * @param left first column of its outline, in pixels of the frame
 * @param top first row
 * @param right last column
 * @param bottom last row
 * @param rise how much brighter it is at its brightest, as a share of white
 */
public record Brightening(int left, int top, int right, int bottom, double rise) {
  /** So far from it, in pixels, it still disturbs what is compared. */
  private static final double NEAR = 60;

  /** Whether a place lies in it. */
  boolean covers(int x, int y) {
    return x >= left && x <= right && y >= top && y <= bottom;
  }

  /** Whether more than half of a line lies in it, or near to it. */
  boolean holds(Streak streak) {
    int inside = 0;
    int asked = 16;
    for (int k = 0; k <= asked; k++) {
      double share = (double) k / asked;
      double x = streak.x(share);
      double y = streak.y(share);
      boolean across = x >= left - NEAR && x <= right + NEAR;
      inside += across && y >= top - NEAR && y <= bottom + NEAR ? 1 : 0;
    }
    return inside > asked / 2;
  }
}
