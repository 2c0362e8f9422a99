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

  /** Where the pixels of a lens that looks elsewhere than planned lie in the planned picture. */
  private final int columnsOn;

  private final int rowsOn;
  private final float columnShare;
  private final float rowShare;

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
    Vector middle = projection.forward();
    boolean sees = planned.sees(middle);
    double across = sees ? planned.x(middle) - projection.x(middle) : 0;
    double down = sees ? planned.y(middle) - projection.y(middle) : 0;
    columnsOn = (int) Math.floor(across);
    rowsOn = (int) Math.floor(down);
    columnShare = (float) (across - columnsOn);
    rowShare = (float) (down - rowsOn);
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
    return own * (0.6f + 0.8f * texture(row + rowsOn, x + columnsOn));
  }

  /** The ground's own grain, by what of each of its pixels the frame's covers. */
  private float texture(int row, int x) {
    float upper = grain(row, x, 1, 0);
    if (columnShare == 0 && rowShare == 0) {
      return upper;
    }
    upper += columnShare * (grain(row, x + 1, 1, 0) - upper);
    float lower = grain(row + 1, x, 1, 0);
    lower += columnShare * (grain(row + 1, x + 1, 1, 0) - lower);
    return upper + rowShare * (lower - upper);
  }

  /** One of 256 steps from 0 to 1 for each cell. */
  private float grain(int row, int x, int longer, long of) {
    long cellX = (long) Math.floor(x * arcmin / (longer * cellWide));
    long cellY = (long) Math.floor(row * arcmin / cellHigh);
    return (Grain.mix(cellX * 73_856_093L ^ cellY * 19_349_663L ^ of) >>> 56) / 255f;
  }

  /**
   * Adds the light of lamps, which is warm, to what is near enough for them.
   *
   * @param lit electrons that a lamp as bright as the sky would give
   */
  void addTorches(float[] light, int at, int x, int row, float lit) {
    int shade = ground.shade(row * width + x);
    if (torches.isEmpty() || shade <= FAR) {
      return;
    }
    float own = shade > MILL ? 1 : PALE_PAINT;
    Direction d = projection.towards(x, row).direction();
    for (Happening.Torch torch : torches) {
      double off = Angle.signed(d.azimuthDeg() - torch.azimuthDeg()) / torch.radiusDeg();
      float lamp = (float) (torch.brightness() * Math.exp(-off * off / 2) * own * lit);
      light[at] += 1.3f * lamp;
      light[at + 1] += lamp;
      light[at + 2] += 0.6f * lamp;
    }
  }
}
