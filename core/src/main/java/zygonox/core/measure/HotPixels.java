package zygonox.core.measure;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import zygonox.core.stars.Spot;

/**
 * Hot pixels of a run: spots that stay in their pixel while the stars go on. A single frame cannot
 * tell them from the sharpest stars.
 */
final class HotPixels {
  /** Fewer frames cannot tell what stays. */
  private static final int FEWEST_FRAMES = 4;

  /**
   * Share of the frames in which a hot pixel has to show: it drowns under a lamp or bright cloud.
   */
  private static final double PRESENT_SHARE = 0.75;

  /**
   * Where more of the spots than this stay, the stars stay too (a mount follows the sky, or the run
   * is short), and nothing can be told.
   */
  private static final int MOST = 20_000;

  private final Map<Spot, Integer> counts = new HashMap<>();
  private int frames;

  void add(List<Spot> spots) {
    frames++;
    for (Spot spot : spots) {
      counts.merge(spot, 1, Integer::sum);
    }
  }

  /** Those found, by rows; empty where nothing can be told. */
  List<Spot> found() {
    if (frames < FEWEST_FRAMES) {
      return List.of();
    }
    List<Spot> found =
        counts.entrySet().stream()
            .filter(e -> e.getValue() >= PRESENT_SHARE * frames)
            .map(Map.Entry::getKey)
            .sorted((a, b) -> a.y() != b.y() ? a.y() - b.y() : a.x() - b.x())
            .toList();
    return found.size() > MOST ? List.of() : found;
  }
}
