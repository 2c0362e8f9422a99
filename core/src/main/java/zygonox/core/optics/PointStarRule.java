package zygonox.core.optics;

import zygonox.core.quantity.Direction;

/** The schools of how long a shutter may stay open for stars to stay points. */
public enum PointStarRule {
  /** 500 / (crop factor x focal length) [common practice]. */
  RULE_500 {
    @Override
    public double seconds(Framed f) {
      return f.sensor().ruleSeconds(500);
    }
  },
  /** 400 / (crop factor x focal length), the strict one [common practice]. */
  RULE_400 {
    @Override
    public double seconds(Framed f) {
      return f.sensor().ruleSeconds(400);
    }
  },
  /**
   * A number for each sensor size over the focal length, without a crop factor: 400 for 36 x 24 mm,
   * 250 for 1.5 times smaller ones, 200 for 2 times smaller ones [common practice].
   */
  BY_SENSOR {
    @Override
    public double seconds(Framed f) {
      double crop = f.sensor().cropFactor();
      double number = crop < 1.25 ? 400 : crop < 1.75 ? 250 : 200;
      return number / f.sensor().focalMm();
    }
  },
  /** F. Michaud's formula, strict, for the declination in the middle of the frame. */
  NPF {
    @Override
    public double seconds(Framed f) {
      double declination = f.drift().middleDeclinationDeg();
      return Math.min(
          LONGEST_SECONDS,
          f.sensor().npfSeconds(Math.max(-NEAR_POLE_DEG, Math.min(NEAR_POLE_DEG, declination))));
    }
  },
  /** Our own: until the fastest star in the frame has moved by its own width. */
  OWN_WIDTH {
    @Override
    public double seconds(Framed f) {
      return Math.min(LONGEST_SECONDS, f.starWidthPixels() / f.drift().fastest());
    }
  };

  /** Near the pole some of them would never end. */
  private static final double LONGEST_SECONDS = 3600;

  private static final double NEAR_POLE_DEG = 89.5;

  /**
   * A lens pointed somewhere.
   *
   * @param sensor body as it is held, focal length and aperture
   * @param facing where the lens points
   * @param latitudeDeg of the place
   */
  public record Framed(Sensor sensor, Direction facing, double latitudeDeg) {
    StarDrift drift() {
      return new StarDrift(sensor.body(), sensor.focalMm(), facing, latitudeDeg);
    }

    double starWidthPixels() {
      return StarImage.fwhmPixels(sensor.body());
    }

    /** How far the star in the middle moves in a time, in widths of a star. */
    public double middleWidths(double seconds) {
      return drift().middle() * seconds / starWidthPixels();
    }

    /** How far the fastest star in the frame moves in a time, in widths of a star. */
    public double fastestWidths(double seconds) {
      return drift().fastest() * seconds / starWidthPixels();
    }
  }

  /** The longest exposure, in seconds. */
  public abstract double seconds(Framed framed);
}
