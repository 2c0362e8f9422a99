package zygonox.core.sky;

import java.time.Instant;
import zygonox.core.quantity.Place;

/**
 * Light that falls on level ground in clear weather, in lux. Values from memory, as good as a third
 * to half a stop: the sun's light also depends on haze.
 */
public final class Daylight {
  /** The sun's altitude in degrees, and the lux that go with it. */
  private static final double[][] SUN_LUX = {
    {-18, 0.0002},
    {-15, 0.001},
    {-12, 0.008},
    {-9, 0.12},
    {-6, 3},
    {-3, 60},
    {-0.833, 450},
    {0, 700},
    {5, 5_000},
    {10, 12_000},
    {20, 33_000},
    {30, 52_000},
    {45, 80_000},
    {60, 103_000},
    {90, 125_000}
  };

  /** A full moon overhead. */
  private static final double FULL_MOON_LUX = 0.25;

  /** Airglow and stars on a dark clear night. */
  private static final double STARS_LUX = 0.0006;

  /** Incident light: EV100 = log2(lux x 100 / C) with C = 250 (ISO 2720). */
  private static final double LUX_AT_EV_0 = 2.5;

  private Daylight() {}

  /** The sun's share; 0 in the night. */
  public static double sunLux(double sunAltitudeDeg) {
    if (sunAltitudeDeg <= SUN_LUX[0][0]) {
      return 0;
    }
    int i = 1;
    while (i < SUN_LUX.length - 1 && SUN_LUX[i][0] < sunAltitudeDeg) {
      i++;
    }
    double[] a = SUN_LUX[i - 1];
    double[] b = SUN_LUX[i];
    double t = Math.min(1, (sunAltitudeDeg - a[0]) / (b[0] - a[0]));
    return Math.exp(Math.log(a[1]) + t * (Math.log(b[1]) - Math.log(a[1])));
  }

  /** Sun, moon and stars together at a place and time. */
  public static double lux(Place place, Instant time) {
    double moonSin = Moon.from(place, time).vector().z();
    double lit = Moon.at(time).illuminatedFraction();
    // A half moon is far less than half as bright: it shows its shadows.
    double moonLux = FULL_MOON_LUX * Math.max(0, moonSin) * Math.pow(lit, 2.5);
    return sunLux(Sun.altitudeDeg(place, time)) + moonLux + STARS_LUX;
  }

  /** The exposure value at ISO 100 that light on the ground asks for. */
  public static double ev100(double lux) {
    return Math.log(lux / LUX_AT_EV_0) / Math.log(2);
  }
}
