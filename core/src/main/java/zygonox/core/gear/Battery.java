package zygonox.core.gear;

import zygonox.core.quantity.InvalidInput;

/**
 * A camera's battery.
 *
 * @param shots frames a full one lasts for when shot in a row, 1 or more
 * @param hours hours of open shutter a full one lasts for, above 0
 * @param freezingShare share of it that is left at 0 degrees Celsius, 0.1 to 1
 */
public record Battery(int shots, double hours, double freezingShare) {
  /** Where the maker's numbers hold, in degrees Celsius [common practice]. */
  private static final double WARM_C = 20;

  private static final double LEAST_SHARE = 0.1;

  public Battery {
    InvalidInput.check("value.battery-s-shots", shots, 1, 1_000_000);
    InvalidInput.check("value.battery-s-hours", hours, 0.01, 10_000);
    InvalidInput.check("value.battery-s-share-left-at", freezingShare, LEAST_SHARE, 1);
  }

  /**
   * Share of its capacity at a temperature: all at 20 degrees and above, less in a straight line
   * through what is left at 0, never under a tenth [common practice; batteries differ].
   */
  public double shareAt(double celsius) {
    InvalidInput.check("value.temperature-in-degrees-celsius", celsius, -60, 60);
    double lost = (1 - freezingShare) * (WARM_C - celsius) / WARM_C;
    return Math.max(LEAST_SHARE, Math.min(1, 1 - lost));
  }

  /** How many full batteries some frames take, by shots or by hours, whichever is more. */
  public double needed(int frames, double openSeconds, double celsius) {
    double byShots = (double) frames / shots;
    double byHours = openSeconds / 3600 / hours;
    return Math.max(byShots, byHours) / shareAt(celsius);
  }
}
