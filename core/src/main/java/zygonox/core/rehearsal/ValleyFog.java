package zygonox.core.rehearsal;

import java.time.Instant;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Direction;
import zygonox.core.sky.Vector;

/**
 * Fog that fills the valley up to a few degrees above the horizon and drifts along it. Its shape is
 * made up: no source.
 */
final class ValleyFog {
  static final ValleyFog NONE = new ValleyFog(0, 0);

  private static final double THICKEST = 0.92;

  /** Its upper edge, how far that is soft, and where the near ground begins; degrees. */
  private static final double TOP_DEG = 4.4;

  private static final double SOFT_DEG = 2.4;
  private static final double NEAR_DEG = -4;
  private static final double NEAR_SOFT_DEG = 3;

  /** How fast its billows go along the horizon, degrees a second. */
  private static final double DRIFT = 1 / 90.0;

  private final double thickest;
  private final double drifted;

  private ValleyFog(double thickest, double drifted) {
    this.thickest = thickest;
    this.drifted = drifted;
  }

  static ValleyFog at(Instant time) {
    return new ValleyFog(THICKEST, time.getEpochSecond() % 86_400 * DRIFT);
  }

  /** How much of what lies behind it is hidden in a direction, 0 to 1. */
  float thickness(Vector v) {
    if (thickest == 0) {
      return 0;
    }
    Direction d = v.direction();
    double azimuth = d.azimuthDeg() + drifted;
    double top =
        TOP_DEG
            + 1.1 * Angle.sin(3 * d.azimuthDeg() + 20)
            + 0.7 * Angle.sin(11 * azimuth)
            + 0.3 * Angle.sin(29 * azimuth + 80);
    double below = smooth((top - d.altitudeDeg()) / SOFT_DEG);
    double far = smooth((d.altitudeDeg() - NEAR_DEG) / NEAR_SOFT_DEG);
    return (float) (thickest * below * far);
  }

  private static double smooth(double share) {
    double t = Math.max(0, Math.min(1, share));
    return t * t * (3 - 2 * t);
  }
}
