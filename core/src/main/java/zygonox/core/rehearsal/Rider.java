package zygonox.core.rehearsal;

import java.awt.BasicStroke;
import java.awt.Shape;
import java.awt.geom.AffineTransform;
import java.awt.geom.Area;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Line2D;
import java.awt.geom.Rectangle2D;
import java.time.Instant;
import java.util.Optional;
import zygonox.core.optics.Projection;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Direction;
import zygonox.core.sky.Vector;

/** Somebody on a bicycle along the near bank, as an outline against what lies behind. */
final class Rider {
  /** From the wheels to the head, and from wheel to wheel, in metres. */
  private static final double TALL = 1.75;

  private static final double WHEELBASE = 1.02;
  private static final double WHEEL = 0.34;

  /** How far away the path is, in metres. */
  private static final double AWAY = 30;

  /** In metres a second: an easy pace. */
  static final double PACE = 5;

  /** A turn of the pedals goes so far, in metres. */
  private static final double PER_TURN = 5;

  /** Who goes on by more than this while the shutter is open leaves no outline, in metres. */
  private static final double MOST_BLUR = 0.4;

  private Rider() {}

  /** How fast it goes along, in degrees of azimuth a second. */
  static double degreesPerSecond() {
    return Math.toDegrees(PACE / AWAY);
  }

  /**
   * Its outline in a frame, in pixels.
   *
   * @param wheelsDeg altitude of the path
   * @return empty where it is not in the frame, or was too fast for the shutter
   */
  static Optional<Shape> outline(
      Happening.Ride ride, Exposure exposure, Projection projection, double wheelsDeg) {
    Instant middle = exposure.middle();
    boolean there = !middle.isBefore(ride.from()) && !middle.isAfter(ride.to());
    if (!there || exposure.seconds() * PACE > MOST_BLUR) {
      return Optional.empty();
    }
    double share = Happening.share(ride.from(), ride.to(), middle);
    double gone = Angle.signed(ride.toAzimuthDeg() - ride.fromAzimuthDeg()) * share;
    Vector foot = Vector.of(new Direction(ride.fromAzimuthDeg() + gone, wheelsDeg));
    Vector above = Vector.of(new Direction(ride.fromAzimuthDeg() + gone, wheelsDeg + 1));
    if (!projection.sees(foot) || !projection.sees(above)) {
      return Optional.empty();
    }
    double scale = (projection.y(foot) - projection.y(above)) * Math.toDegrees(1 / AWAY);
    double way = Math.signum(Angle.signed(ride.toAzimuthDeg() - ride.fromAzimuthDeg()));
    double turned = 2 * Math.PI * Math.toRadians(Math.abs(gone)) * AWAY / PER_TURN;
    AffineTransform onto =
        new AffineTransform(
            way * scale, 0, 0, -scale, projection.x(foot) + 0.5, projection.y(foot) + 0.5);
    return Optional.of(onto.createTransformedShape(standing(turned)));
  }

  /** In metres, going to the right, the wheels on the ground. */
  private static Area standing(double turned) {
    Area all = new Area();
    for (double x : new double[] {-WHEELBASE / 2, WHEELBASE / 2}) {
      Area wheel = new Area(new Ellipse2D.Double(x - WHEEL, 0, 2 * WHEEL, 2 * WHEEL));
      double rim = WHEEL - 0.05;
      wheel.subtract(new Area(new Ellipse2D.Double(x - rim, WHEEL - rim, 2 * rim, 2 * rim)));
      all.add(wheel);
      line(all, x, WHEEL - 0.3, x, WHEEL + 0.3, 0.03);
    }
    double crank = 0.29;
    line(all, -WHEELBASE / 2, WHEEL, -0.05, crank, 0.05);
    line(all, -0.05, crank, -0.18, 0.85, 0.06);
    line(all, -0.16, 0.75, 0.38, 0.82, 0.06);
    line(all, -0.05, crank, 0.38, 0.75, 0.06);
    line(all, 0.38, 0.9, WHEELBASE / 2, WHEEL, 0.05);
    for (double phase : new double[] {turned, turned + Math.PI}) {
      double footX = -0.05 + 0.17 * Math.cos(phase);
      double footY = crank - 0.17 * Math.sin(phase);
      // The knee stands out in front of the line from hip to foot.
      double kneeX = (footX - 0.2) / 2 + 0.26;
      double kneeY = (footY + 0.92) / 2 + 0.06;
      line(all, -0.2, 0.92, kneeX, kneeY, 0.14);
      line(all, kneeX, kneeY, footX, footY, 0.1);
    }
    line(all, -0.2, 0.95, 0.16, 1.42, 0.26);
    line(all, 0.16, 1.38, 0.42, 0.98, 0.09);
    all.add(new Area(new Ellipse2D.Double(0.14, TALL - 0.25, 0.24, 0.25)));
    return all;
  }

  private static void line(Area into, double x1, double y1, double x2, double y2, double thick) {
    Shape stroke =
        new BasicStroke((float) thick, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND)
            .createStrokedShape(new Line2D.Double(x1, y1, x2, y2));
    into.add(new Area(stroke));
  }

  /** Its outline's box, as far as it lies in a picture; empty where it does not. */
  static Optional<Rectangle2D> box(Shape outline, int width, int height) {
    Rectangle2D box =
        outline.getBounds2D().createIntersection(new Rectangle2D.Double(0, 0, width, height));
    return box.isEmpty() ? Optional.empty() : Optional.of(box);
  }
}
