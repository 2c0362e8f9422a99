package zygonox.core.optics;

import java.util.function.UnaryOperator;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Direction;
import zygonox.core.sky.Vector;

/**
 * How a camera, level at first, sees the world: distance from the middle grows with the tangent of
 * the angle from the axis, and where the lens distorts by a share of it that grows with its square
 * (the first radial term of D. Brown, Photogrammetric Engineering 37, 855, 1971). Vectors have x
 * north, y east, z up; pixel (0, 0) is the middle of the top left one.
 */
public final class Projection {
  private final Vector forward;
  private final Vector right;
  private final Vector up;
  private final double focalPixels;
  private final double centreX;
  private final double centreY;

  /** Of a square of distance from the middle, in focal lengths. */
  private final double bend;

  /** Rounds in which a distorted place is led back: beyond a millionth of a pixel. */
  private static final int ROUNDS = 12;

  /** With a lens that does not distort. */
  public Projection(Body body, double focalMm, Direction facing) {
    this(body, focalMm, facing, 0);
  }

  /**
   * @param distortion by which share of its distance from the middle a corner is drawn farther out
   */
  public Projection(Body body, double focalMm, Direction facing, double distortion) {
    double azimuth = facing.azimuthDeg();
    double altitude = facing.altitudeDeg();
    forward = Vector.of(facing);
    right = new Vector(-Angle.sin(azimuth), Angle.cos(azimuth), 0);
    up =
        new Vector(
            -Angle.sin(altitude) * Angle.cos(azimuth),
            -Angle.sin(altitude) * Angle.sin(azimuth),
            Angle.cos(altitude));
    focalPixels = 1000 * focalMm / body.pixelPitchUm();
    centreX = (body.pixelsWide() - 1) / 2.0;
    centreY = (body.pixelsHigh() - 1) / 2.0;
    double corner = Math.hypot(body.pixelsWide(), body.pixelsHigh()) / 2 / focalPixels;
    bend = distortion / (corner * corner);
  }

  private Projection(Projection other, UnaryOperator<Vector> turn) {
    forward = turn.apply(other.forward);
    right = turn.apply(other.right);
    up = turn.apply(other.up);
    focalPixels = other.focalPixels;
    centreX = other.centreX;
    centreY = other.centreY;
    bend = other.bend;
  }

  /**
   * The same camera turned.
   *
   * @param turn where it carries each direction; keeps angles
   */
  public Projection turned(UnaryOperator<Vector> turn) {
    return new Projection(this, turn);
  }

  /** The direction of its axis. */
  public Vector forward() {
    return forward;
  }

  /** The direction that lies to the right of the axis, at a right angle. */
  public Vector right() {
    return right;
  }

  /** The direction that lies above the axis, at a right angle. */
  public Vector up() {
    return up;
  }

  /** Whether a direction lies in front of the lens. */
  public boolean sees(Vector v) {
    return v.dot(forward) > 0.05;
  }

  /** Column of a direction that {@link #sees}. */
  public double x(Vector v) {
    return centreX + focalPixels * bent(v) * v.dot(right) / v.dot(forward);
  }

  /** Row of a direction that {@link #sees}. */
  public double y(Vector v) {
    return centreY - focalPixels * bent(v) * v.dot(up) / v.dot(forward);
  }

  /** How many times as far from the middle as without distortion a direction is seen. */
  private double bent(Vector v) {
    if (bend == 0) {
      return 1;
    }
    double cos = v.dot(forward);
    double square = Math.max(0, v.dot(v) / (cos * cos) - 1);
    return 1 + bend * Math.min(square, farthest());
  }

  /** Beyond it a barrel would fold over: far outside any frame. */
  private double farthest() {
    return bend < 0 ? 1 / (-3 * bend) : Double.MAX_VALUE;
  }

  /** The distance from the middle, in focal lengths, that is seen at another one. */
  private double straight(double seen) {
    double r = seen;
    for (int i = 0; i < ROUNDS; i++) {
      r = seen / (1 + bend * Math.min(r * r, farthest()));
    }
    return r;
  }

  /** The unit vector that a pixel looks along. */
  public Vector towards(double x, double y) {
    double a = (x - centreX) / focalPixels;
    double b = (centreY - y) / focalPixels;
    if (bend != 0) {
      double seen = Math.hypot(a, b);
      double back = seen == 0 ? 1 : straight(seen) / seen;
      a *= back;
      b *= back;
    }
    double length = Math.sqrt(1 + a * a + b * b);
    return new Vector(
        (forward.x() + a * right.x() + b * up.x()) / length,
        (forward.y() + a * right.y() + b * up.y()) / length,
        (forward.z() + a * right.z() + b * up.z()) / length);
  }

  /** Angle from the axis to the corner of a picture, degrees. */
  public double halfDiagonalDeg(int width, int height) {
    return Math.toDegrees(Math.atan(Math.hypot(width, height) / 2 / focalPixels));
  }

  /** Whether straight lines stay straight. */
  public boolean isStraight() {
    return bend == 0;
  }

  /**
   * By how much a square of distance from the middle, in focal lengths, draws a place outwards: 0
   * where straight lines stay straight.
   */
  public double bend() {
    return bend;
  }

  /** Focal length in pixels: pixels for a tangent of 1. */
  public double focalPixels() {
    return focalPixels;
  }
}
