package zygonox.core.sky;

import zygonox.core.quantity.Angle;

/** Places along the sun's path. */
final class Ecliptic {
  private Ecliptic() {}

  /** Meeus, formulas 13.3 and 13.4; all angles in degrees. */
  static Equatorial equatorial(double longitudeDeg, double latitudeDeg, double obliquityDeg) {
    double sinE = Angle.sin(obliquityDeg);
    double cosE = Angle.cos(obliquityDeg);
    return new Equatorial(
        Angle.atan2(
            Angle.sin(longitudeDeg) * cosE - Angle.tan(latitudeDeg) * sinE,
            Angle.cos(longitudeDeg)),
        Angle.asin(
            Angle.sin(latitudeDeg) * cosE
                + Angle.cos(latitudeDeg) * sinE * Angle.sin(longitudeDeg)));
  }
}
