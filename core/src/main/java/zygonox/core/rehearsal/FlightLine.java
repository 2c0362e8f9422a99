package zygonox.core.rehearsal;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import zygonox.core.optics.Projection;
import zygonox.core.quantity.Angle;
import zygonox.core.sky.Vector;

/**
 * What a light that crosses the sky draws on one frame. A rectilinear lens makes a straight line of
 * a great circle, one that distorts a shallow arc.
 *
 * @param kind what it is
 * @param x1 column where it is when the shutter opens, or where it enters the frame
 * @param y1 its row
 * @param x2 column where it is when the shutter closes, or where it leaves the frame
 * @param y2 its row
 * @param bow by how many pixels the arc's middle lies beside the straight line, to the right of the
 *     way from its first end to its last
 * @param electronsPerPixel in the green channel, along the line
 * @param colour of its light: red, green, blue for one electron of the green channel
 * @param dashPixels length of a lit and a dark piece together; 0 for a plain line
 */
record FlightLine(
    HappeningKind kind,
    double x1,
    double y1,
    double x2,
    double y2,
    double bow,
    double electronsPerPixel,
    float[] colour,
    double dashPixels) {
  private static final float[] WHITE = {1, 1, 1};

  /** Of the lamps at a car's front, and of those at its end. */
  private static final float[] HEADLIGHTS = {1.2f, 1, 0.75f};

  private static final float[] TAIL_LIGHTS = {1.9f, 0.45f, 0.25f};

  /** A flashing lamp: so many times a second. */
  private static final double FLASHES_PER_SECOND = 1.1;

  private static final double LIT_SHARE = 0.6;
  private static final double STEP_PIXELS = 0.4;

  /**
   * @param zeroPoint electrons a second that a star of magnitude 0 gives
   * @return empty where nothing of it falls into the frame
   */
  static Optional<FlightLine> of(
      Happening.Flight flight,
      Exposure exposure,
      Projection projection,
      double zeroPoint,
      int width,
      int height) {
    Instant from = later(flight.from(), exposure.opensAt());
    Instant to = flight.to().isBefore(exposure.closesAt()) ? flight.to() : exposure.closesAt();
    double seconds = Duration.between(from, to).toNanos() / 1e9;
    Vector a = between(flight, Happening.share(flight.from(), flight.to(), from));
    Vector b = between(flight, Happening.share(flight.from(), flight.to(), to));
    if (seconds <= 0 || !projection.sees(a) || !projection.sees(b)) {
      return Optional.empty();
    }
    double x1 = projection.x(a);
    double y1 = projection.y(a);
    double x2 = projection.x(b);
    double y2 = projection.y(b);
    double length = Math.hypot(x2 - x1, y2 - y1);
    double[] part = inside(x1, y1, x2, y2, width, height);
    if (part[0] >= part[1] || length < 1) {
      return Optional.empty();
    }
    double perSecond = zeroPoint * Math.pow(10, -0.4 * flight.magnitude());
    return Optional.of(
        new FlightLine(
            flight.kind(),
            x1 + part[0] * (x2 - x1),
            y1 + part[0] * (y2 - y1),
            x1 + part[1] * (x2 - x1),
            y1 + part[1] * (y2 - y1),
            projection.isStraight() ? 0 : bow(a, b, projection, part),
            perSecond * seconds / length,
            colour(flight),
            flight.kind() == HappeningKind.AEROPLANE ? length / seconds / FLASHES_PER_SECOND : 0));
  }

  /** Who drives to the right comes nearer on this road, and shows his headlights. */
  private static float[] colour(Happening.Flight flight) {
    if (flight.kind() != HappeningKind.CARS) {
      return WHITE;
    }
    double turn = Angle.signed(flight.b().azimuthDeg() - flight.a().azimuthDeg());
    return turn > 0 ? HEADLIGHTS : TAIL_LIGHTS;
  }

  private static double bow(Vector a, Vector b, Projection projection, double[] part) {
    double middle = (part[0] + part[1]) / 2;
    Vector at = between(a, b, middle);
    double alongX = projection.x(b) - projection.x(a);
    double alongY = projection.y(b) - projection.y(a);
    double fromX = projection.x(at) - projection.x(a);
    double fromY = projection.y(at) - projection.y(a);
    double whole = (alongX * fromY - alongY * fromX) / Math.hypot(alongX, alongY);
    // Of the whole arc's bow a part has its share of the length, squared.
    double share = part[1] - part[0];
    return whole * share * share;
  }

  private static Instant later(Instant a, Instant b) {
    return a.isAfter(b) ? a : b;
  }

  private static Vector between(Happening.Flight flight, double share) {
    return between(Vector.of(flight.a()), Vector.of(flight.b()), share);
  }

  private static Vector between(Vector a, Vector b, double share) {
    double x = a.x() + share * (b.x() - a.x());
    double y = a.y() + share * (b.y() - a.y());
    double z = a.z() + share * (b.z() - a.z());
    double length = Math.sqrt(x * x + y * y + z * z);
    return new Vector(x / length, y / length, z / length);
  }

  /** The shares of a line between which it lies in the frame (Y. Liang and B. Barsky, 1984). */
  private static double[] inside(
      double x1, double y1, double x2, double y2, int width, int height) {
    double[] p = {x1 - x2, x2 - x1, y1 - y2, y2 - y1};
    double[] q = {x1, width - 1 - x1, y1, height - 1 - y1};
    double from = 0;
    double to = 1;
    for (int i = 0; i < 4; i++) {
      if (p[i] == 0) {
        to = q[i] < 0 ? -1 : to;
      } else if (p[i] < 0) {
        from = Math.max(from, q[i] / p[i]);
      } else {
        to = Math.min(to, q[i] / p[i]);
      }
    }
    return new double[] {from, to};
  }

  /** Whether it is before the ground and not behind it. */
  boolean isOnGround() {
    return kind == HappeningKind.CARS;
  }

  /** A meteor brightens, and is brightest after its middle; as a whole as bright as told. */
  private static double flares(double along) {
    // The mean of t^1.4 (1 - t) over the line is 1 / (2.4 * 3.4).
    return Math.pow(along, 1.4) * (1 - along) * 2.4 * 3.4;
  }

  /**
   * Adds its light to some rows.
   *
   * @param light electrons, three a pixel
   * @param sigma spread across it in pixels
   */
  void into(float[] light, int firstRow, int rows, int width, double sigma) {
    double length = Math.hypot(x2 - x1, y2 - y1);
    int reach = (int) Math.ceil(3.5 * sigma);
    int steps = (int) Math.max(1, Math.ceil(length / STEP_PIXELS));
    double each = electronsPerPixel * length / steps / (2 * Math.PI * sigma * sigma);
    for (int s = 0; s < steps; s++) {
      double t = (s + 0.5) / steps * length;
      double aside = 4 * bow * (t / length) * (1 - t / length) / length;
      double y = y1 + t / length * (y2 - y1) + aside * (x2 - x1);
      boolean lit = dashPixels == 0 || t / dashPixels % 1 < LIT_SHARE;
      if (!lit || y < firstRow - reach || y > firstRow + rows + reach) {
        continue;
      }
      double share = kind == HappeningKind.METEOR ? flares(t / length) : 1;
      double x = x1 + t / length * (x2 - x1) - aside * (y2 - y1);
      int column = (int) Math.round(x);
      int row = (int) Math.round(y);
      for (int j = Math.max(firstRow, row - reach);
          j <= Math.min(firstRow + rows - 1, row + reach);
          j++) {
        for (int i = Math.max(0, column - reach); i <= Math.min(width - 1, column + reach); i++) {
          double r = (i - x) * (i - x) + (j - y) * (j - y);
          float electrons = (float) (share * each * Math.exp(-r / (2 * sigma * sigma)));
          int at = 3 * ((j - firstRow) * width + i);
          light[at] += colour[0] * electrons;
          light[at + 1] += colour[1] * electrons;
          light[at + 2] += colour[2] * electrons;
        }
      }
    }
  }
}
