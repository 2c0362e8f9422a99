package zygonox.core.sky;

/** How the Earth's motion tips the light of the stars, at most 20.5 arcsec. */
final class Aberration {
  /** Constant of aberration, arcsec to radians (Meeus ch. 23). */
  private static final double KAPPA = Math.toRadians(20.49552 / 3600);

  private Aberration() {}

  /**
   * What is added to a star's unit vector, in the axes of the sky of date: the Earth's velocity
   * over that of light, along the ecliptic 90 degrees behind the sun (a circular orbit: right to
   * 0.4").
   */
  static Vector at(double t) {
    double ahead = Sun.apparentLongitudeDeg(t) - 90;
    return Ecliptic.equatorial(ahead, 0, Nutation.meanObliquityDeg(t)).vector().times(KAPPA);
  }
}
