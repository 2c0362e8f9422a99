package zygonox.core.measure;

/**
 * A straight piece of a small frame.
 *
 * @param x1 column where it begins
 * @param y1 row where it begins
 * @param x2 column where it ends
 * @param y2 row where it ends
 * @param strength light over noise, summed along it
 */
record StraightLine(double x1, double y1, double x2, double y2, double strength) {
  double length() {
    return Math.max(1, Math.hypot(x2 - x1, y2 - y1));
  }

  /** How far it goes across for each of its pixels. */
  double ux() {
    return (x2 - x1) / length();
  }

  /** How far it goes down for each of its pixels. */
  double uy() {
    return (y2 - y1) / length();
  }

  /** The same seen over the diagonal, across for down. */
  StraightLine turned() {
    return new StraightLine(y1, x1, y2, x2, strength);
  }
}
