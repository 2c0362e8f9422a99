package zygonox.core.mend;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import zygonox.core.align.Homography;

/**
 * The moments between two frames at which arcs are laid so that a trail goes on. Where an arc is
 * hardly longer than a star is wide each dims towards both its ends, and many make the trail even;
 * of one that is longer the middle is as bright as the trail, and one half way lies over the gap.
 * Safe for any thread.
 */
final class Moments {
  /**
   * Arcs are laid so closely that trails are even also where an arc is hardly longer than a star is
   * wide: a dip half way between two of them is a few per cent deep.
   */
  private static final double ARC_SHARE = 0.3;

  /** Moments between two frames, at the most. */
  private static final int MOST = 120;

  /**
   * Stars of a sharp frame are less wide, in pixels from half maximum to half maximum; at half that
   * from its end an arc has nine tenths of its light.
   */
  private static final double STAR_WIDTH = 4;

  private final List<Bridge.Moment> most;
  private final Homography turn;
  private final double exposedShare;
  private final Map<Integer, List<Bridge.Moment>> fewer = new ConcurrentHashMap<>();

  private Moments(List<Bridge.Moment> most, Homography turn, double exposedShare) {
    this.most = most;
    this.turn = turn;
    this.exposedShare = exposedShare;
  }

  /** The same moments everywhere. */
  static Moments of(List<Bridge.Moment> moments) {
    return new Moments(moments, Homography.IDENTITY, 1);
  }

  /**
   * @param turn where the sky of the earlier frame lies in the later one
   * @param exposedShare how much of the time from the one to the other the shutter was open
   */
  static Moments between(Homography turn, double exposedShare) {
    int most = (int) Math.min(MOST, Math.max(1, Math.ceil(1 / (ARC_SHARE * exposedShare)) - 1));
    return new Moments(evenly(turn, most), turn, exposedShare);
  }

  private static List<Bridge.Moment> evenly(Homography turn, int count) {
    List<Bridge.Moment> moments = new ArrayList<>();
    for (int k = 1; k <= count; k++) {
      double share = (double) k / (count + 1);
      moments.add(new Bridge.Moment(turn.power(-share), turn.power(1 - share)));
    }
    return moments;
  }

  /** Middles of arcs, which are as bright as the trail, must follow each other without a gap. */
  private int needed(int x, int row) {
    double way = Math.hypot(turn.x(x, row) - x, turn.y(x, row) - row);
    double middle = way * Math.min(1, exposedShare) - STAR_WIDTH;
    return middle > 0 ? (int) Math.max(1, Math.min(MOST, Math.ceil(way / middle) - 1)) : MOST;
  }

  /** Those of places where most are needed: nowhere do any reach farther. */
  List<Bridge.Moment> most() {
    return most;
  }

  /** Those of a place of the earlier frame. */
  List<Bridge.Moment> at(int x, int row) {
    int here = Math.min(most.size(), needed(x, row));
    return here == most.size() ? most : fewer.computeIfAbsent(here, c -> evenly(turn, c));
  }
}
