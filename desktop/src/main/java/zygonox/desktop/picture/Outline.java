package zygonox.desktop.picture;

/**
 * A band drawn around something long on the picture.
 *
 * @param x1 column of one end, in pixels of the real picture
 * @param y1 its row
 * @param x2 column of the other end
 * @param y2 its row
 * @param half half the band's width, in the same pixels
 * @param kind how it is drawn
 * @param chosen whether it is the one in work
 */
public record Outline(
    double x1, double y1, double x2, double y2, double half, Kind kind, boolean chosen) {
  /** What is told by the stroke, never by its colour alone. */
  public enum Kind {
    /** What goes: a whole stroke. */
    GOES,
    /** What stays: a broken one. */
    STAYS
  }

  /** How far a place lies from what it is around. */
  double distance(double x, double y) {
    double length = Math.max(1e-9, Math.hypot(x2 - x1, y2 - y1));
    double along = ((x - x1) * (x2 - x1) + (y - y1) * (y2 - y1)) / length;
    double t = Math.max(0, Math.min(length, along)) / length;
    return Math.hypot(x - x1 - t * (x2 - x1), y - y1 - t * (y2 - y1));
  }
}
