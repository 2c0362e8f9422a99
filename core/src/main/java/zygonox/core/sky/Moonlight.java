package zygonox.core.sky;

import java.time.Instant;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.Place;

/**
 * The moon's light in clear air, after K. Krisciunas and B. Schaefer (PASP 103, 1033, 1991): the
 * one law for exposures, ramps, the brightness of the sky and rehearsed frames.
 */
final class Moonlight {
  /** Magnitudes that one thickness of air takes away, V, clear nights [typical]. */
  static final double EXTINCTION = 0.172;

  /** Their unit of illuminance is the foot-candle. */
  private static final double LUX_PER_FOOT_CANDLE = 10.764;

  /** Between these altitudes it fades: the air there is far thicker than their formula says. */
  private static final double GONE_DEG = -0.8;

  private static final double FULL_DEG = 5;

  private final Vector moon;
  private final double footCandles;

  Moonlight(Place place, Instant time) {
    moon = Moon.from(place, time).vector();
    double altitude = Angle.asin(moon.z());
    footCandles = fading(altitude) * outside(Moon.at(time).illuminatedFraction());
  }

  /**
   * Illuminance outside the air in foot-candles, formula 8 with the phase angle from the lit share.
   */
  static double outside(double illuminatedFraction) {
    double phase = Angle.acos(2 * illuminatedFraction - 1);
    return Math.pow(10, -0.4 * (3.84 + 0.026 * phase + 4e-9 * Math.pow(phase, 4)));
  }

  /** 0 with the moon down to 1 where it stands clear of the horizon, without a step. */
  private static double fading(double altitudeDeg) {
    double share = (altitudeDeg - GONE_DEG) / (FULL_DEG - GONE_DEG);
    double t = Math.max(0, Math.min(1, share));
    return t * t * (3 - 2 * t);
  }

  /** What falls on level ground, in lux; a full moon overhead gives 0.27. */
  double lux() {
    double sin = Math.max(0, moon.z());
    return LUX_PER_FOOT_CANDLE
        * footCandles
        * sin
        * Math.pow(10, -0.4 * EXTINCTION * thickness(sin));
  }

  /**
   * Luminance that the air scatters towards us from a direction (x north, y east, z up), in
   * nanolamberts: formulas 15, 20 and 21.
   */
  double nanolamberts(Vector v) {
    if (footCandles == 0) {
      return 0;
    }
    double away = Angle.atan2(moon.cross(v).length(), moon.dot(v));
    double cos = Angle.cos(away);
    double scattered =
        Math.pow(10, 5.36) * (1.06 + cos * cos) + Math.pow(10, 6.15 - Math.max(10, away) / 40);
    return scattered
        * footCandles
        * Math.pow(10, -0.4 * EXTINCTION * thickness(moon.z()))
        * (1 - Math.pow(10, -0.4 * EXTINCTION * thickness(v.z())));
  }

  /** Thickness of the glowing air, formula 3: 1 overhead, 5 at the horizon. */
  static double thickness(double sinAltitude) {
    double sin = Math.max(0, sinAltitude);
    return 1 / Math.sqrt(1 - 0.96 * (1 - sin * sin));
  }
}
