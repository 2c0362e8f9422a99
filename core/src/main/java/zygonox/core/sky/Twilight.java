package zygonox.core.sky;

import zygonox.core.quantity.InvalidInput;

/** How dark the sun's depth leaves the sky (U.S. Naval Observatory definitions). */
public enum Twilight {
  /** The sun is up: above -0.833 degrees, its upper edge over the horizon. */
  DAY(-0.833),
  CIVIL(-6),
  NAUTICAL(-12),
  ASTRONOMICAL(-18),
  NIGHT(-90);

  private final double lowestDeg;

  Twilight(double lowestDeg) {
    this.lowestDeg = lowestDeg;
  }

  /** The sun's altitude, in degrees, down to which it lasts. */
  public double lowestDeg() {
    return lowestDeg;
  }

  public static Twilight of(double sunAltitudeDeg) {
    InvalidInput.check("value.sun-s-altitude-in-degrees", sunAltitudeDeg, -90, 90);
    for (Twilight twilight : values()) {
      if (sunAltitudeDeg >= twilight.lowestDeg) {
        return twilight;
      }
    }
    return NIGHT;
  }
}
