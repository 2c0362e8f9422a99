package zygonox.core.align;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zygonox.core.stars.FoundStar;

/** Stars by place, for finding the nearest. */
final class StarGrid {
  private static final double CELL_PIXELS = 16;

  private final Map<Long, List<FoundStar>> cells = new HashMap<>();

  StarGrid(List<FoundStar> stars) {
    for (FoundStar star : stars) {
      cells.computeIfAbsent(key(cell(star.x()), cell(star.y())), k -> new ArrayList<>()).add(star);
    }
  }

  private static int cell(double coordinate) {
    return (int) Math.floor(coordinate / CELL_PIXELS);
  }

  private static long key(int column, int row) {
    return (long) column << 32 | row & 0xffffffffL;
  }

  /**
   * @param within how far to look, in pixels
   */
  Optional<FoundStar> nearest(double x, double y, double within) {
    FoundStar best = null;
    double least = within;
    for (int row = cell(y - within); row <= cell(y + within); row++) {
      for (int column = cell(x - within); column <= cell(x + within); column++) {
        for (FoundStar star : cells.getOrDefault(key(column, row), List.of())) {
          double distance = Math.hypot(star.x() - x, star.y() - y);
          if (distance <= least) {
            least = distance;
            best = star;
          }
        }
      }
    }
    return Optional.ofNullable(best);
  }
}
