package zygonox.core.rehearsal;

import java.time.Instant;
import java.util.Optional;
import zygonox.core.optics.LightMeter;
import zygonox.core.optics.Projection;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Place;
import zygonox.core.sky.LocalSky;
import zygonox.core.sky.Moon;
import zygonox.core.sky.Sun;
import zygonox.core.sky.Vector;

/**
 * The moon's disc, or the sun's, in a frame: far beyond what a night's exposure holds, but of the
 * right size and, the moon's, lit from the right side. What it scatters in the air is the sky's.
 *
 * @param x its middle, pixels
 * @param y its middle, pixels
 * @param radius pixels
 * @param sunX where its lit limb points, a unit vector with {@code sunY}; right is positive
 * @param sunY down is positive
 * @param terminator half width of the dark or lit rest of the other half, as a share of the radius:
 *     1 for a full disc, 0 for half of one, -1 for none
 * @param electrons that a lit pixel of it gathers in the green channel
 */
record MoonDisc(
    double x,
    double y,
    double radius,
    double sunX,
    double sunY,
    double terminator,
    double electrons) {
  /** Mean over the full moon's disc, magnitudes a square arcsecond (Allen, section 66). */
  private static final double FULL_MOON = 3.4;

  private static final double SUN = -10.7;
  private static final double SUN_RADIUS_DEG = 0.2666;

  /** White with a touch of yellow. */
  private static final float[] COLOUR = {1.1f, 1, 0.86f};

  /** The moon; empty when it is not up or the lens looks elsewhere. */
  static Optional<MoonDisc> moon(
      Place place, Instant time, Projection projection, LightMeter meter, double seconds) {
    Moon.Seen seen = Moon.from(place, time);
    double lit = Moon.at(time).illuminatedFraction();
    return of(
        seen.vector(),
        Sun.from(place, time),
        2 * lit - 1,
        seen.semidiameterDeg(),
        projection,
        meter.skyElectrons(FULL_MOON, seconds));
  }

  /** The sun, likewise. */
  static Optional<MoonDisc> sun(
      Place place, Instant time, Projection projection, LightMeter meter, double seconds) {
    Vector sun = Sun.from(place, time);
    return of(sun, sun, 1, SUN_RADIUS_DEG, projection, meter.skyElectrons(SUN, seconds));
  }

  private static Optional<MoonDisc> of(
      Vector body,
      Vector sun,
      double terminator,
      double radiusDeg,
      Projection projection,
      double electrons) {
    Vector seen = LocalSky.refracted(body);
    if (seen.z() < -Math.toRadians(radiusDeg) || !projection.sees(seen)) {
      return Optional.empty();
    }
    double x = projection.x(seen);
    double y = projection.y(seen);
    // A step towards the sun along the sky, seen through the lens.
    Vector step = between(body, sun, 0.01);
    double dx = projection.x(LocalSky.refracted(step)) - x;
    double dy = projection.y(LocalSky.refracted(step)) - y;
    double length = Math.hypot(dx, dy);
    double loss =
        Math.pow(10, -0.4 * StarTracks.EXTINCTION_MAG * StarTracks.airMass(Angle.asin(seen.z())));
    return Optional.of(
        new MoonDisc(
            x,
            y,
            projection.focalPixels() * Math.toRadians(radiusDeg),
            length == 0 ? 1 : dx / length,
            length == 0 ? 0 : dy / length,
            terminator,
            electrons * loss));
  }

  private static Vector between(Vector from, Vector to, double share) {
    double x = from.x() + share * (to.x() - from.x());
    double y = from.y() + share * (to.y() - from.y());
    double z = from.z() + share * (to.z() - from.z());
    double length = Math.sqrt(x * x + y * y + z * z);
    return new Vector(x / length, y / length, z / length);
  }

  /**
   * Adds its light to a strip.
   *
   * @param light electrons, three a pixel, of the strip's rows
   */
  void into(float[] light, int firstRow, int rows, int width) {
    int left = (int) Math.max(0, Math.floor(x - radius - 1));
    int right = (int) Math.min(width - 1, Math.ceil(x + radius + 1));
    int top = (int) Math.max(firstRow, Math.floor(y - radius - 1));
    int bottom = (int) Math.min(firstRow + rows - 1, Math.ceil(y + radius + 1));
    for (int row = top; row <= bottom; row++) {
      for (int column = left; column <= right; column++) {
        float share = (float) (electrons * lit(column - x, row - y));
        int at = 3 * ((row - firstRow) * width + column);
        for (int c = 0; c < 3; c++) {
          light[at + c] += share * COLOUR[c];
        }
      }
    }
  }

  /** How far a pixel is lit, 0 to 1, soft over a pixel at the edges. */
  private double lit(double dx, double dy) {
    double towards = dx * sunX + dy * sunY;
    double across = Math.min(radius, Math.abs(dx * sunY - dy * sunX));
    double inside = Math.max(0, Math.min(1, radius - Math.hypot(dx, dy) + 0.5));
    double edge = -terminator * Math.sqrt(radius * radius - across * across);
    return inside * Math.max(0, Math.min(1, towards - edge + 0.5));
  }
}
