package zygonox.core.rehearsal;

import java.util.List;
import zygonox.core.optics.Projection;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Direction;
import zygonox.core.sky.Vector;

/** How the ground of one frame is lit. */
final class GroundLight {
  /** How much of the sky's light calm water gives back. */
  private static final float WATER = 0.42f;

  /** How much darker and lighter ripples are at an instant. */
  private static final float RIPPLE = 0.55f;

  /** A ripple has gone by in so many seconds: in longer exposures they run together. */
  private static final double RIPPLE_SECONDS = 0.4;

  /** Shades of the ground above which it is near, and above which it is no mill. */
  private static final int FAR = 200;

  private static final int MILL = 245;

  /** How much more of a lamp's light the mill's flaking paint gives back than it does of dusk. */
  private static final float PALE_PAINT = 8;

  private final Scene.Ground ground;
  private final Projection projection;
  private final List<Happening.Torch> torches;
  private final int width;
  private final float ripple;
  private final long wave;
  private final double cellWide;
  private final double cellHigh;
  private final double arcmin;

  /** Where pixels lie in the planned picture; null where that is where they are. */
  private final Elsewhere elsewhere;

  /**
   * @param projection how the lens looks
   * @param planned how it was meant to: the ground's texture lies where that has it
   */
  GroundLight(
      Scene.Ground ground,
      Projection projection,
      Projection planned,
      Happenings happenings,
      Exposure exposure,
      int width) {
    this.ground = ground;
    this.projection = projection;
    this.torches = happenings.torches(exposure);
    this.width = width;
    this.wave = exposure.opensAt().toEpochMilli();
    this.ripple =
        happenings.hasRipples()
            ? (float) (RIPPLE / Math.sqrt(1 + exposure.seconds() / RIPPLE_SECONDS))
            : 0;
    arcmin = 60 * Math.toDegrees(1 / projection.focalPixels());
    boolean asPlanned = projection.forward().equals(planned.forward());
    // A lens that distorts keeps no straight way between the two: the texture stays with the
    // pixels.
    this.elsewhere =
        asPlanned || !projection.isStraight() ? null : new Elsewhere(projection, planned);
    // Tufts of heather; never finer than the pixels, or they would beat with them.
    cellWide = Math.max(14, 2.5 * arcmin);
    cellHigh = Math.max(5, 2.5 * arcmin);
  }

  /** How much of the sky's light a pixel gives back, with a texture that stays put. */
  float reflectance(int row, int x) {
    int index = row * width + x;
    if (ground.isWater(index)) {
      return ripple == 0 ? WATER : WATER * (1 + ripple * (2 * grain(row, x, 6, wave) - 1));
    }
    int shade = ground.shade(index);
    float own = shade > MILL ? 0.05f : shade > FAR ? 0.015f : 0.11f;
    return own * (0.6f + 0.8f * texture(row, x));
  }

  /** The ground's own grain; of one that lies between four of its pixels a part of each. */
  private float texture(int row, int x) {
    if (elsewhere == null) {
      return grain(row, x, 1, 0);
    }
    double depth = elsewhere.depth(x, row);
    double across = elsewhere.x(x, row, depth);
    double down = elsewhere.y(x, row, depth);
    int column = (int) Math.floor(across);
    int line = (int) Math.floor(down);
    float u = (float) (across - column);
    float v = (float) (down - line);
    float upper = grain(line, column, 1, 0);
    upper += u * (grain(line, column + 1, 1, 0) - upper);
    float lower = grain(line + 1, column, 1, 0);
    lower += u * (grain(line + 1, column + 1, 1, 0) - lower);
    return upper + v * (lower - upper);
  }

  /** From the pixels of a lens to those of the same lens as it was meant to look. */
  private static final class Elsewhere {
    /** Beside the planned picture by more than a right angle, nearly: anywhere will do. */
    private static final double LEAST_DEPTH = 0.05;

    private final double focal;
    private final double middleX;
    private final double middleY;
    private final double plannedX;
    private final double plannedY;
    private final double[] right;
    private final double[] up;
    private final double[] forward;

    Elsewhere(Projection look, Projection planned) {
      focal = look.focalPixels();
      middleX = look.x(look.forward());
      middleY = look.y(look.forward());
      plannedX = planned.x(planned.forward());
      plannedY = planned.y(planned.forward());
      right = along(look, planned.right());
      up = along(look, planned.up());
      forward = along(look, planned.forward());
    }

    /** How far along an axis of the planned look a pixel of the other lies: linear in both. */
    private static double[] along(Projection look, Vector axis) {
      return new double[] {
        look.forward().dot(axis),
        look.right().dot(axis) / look.focalPixels(),
        -look.up().dot(axis) / look.focalPixels()
      };
    }

    private double of(double[] linear, int x, int y) {
      return linear[0] + linear[1] * (x - middleX) + linear[2] * (y - middleY);
    }

    double depth(int x, int y) {
      return Math.max(LEAST_DEPTH, of(forward, x, y));
    }

    double x(int x, int y, double depth) {
      return plannedX + focal * of(right, x, y) / depth;
    }

    double y(int x, int y, double depth) {
      return plannedY - focal * of(up, x, y) / depth;
    }
  }

  /** One of 256 steps from 0 to 1 for each cell. */
  private float grain(int row, int x, int longer, long of) {
    long cellX = (long) Math.floor(x * arcmin / (longer * cellWide));
    long cellY = (long) Math.floor(row * arcmin / cellHigh);
    return (Grain.mix(cellX * 73_856_093L ^ cellY * 19_349_663L ^ of) >>> 56) / 255f;
  }

  /**
   * Adds the light of lamps, which is warm.
   *
   * @param lit electrons that a lamp as bright as the sky would give
   */
  void addTorches(float[] light, int at, int x, int row, float lit) {
    if (torches.isEmpty()) {
      return;
    }
    int shade = ground.shade(row * width + x);
    Direction d = projection.towards(x, row).direction();
    for (Happening.Torch torch : torches) {
      if (torch.near() && shade <= FAR) {
        continue;
      }
      float own = torch.near() && shade <= MILL ? PALE_PAINT : 1;
      double off = Angle.signed(d.azimuthDeg() - torch.azimuthDeg()) / torch.radiusDeg();
      float lamp = (float) (torch.brightness() * Math.exp(-off * off / 2) * own * lit);
      light[at] += 1.3f * lamp;
      light[at + 1] += lamp;
      light[at + 2] += 0.6f * lamp;
    }
  }
}
