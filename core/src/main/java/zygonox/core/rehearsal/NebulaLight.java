package zygonox.core.rehearsal;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import zygonox.core.optics.LightMeter;
import zygonox.core.optics.Projection;
import zygonox.core.quantity.Angle;
import zygonox.core.sky.DeepSky;
import zygonox.core.sky.Equatorial;
import zygonox.core.sky.LocalSky;
import zygonox.core.sky.Vector;

/**
 * A nebula or galaxy in a frame: as much light as its magnitude tells, spread over its size,
 * thinner outwards. Where it lies is the target list's; how it is built inside is not known here,
 * so a nebula is given soft knots, always the same.
 */
final class NebulaLight {
  /** Of one without a known magnitude: magnitudes a square arcsecond, typical of faint nebulae. */
  private static final double FAINT_NEBULA = 23.5;

  /** Position angles that matter to the eye, degrees from north through east (from memory). */
  private static final Map<String, Double> POSITION_ANGLES =
      Map.of("M31", 35.0, "M33", 23.0, "M81", 157.0, "M51", 163.0, "NGC 253", 52.0);

  private static final double HALF_LIGHT = 2.5;

  /** Beyond so many of its half widths nothing is drawn. */
  private static final double REACH = 1.6;

  /** Sizes of an emission nebula's knots in half widths of it, and how much the largest vary it. */
  private static final double[] KNOTS = {0.55, 0.24, 0.11, 0.05};

  private static final double KNOT_SHARE = 0.7;

  /** Steps in which its light is summed up, in half widths. */
  private static final double FINE = 1 / 24.0;

  /** How a kind of thing is coloured: red, green, blue for one electron of its magnitude. */
  private enum Kind {
    GALAXY(1.05f, 1, 0.8f),
    /** Hydrogen's red line is most of it. */
    EMISSION(2.4f, 0.8f, 1),
    /** Doubly ionised oxygen's green is. */
    PLANETARY(0.8f, 1.2f, 1.1f);

    private final float[] colour;

    Kind(float... colour) {
      this.colour = colour;
    }

    static Kind of(String type) {
      if (type.contains("bright") || type.contains("supernova")) {
        return EMISSION;
      }
      return type.contains("planetary") ? PLANETARY : GALAXY;
    }
  }

  private final String name;
  private final Kind kind;
  private final double x;
  private final double y;

  /** From pixels to half widths: along its long and short side. */
  private final double[] inverse;

  private final double reachPixels;
  private final double central;
  private final long seed;

  private NebulaLight(
      String name,
      Kind kind,
      double x,
      double y,
      double[] inverse,
      double reachPixels,
      double central,
      long seed) {
    this.name = name;
    this.kind = kind;
    this.x = x;
    this.y = y;
    this.inverse = inverse;
    this.reachPixels = reachPixels;
    this.central = central;
    this.seed = seed;
  }

  /** Those that a lens sees, at one moment. */
  static List<NebulaLight> seen(
      LocalSky sky, Projection projection, LightMeter meter, double seconds) {
    List<NebulaLight> seen = new ArrayList<>();
    for (DeepSky.Target target : DeepSky.targets()) {
      boolean glows = target.type().contains("galaxy") || target.type().contains("nebula");
      boolean dark = target.type().contains("dark");
      glows |= target.type().contains("supernova") || target.type().contains("globular");
      if (glows && !dark && target.longArcmin() > 0) {
        add(target, sky, projection, meter, seconds, seen);
      }
    }
    return seen;
  }

  private static void add(
      DeepSky.Target target,
      LocalSky sky,
      Projection projection,
      LightMeter meter,
      double seconds,
      List<NebulaLight> into) {
    Vector middle = at(target, 0, 0, sky);
    if (middle.z() <= 0 || !projection.sees(middle)) {
      return;
    }
    double longer = target.longArcmin() / 2;
    double shorter = Math.max(1, target.shortArcmin()) / 2;
    double angle =
        POSITION_ANGLES.getOrDefault(
            target.id(), (double) Math.floorMod(target.id().hashCode(), 180));
    double x = projection.x(middle);
    double y = projection.y(middle);
    // A tenth of each half width, for the sky is bent over the whole of it.
    Vector alongEnd =
        at(target, longer * Angle.sin(angle) / 10, longer * Angle.cos(angle) / 10, sky);
    Vector acrossEnd =
        at(target, shorter * Angle.cos(angle) / 10, -shorter * Angle.sin(angle) / 10, sky);
    double ax = 10 * (projection.x(alongEnd) - x);
    double ay = 10 * (projection.y(alongEnd) - y);
    double bx = 10 * (projection.x(acrossEnd) - x);
    double by = 10 * (projection.y(acrossEnd) - y);
    double area = ax * by - ay * bx;
    if (Math.abs(area) < 1e-6) {
      return;
    }
    double[] inverse = {by / area, -bx / area, -ay / area, ax / area};
    double squareArcsec = Math.PI * longer * shorter * 3600;
    double magnitude = target.magnitude().orElse(FAINT_NEBULA - 2.5 * Math.log10(squareArcsec));
    double loss = StarTracks.EXTINCTION_MAG * StarTracks.airMass(Angle.asin(middle.z()));
    double electrons = meter.zeroPoint() * seconds * Math.pow(10, -0.4 * (magnitude + loss));
    // An exponential disc holds 2 pi / k^2 of its central brightness, in half widths.
    double central = electrons * HALF_LIGHT * HALF_LIGHT / (2 * Math.PI * Math.abs(area));
    into.add(
        new NebulaLight(
            target.id(),
            Kind.of(target.type()),
            x,
            y,
            inverse,
            REACH * Math.max(Math.hypot(ax, ay), Math.hypot(bx, by)) + 2,
            central,
            target.id().hashCode()));
  }

  /** Where a place beside a target's middle is seen, in arc minutes east and north of it. */
  private static Vector at(DeepSky.Target target, double east, double north, LocalSky sky) {
    Equatorial middle = target.j2000();
    double dec = Math.max(-90, Math.min(90, middle.declinationDeg() + north / 60));
    double ra =
        middle.rightAscensionDeg() + east / 60 / Math.max(0.01, Angle.cos(middle.declinationDeg()));
    return LocalSky.refracted(sky.towards(new Equatorial(ra, dec).vector()));
  }

  /**
   * Adds its light to a strip.
   *
   * @param light electrons, three a pixel, of the strip's rows
   * @param lineGain how much more of a nebula's red line passes than of other red light
   */
  void into(float[] light, int firstRow, int rows, int width, float lineGain) {
    float red = kind == Kind.EMISSION ? lineGain : 1;
    int left = (int) Math.max(0, Math.ceil(x - reachPixels));
    int right = (int) Math.min(width - 1, Math.floor(x + reachPixels));
    int top = (int) Math.max(firstRow, Math.ceil(y - reachPixels));
    int bottom = (int) Math.min(firstRow + rows - 1, Math.floor(y + reachPixels));
    for (int row = top; row <= bottom; row++) {
      for (int column = left; column <= right; column++) {
        double u = inverse[0] * (column - x) + inverse[1] * (row - y);
        double v = inverse[2] * (column - x) + inverse[3] * (row - y);
        float electrons = (float) shape(u, v);
        if (electrons > 0) {
          int at = 3 * ((row - firstRow) * width + column);
          light[at] += red * electrons * kind.colour[0];
          light[at + 1] += electrons * kind.colour[1];
          light[at + 2] += electrons * kind.colour[2];
        }
      }
    }
  }

  /** Which it is, by its catalogue name. */
  String name() {
    return name;
  }

  double x() {
    return x;
  }

  double y() {
    return y;
  }

  /** Electrons that it gives the green channel in all, before lens and filter. */
  double electrons() {
    double sum = 0;
    for (double v = -REACH; v < REACH; v += FINE) {
      for (double u = -REACH; u < REACH; u += FINE) {
        sum += shape(u, v) * FINE * FINE;
      }
    }
    double pixels = Math.abs(1 / (inverse[0] * inverse[3] - inverse[1] * inverse[2]));
    return sum * pixels * kind.colour[1];
  }

  /** What falls on a pixel so many half widths from the middle, in electrons. */
  private double shape(double u, double v) {
    double out = Math.hypot(u, v);
    if (out >= REACH) {
      return 0;
    }
    // Down to nothing at the edge, so that none shows.
    double fade = 1 - out / REACH;
    return central * Math.exp(-HALF_LIGHT * out) * Math.min(1, 4 * fade) * knots(u, v);
  }

  private double knots(double u, double v) {
    if (kind != Kind.EMISSION) {
      return 1;
    }
    double sum = 0;
    double share = KNOT_SHARE;
    for (double size : KNOTS) {
      sum += share * (2 * SmoothNoise.at(u / size, v / size, seed % 97) - 1);
      share *= 0.7;
    }
    return Math.max(0.1, 1 + sum);
  }
}
