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

  /** Airglow and stars on a dark clear night. */
  private static final double STARS_LUX = 0.0006;

  /** Incident light: EV100 = log2(lux x 100 / C) with C = 250 (ISO 2720). */
  private static final double LUX_AT_EV_0 = 2.5;

  private Daylight() {}

  /** The sun's share. Below the table it goes on falling as it last fell, without a step. */
  public static double sunLux(double sunAltitudeDeg) {
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
    return sunLux(Sun.altitudeDeg(place, time)) + new Moonlight(place, time).lux() + STARS_LUX;
  }

  /** The exposure value at ISO 100 that light on the ground asks for. */
  public static double ev100(double lux) {
    return Math.log(lux / LUX_AT_EV_0) / Math.log(2);
  }
}
