package zygonox.core.measure;

import java.util.List;
import java.util.Optional;
import java.util.function.IntPredicate;

/**
 * Finds lights that come and go: what is brighter in a frame, or in a few on end, than before and
 * after.
 */
final class LampFinder {
  /** A square has to rise by this share of white, and by this share of what it was. */
  private static final double LEAST_RISE = 0.02;

  private static final double LEAST_SHARE = 0.3;

  /** What stays longer, in frames, belongs to the place, or is the sky's own course. */
  private static final int LONGEST = 4;

  /** What covers more of the frame than this is no lamp: cloud, dawn, another exposure. */
  private static final double MOST_COVER = 0.25;

  private final TileCourse course;

  /**
   * @param course of all frames
   */
  LampFinder(TileCourse course) {
    this.course = course;
  }

  /**
   * The light in one of the frames.
   *
   * @param steady of which other frames the scene lies as in this one
   * @param streaks of the frame: what they light up is no lamp
   * @return empty where nothing rises, or nearly everything does
   */
  Optional<Brightening> in(int frame, IntPredicate steady, List<Streak> streaks) {
    int across = course.across();
    int down = course.down();
    int left = across;
    int top = down;
    int right = -1;
    int bottom = -1;
    int count = 0;
    double most = 0;
    boolean[] alike = alike(frame, steady);
    for (int ty = 0; ty < down; ty++) {
      for (int tx = 0; tx < across; tx++) {
        double rise = rise(ty * across + tx, frame, alike);
        if (rise > 0 && !isCrossed(tx, ty, streaks)) {
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
    return Optional.of(
        new Brightening(
            left * TileCourse.SIDE,
            top * TileCourse.SIDE,
            (right + 1) * TileCourse.SIDE - 1,
            (bottom + 1) * TileCourse.SIDE - 1,
            most));
  }

  /** Of the frames about one, as many before as after, those that exist and show the same scene. */
  private boolean[] alike(int frame, IntPredicate steady) {
    boolean[] alike = new boolean[2 * LONGEST + 1];
    for (int k = 0; k < alike.length; k++) {
      int other = frame - LONGEST + k;
      alike[k] = other == frame || other >= 0 && other < course.frames() && steady.test(other);
    }
    return alike;
  }

  /** How much brighter a square is than before and after it was lit; 0 where it is not lit. */
  private double rise(int tile, int frame, boolean[] alike) {
    if (course.at(frame, tile) <= LEAST_RISE) {
      return 0;
    }
    double most = 0;
    for (int first = frame - LONGEST + 1; first <= frame; first++) {
      for (int last = frame; last < first + LONGEST; last++) {
        double other =
            Math.max(level(tile, first - 1, frame, alike), level(tile, last + 1, frame, alike));
        double rise = course.at(frame, tile) - other;
        if (other >= 0 && rise > most && isLit(tile, first, last, frame, alike, other)) {
          most = rise;
        }
      }
    }
    return most;
  }

  /** How bright a square is in another frame; below 0 where there is none that shows the scene. */
  private double level(int tile, int other, int frame, boolean[] alike) {
    return alike[other - frame + LONGEST] ? course.at(other, tile) : -1;
  }

  private boolean isLit(int tile, int first, int last, int frame, boolean[] alike, double other) {
    double least = other + Math.max(LEAST_RISE, LEAST_SHARE * other);
    for (int k = first; k <= last; k++) {
      if (level(tile, k, frame, alike) <= least) {
        return false;
      }
    }
    return true;
  }

  private static boolean isCrossed(int tileX, int tileY, List<Streak> streaks) {
    double x = (tileX + 0.5) * TileCourse.SIDE;
    double y = (tileY + 0.5) * TileCourse.SIDE;
    // From the middle of a square its corner is half its diagonal away.
    return streaks.stream()
        .anyMatch(s -> s.distance(x, y) < TileCourse.SIDE / Math.sqrt(2) + s.width());
  }
}
