package zygonox.core.rehearsal;

import java.util.List;
import zygonox.core.optics.Projection;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Direction;

/** How the ground of one frame is lit. */
final class GroundLight {
  /** How much of the sky's light calm water gives back. */
  private static final float WATER = 0.42f;

  /** How much darker and lighter ripples are at an instant. */
  private static final float RIPPLE = 0.55f;

  /** A ripple has gone by in so many seconds: in longer exposures they run together. */
  private static final double RIPPLE_SECONDS = 0.4;

  private final Scene.Ground ground;
  private final Projection projection;
  private final List<Happening.Torch> torches;
  private final int width;
  private final float ripple;
  private final long wave;
  private final double cellWide;
  private final double cellHigh;
  private final double arcmin;

  GroundLight(
      Scene.Ground ground,
      Projection projection,
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
    float own = shade > 245 ? 0.05f : shade > 200 ? 0.015f : 0.11f;
    return own * (0.6f + 0.8f * grain(row, x, 1, 0));
  }

  /** One of 256 steps from 0 to 1 for each cell. */
  private float grain(int row, int x, int longer, long of) {
    long cellX = (long) (x * arcmin / (longer * cellWide));
    long cellY = (long) (row * arcmin / cellHigh);
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
    Direction d = projection.towards(x, row).direction();
    for (Happening.Torch torch : torches) {
      double off = Angle.signed(d.azimuthDeg() - torch.azimuthDeg()) / torch.radiusDeg();
      float lamp = (float) (torch.brightness() * Math.exp(-off * off / 2) * lit);
      light[at] += 1.3f * lamp;
      light[at + 1] += lamp;
      light[at + 2] += 0.6f * lamp;
    }
  }
}
