package zygonox.core.measure;

/**
 * A line of light that is in one frame and not in those beside it: an aeroplane, a satellite, a
 * meteor.
 *
 * @param x1 column of one end, 0 at the middle of the leftmost pixel
 * @param y1 its row
 * @param x2 column of the other end
 * @param y2 its row
 * @param width full width at half maximum across it, in pixels
 * @param strength its light over its noise, summed along it: 10 and above is believed
 */
public record Streak(double x1, double y1, double x2, double y2, double width, double strength) {
  public double length() {
    return Math.hypot(x2 - x1, y2 - y1);
  }

  /** How far a place lies from the nearest of its own, in pixels. */
  public double distance(double x, double y) {
    double length = Math.max(1e-9, length());
    double along = ((x - x1) * (x2 - x1) + (y - y1) * (y2 - y1)) / length;
    double t = Math.max(0, Math.min(length, along)) / length;
    return Math.hypot(x - x1 - t * (x2 - x1), y - y1 - t * (y2 - y1));
  }
}
