package zygonox.core.measure;

/**
 * A line of a small frame that was followed to its ends.
 *
 * @param chord the straight between its ends
 * @param bow how far its middle lies beside that, to the right of its direction
 */
record TracedLine(StraightLine chord, double bow) {
  static TracedLine straight(StraightLine line) {
    return new TracedLine(line, 0);
  }

  double length() {
    return chord.length();
  }

  double strength() {
    return chord.strength();
  }

  /** How far it lies beside its chord, at a place along that. */
  private double aside(double t) {
    double share = t / length();
    return 4 * bow * share * (1 - share);
  }

  /** The column of a place along it and beside it; beyond its ends it goes on as it does. */
  double x(double t, double beside) {
    return chord.x1() + t * chord.ux() - (aside(t) + beside) * chord.uy();
  }

  /** The row of a place along it and beside it. */
  double y(double t, double beside) {
    return chord.y1() + t * chord.uy() + (aside(t) + beside) * chord.ux();
  }

  /** From one place along it to another. */
  TracedLine between(double from, double to, double strength) {
    double share = (to - from) / length();
    StraightLine part = new StraightLine(x(from, 0), y(from, 0), x(to, 0), y(to, 0), strength);
    return new TracedLine(part, bow * share * share);
  }

  /** Its ends moved across, and its middle farther out. */
  TracedLine moved(double first, double last, double farther) {
    double ux = chord.ux();
    double uy = chord.uy();
    return new TracedLine(
        new StraightLine(
            chord.x1() - first * uy,
            chord.y1() + first * ux,
            chord.x2() - last * uy,
            chord.y2() + last * ux,
            strength()),
        bow + farther);
  }
}
