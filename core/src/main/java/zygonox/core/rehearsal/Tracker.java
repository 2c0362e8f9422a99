package zygonox.core.rehearsal;

import java.time.Duration;
import java.time.Instant;
import java.util.function.UnaryOperator;
import zygonox.core.optics.Projection;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Place;
import zygonox.core.sky.LocalSky;
import zygonox.core.sky.Vector;

/**
 * A mount that turns the camera with the sky, as well as it was set up.
 *
 * @param axisOffArcmin by how much its axis points above the pole, arc minutes, -600 to 600
 * @param periodicArcsec by how much its worm leads and lags, arc seconds either way, 0 to 300
 */
public record Tracker(double axisOffArcmin, double periodicArcsec) {
  /** Set up as well as is usual: common practice, no source. */
  public static final Tracker USUAL = new Tracker(3, 8);

  /** Seconds of one turn of the worm [typical]. */
  private static final double WORM_SECONDS = 480;

  /** How fast the sky turns. */
  private static final double ARCSEC_PER_SECOND = 15.041;

  public Tracker {
    InvalidInput.check("axis-off", "value.axis-off", axisOffArcmin, -600, 600);
    InvalidInput.check("periodic-error", "value.periodic-error", periodicArcsec, 0, 300);
  }

  /**
   * How the lens looks after a while.
   *
   * @param aimed how it looked at {@code since}
   */
  Projection at(Place place, Projection aimed, Instant since, Instant time) {
    LocalSky before = new LocalSky(place, since);
    LocalSky now = new LocalSky(place, lagging(since, time));
    double tilt = axisOffArcmin / 60;
    UnaryOperator<Vector> turn = v -> tilted(now.towards(before.j2000Of(tilted(v, -tilt))), tilt);
    return aimed.turned(turn);
  }

  /** The worm's error is as if the clock were ahead or behind. */
  private Instant lagging(Instant since, Instant time) {
    double seconds = Duration.between(since, time).toMillis() / 1000.0;
    double arcsec = periodicArcsec * Math.sin(2 * Math.PI * seconds / WORM_SECONDS);
    return time.plusMillis(Math.round(1000 * arcsec / ARCSEC_PER_SECOND));
  }

  /** Tipped about the line from west to east; in the north the pole rises with it. */
  private static Vector tilted(Vector v, double deg) {
    double sin = Angle.sin(deg);
    double cos = Angle.cos(deg);
    return new Vector(v.x() * cos - v.z() * sin, v.y(), v.x() * sin + v.z() * cos);
  }
}
