package zygonox.core.program;

import zygonox.core.optics.Sensor;
import zygonox.core.quantity.Angle;

/**
 * What a frame covers of the sphere when the head turns about the vertical: the geometry of a
 * rectilinear lens, without approximation.
 */
final class FrameOnSphere {
  /** Points along each side at which shared area is asked for. */
  private static final int GRID = 200;

  /** Neighbours' edges nearest the horizon must not part; in degrees of azimuth. */
  private static final double EDGE_DEG = 1e-6;

  private final double halfWide;
  private final double halfHigh;

  /**
   * @param sensor the body as it is held, and the lens
   */
  FrameOnSphere(Sensor sensor) {
    halfWide = sensor.body().sensorWidthMm() / 2 / sensor.focalMm();
    halfHigh = sensor.body().sensorHeightMm() / 2 / sensor.focalMm();
  }

  /** Angle along its middle line. */
  double wideDeg() {
    return 2 * Math.toDegrees(Math.atan(halfWide));
  }

  double highDeg() {
    return 2 * Math.toDegrees(Math.atan(halfHigh));
  }

  /** Azimuths that its middle line spans at an altitude, in degrees; 360 around the zenith. */
  double azimuthSpanDeg(double altitudeDeg) {
    return span(Angle.cos(altitudeDeg));
  }

  private double span(double forward) {
    return forward <= 1e-9 ? 360 : 2 * Math.toDegrees(Math.atan(halfWide / forward));
  }

  /**
   * How far the head may turn so that neighbours share enough of their middle lines, and as much
   * where they are nearest the horizon, where a step in azimuth is longest: there by the usual
   * reckoning, the field of view times what is not shared, over the cosine of the altitude. Nor may
   * they part at the edge nearest the horizon.
   */
  double longestStepDeg(double altitudeDeg, double overlap) {
    double nearest = Math.max(0, Math.abs(altitudeDeg) - highDeg() / 2);
    double usual = wideDeg() * (1 - overlap) / Angle.cos(nearest);
    double nearHorizon = -Math.signum(altitudeDeg) * halfHigh;
    double edge = span(Angle.cos(altitudeDeg) - nearHorizon * Angle.sin(altitudeDeg)) - EDGE_DEG;
    double low = 0;
    double high = Math.min(Math.min(edge, usual), 359);
    if (overlap(altitudeDeg, high) >= overlap) {
      return high;
    }
    while (high - low > 1e-9) {
      double middle = (low + high) / 2;
      if (overlap(altitudeDeg, middle) >= overlap) {
        low = middle;
      } else {
        high = middle;
      }
    }
    return low;
  }

  /**
   * Share of a frame's middle line, by angle, that the next frame covers; negative where they part.
   *
   * <p>A point x of the middle line of a frame at azimuth 0 and altitude a lies at (cos a, x, sin
   * a) to the north, east and up. The frame turned by d begins where its own x is the negative half
   * width, which is linear in x.
   */
  double overlap(double altitudeDeg, double stepDeg) {
    double cos = Angle.cos(altitudeDeg);
    double sin = Angle.sin(altitudeDeg);
    double across =
        cos * Angle.sin(stepDeg) - halfWide * (cos * cos * Angle.cos(stepDeg) + sin * sin);
    double along = Angle.cos(stepDeg) + halfWide * cos * Angle.sin(stepDeg);
    double half = Math.atan(halfWide);
    // Behind it, or far round: nothing is shared.
    double begins = Math.atan2(across, along);
    return (half - begins) / (2 * half);
  }

  /** Share of a frame's area, by pixels, that the next frame in its row covers. */
  double sharedArea(double altitudeDeg, double stepDeg) {
    double cos = Angle.cos(altitudeDeg);
    double sin = Angle.sin(altitudeDeg);
    double turnCos = Angle.cos(stepDeg);
    double turnSin = Angle.sin(stepDeg);
    int shared = 0;
    for (int row = 0; row < GRID; row++) {
      double y = halfHigh * (2 * (row + 0.5) / GRID - 1);
      double level = cos - y * sin;
      double up = sin + y * cos;
      for (int column = 0; column < GRID; column++) {
        double x = halfWide * (2 * (column + 0.5) / GRID - 1);
        double north = turnCos * level + turnSin * x;
        double east = -turnSin * level + turnCos * x;
        double forward = cos * north + sin * up;
        boolean inside =
            forward > 0
                && Math.abs(east / forward) <= halfWide
                && Math.abs((cos * up - sin * north) / forward) <= halfHigh;
        shared += inside ? 1 : 0;
      }
    }
    return (double) shared / (GRID * GRID);
  }
}
