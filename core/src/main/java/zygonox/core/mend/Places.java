package zygonox.core.mend;

import zygonox.core.align.Homography;

/**
 * Where a piece of a row of the result lies in a frame: places from one end of a straight line to
 * the other, as far from each other as pixels, or nearly so.
 */
final class Places {
  /** In a run of places taken together none is farther from where it belongs, in pixels. */
  private static final double MOST_OFF = 0.015;

  private double u;
  private double v;
  private double lastU;
  private double lastV;

  /** Goes to where a row begins. */
  void begin(Homography map, int x, int row) {
    lastU = map.x(x, row);
    lastV = map.y(x, row);
  }

  /** Goes on from where the piece before ended. */
  void goTo(Homography map, int x, int row) {
    u = lastU;
    v = lastV;
    lastU = map.x(x, row);
    lastV = map.y(x, row);
  }

  long standingOut(RowWindow frame) {
    return frame.standouts().at(u, lastU, v, lastV);
  }

  /** So many places on end may be taken for one pixel apart in one row of the frame. */
  int together() {
    double off = Math.max(Math.abs(lastU - u - RowWindow.PIECE), Math.abs(lastV - v));
    double most = 2 * MOST_OFF * RowWindow.PIECE / Math.max(off, 1e-9);
    return (int) Math.max(1, Math.min(RowWindow.PIECE, most));
  }

  boolean areIn(RowWindow frame, int first, int count) {
    return frame.inside(u(first, count), v(first, count), count);
  }

  /** Column of the first of a run of places one pixel apart about its middle. */
  double u(int first, int count) {
    return u + share(first, count) * (lastU - u) - (count - 1) / 2.0;
  }

  /** Row of a run of places. */
  double v(int first, int count) {
    return v + share(first, count) * (lastV - v);
  }

  private static double share(int first, int count) {
    return (first + (count - 1) / 2.0) / RowWindow.PIECE;
  }
}
