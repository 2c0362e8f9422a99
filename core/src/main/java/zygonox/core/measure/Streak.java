package zygonox.core.measure;

/**
 * A line of light that is in one frame and not in those beside it: an aeroplane, a satellite, a
 * meteor. Through a wide lens it may be bowed: it is taken for a parabola over its chord.
 *
 * @param x1 column of one end, 0 at the middle of the leftmost pixel
 * @param y1 its row
 * @param x2 column of the other end
 * @param y2 its row
 * @param bow by how many pixels its middle lies beside the straight between its ends, to the right
 *     of the direction from the first to the second; negative to the left
 * @param width full width at half maximum across it, in pixels
 * @param strength its light over its noise, summed along it: 10 and above is believed
 */
public record Streak(
    double x1, double y1, double x2, double y2, double bow, double width, double strength) {
  /** One that is straight. */
  public Streak(double x1, double y1, double x2, double y2, double width, double strength) {
    this(x1, y1, x2, y2, 0, width, strength);
  }

  /** From end to end, straight, in pixels. */
  public double length() {
    return Math.hypot(x2 - x1, y2 - y1);
  }

  /** How far along it a place lies: 0 at its first end, 1 at the second, beyond them as well. */
  public double along(double x, double y) {
    double length = Math.max(1e-9, length());
    return ((x - x1) * (x2 - x1) + (y - y1) * (y2 - y1)) / (length * length);
  }

  /** The column of its place at a share of its length. */
  public double x(double share) {
    return x1 + share * (x2 - x1) - aside(share) * (y2 - y1) / Math.max(1e-9, length());
  }

  /** The row of its place at a share of its length. */
  public double y(double share) {
    return y1 + share * (y2 - y1) + aside(share) * (x2 - x1) / Math.max(1e-9, length());
  }

  /** How far a place lies from the nearest of its own, in pixels; as good as its bow is flat. */
  public double distance(double x, double y) {
    double length = Math.max(1e-9, length());
    double share = along(x, y);
    double held = Math.max(0, Math.min(1, share));
    double across = ((x2 - x1) * (y - y1) - (y2 - y1) * (x - x1)) / length - aside(held);
    if (held == share) {
      return Math.abs(across) / Math.hypot(1, 4 * bow * (1 - 2 * held) / length);
    }
    return Math.hypot(across, (share - held) * length);
  }

  private double aside(double share) {
    return 4 * bow * share * (1 - share);
  }
}
