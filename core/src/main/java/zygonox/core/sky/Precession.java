package zygonox.core.sky;

/** From the fixed sky of J2000.0 to the sky as it stands on a date. */
final class Precession {
  private Precession() {}

  /**
   * Mean places of J2000.0 to mean places of date (Meeus, formulas 21.3, after Lieske 1977).
   *
   * @param t Julian centuries of terrestrial time from J2000.0
   */
  static Rotation fromJ2000(double t) {
    double zeta = JulianDate.polynomial(t, 0, 2306.2181, 0.30188, 0.017998) / 3600;
    double z = JulianDate.polynomial(t, 0, 2306.2181, 1.09468, 0.018203) / 3600;
    double theta = JulianDate.polynomial(t, 0, 2004.3109, -0.42665, -0.041833) / 3600;
    return Rotation.aboutZ(-z).after(Rotation.aboutY(theta)).after(Rotation.aboutZ(-zeta));
  }

  /** Mean places of J2000.0 to true places of date: precession, then nutation (ch. 23). */
  static Rotation trueFromJ2000(double t) {
    Nutation nutation = Nutation.at(t);
    Rotation nodding =
        Rotation.aboutX(-nutation.obliquityDeg())
            .after(Rotation.aboutZ(-nutation.longitudeDeg()))
            .after(Rotation.aboutX(Nutation.meanObliquityDeg(t)));
    return nodding.after(fromJ2000(t));
  }
}
