package zygonox.core.optics;

import java.util.function.UnaryOperator;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Direction;
import zygonox.core.sky.Vector;

/**
 * How a camera, level at first, with a rectilinear lens sees the world: distance from the middle
 * grows with the tangent of the angle from the axis. Vectors have x north, y east, z up; pixel (0,
 * 0) is the middle of the top left one.
 */
public final class Projection {
  private final Vector forward;
  private final Vector right;
  private final Vector up;
  private final double focalPixels;
  private final double centreX;
  private final double centreY;

  public Projection(Body body, double focalMm, Direction facing) {
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
  }

  private Projection(Projection other, UnaryOperator<Vector> turn) {
    forward = turn.apply(other.forward);
    right = turn.apply(other.right);
    up = turn.apply(other.up);
    focalPixels = other.focalPixels;
    centreX = other.centreX;
    centreY = other.centreY;
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
    return centreX + focalPixels * v.dot(right) / v.dot(forward);
  }

  /** Row of a direction that {@link #sees}. */
  public double y(Vector v) {
    return centreY - focalPixels * v.dot(up) / v.dot(forward);
  }

  /** The unit vector that a pixel looks along. */
  public Vector towards(double x, double y) {
    double a = (x - centreX) / focalPixels;
    double b = (centreY - y) / focalPixels;
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

  /** Focal length in pixels: pixels for a tangent of 1. */
  public double focalPixels() {
    return focalPixels;
  }
}
