package zygonox.desktop.picture;

import zygonox.core.measure.Streak;

/**
 * A band drawn around something long on the picture.
 *
 * @param x1 column of one end, in pixels of the real picture
 * @param y1 its row
 * @param x2 column of the other end
 * @param y2 its row
 * @param bow how far its middle lies beside the straight between its ends, in the same pixels
 * @param half half the band's width, in the same pixels
 * @param kind how it is drawn
 * @param chosen whether it is the one in work
 */
public record Outline(
    double x1,
    double y1,
    double x2,
    double y2,
    double bow,
    double half,
    Kind kind,
    boolean chosen) {
  /** One that is straight. */
  public Outline(
      double x1, double y1, double x2, double y2, double half, Kind kind, boolean chosen) {
    this(x1, y1, x2, y2, 0, half, kind, chosen);
  }

  /** What is told by the stroke, never by its colour alone. */
  public enum Kind {
    /** What goes: a whole stroke. */
    GOES,
    /** What stays: a broken one. */
    STAYS
  }

  /** How far a place lies from what it is around. */
  double distance(double x, double y) {
    return line().distance(x, y);
  }

  /** The column of the middle of what it is around. */
  public double middleX() {
    return line().x(0.5);
  }

  /** Its row. */
  public double middleY() {
    return line().y(0.5);
  }

  /** The line along its middle. */
  Streak line() {
    return new Streak(x1, y1, x2, y2, bow, 2 * half, 0);
  }
}
