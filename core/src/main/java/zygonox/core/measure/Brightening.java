package zygonox.core.measure;

import java.util.List;
import java.util.Optional;

/**
 * A part of a frame that is brighter than in its neighbours: a torch, headlights, flare.
 *
 * @param left first column of its outline, in pixels of the frame
 * @param top first row
 * @param right last column
 * @param bottom last row
 * @param rise how much brighter it is at its brightest, as a share of white
 */
public record Brightening(int left, int top, int right, int bottom, double rise) {
  /** Side of the squares that are compared, in small pixels. */
  private static final int TILE = 12;

  /** A square has to rise by this share of white, and by this share of what it was. */
  private static final double LEAST_RISE = 0.02;

  private static final double LEAST_SHARE = 0.3;

  /** So far from it, in pixels, it still disturbs what is compared. */
  private static final double NEAR = 60;

  /** What covers more of the frame than this is no lamp: cloud, dawn, another exposure. */
  private static final double MOST_COVER = 0.25;

  /**
   * @param neighbours the frames before and after
   * @param streaks of the frame: what they light up is no lamp
   * @return empty where nothing rises, or nearly everything does
   */
  static Optional<Brightening> of(
      SmallFrame frame, List<SmallFrame> neighbours, List<Streak> streaks) {
    if (neighbours.isEmpty()) {
      return Optional.empty();
    }
    int across = frame.width() / TILE;
    int down = frame.height() / TILE;
    int left = across;
    int top = down;
    int right = -1;
    int bottom = -1;
    int count = 0;
    double most = 0;
    for (int ty = 0; ty < down; ty++) {
      for (int tx = 0; tx < across; tx++) {
        double here = mean(frame, tx, ty);
        double other = 0;
        for (SmallFrame n : neighbours) {
          other = Math.max(other, mean(n, tx, ty));
        }
        double rise = here - other;
        if (rise > Math.max(LEAST_RISE, LEAST_SHARE * other) && !isCrossed(tx, ty, streaks)) {
          count++;
          most = Math.max(most, rise);
          left = Math.min(left, tx);
          top = Math.min(top, ty);
          right = Math.max(right, tx);
          bottom = Math.max(bottom, ty);
        }
      }
    }
    if (count == 0 || count > MOST_COVER * across * down) {
      return Optional.empty();
    }
    int side = TILE * SmallFrame.BIN;
    return Optional.of(
        new Brightening(
            left * side, top * side, (right + 1) * side - 1, (bottom + 1) * side - 1, most));
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

  private static boolean isCrossed(int tileX, int tileY, List<Streak> streaks) {
    double side = TILE * SmallFrame.BIN;
    double x = (tileX + 0.5) * side;
    double y = (tileY + 0.5) * side;
    // From the middle of a square its corner is half its diagonal away.
    return streaks.stream().anyMatch(s -> s.distance(x, y) < side / Math.sqrt(2) + s.width());
  }

  private static double mean(SmallFrame frame, int tileX, int tileY) {
    double sum = 0;
    for (int y = tileY * TILE; y < (tileY + 1) * TILE; y++) {
      float[] row = frame.rows()[y];
      for (int x = tileX * TILE; x < (tileX + 1) * TILE; x++) {
        sum += row[x];
      }
    }
    return sum / (TILE * TILE);
  }
}
