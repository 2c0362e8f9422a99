package zygonox.desktop.sky;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import zygonox.core.program.Interval;
import zygonox.core.quantity.Place;
import zygonox.core.sky.LocalSky;
import zygonox.core.sky.Star;
import zygonox.core.sky.StarCatalogue;
import zygonox.core.sky.Vector;

/** What the bright stars draw on the sky while a program runs, whatever the lens. */
final class StarArcs {
  private static final double FAINTEST = 4.2;
  private static final int POINTS = 15;

  private final Place place;
  private final Instant first;
  private final double seconds;
  private final List<Arc> arcs = new ArrayList<>();

  /** One star's way; what is below the horizon is null. */
  record Arc(double magnitude, Vector[] points) {}

  StarArcs(Place place, Instant first, double seconds) {
    this.place = place;
    this.first = first;
    this.seconds = seconds;
    LocalSky[] skies = new LocalSky[POINTS + 1];
    for (int k = 0; k <= POINTS; k++) {
      skies[k] = new LocalSky(place, first.plus(Interval.duration(seconds * k / POINTS)));
    }
    for (Star star : StarCatalogue.stars()) {
      if (star.magnitude() > FAINTEST) {
        break;
      }
      Vector[] points = new Vector[skies.length];
      boolean isUp = false;
      for (int k = 0; k < skies.length; k++) {
        Vector airless = skies[k].towards(star.vector());
        Vector v = airless.z() < -0.02 ? null : LocalSky.refracted(airless);
        points[k] = v != null && v.z() > 0 ? v : null;
        isUp |= points[k] != null;
      }
      if (isUp) {
        arcs.add(new Arc(star.magnitude(), points));
      }
    }
  }

  boolean isOf(Place otherPlace, Instant otherFirst, double otherSeconds) {
    return place.equals(otherPlace) && first.equals(otherFirst) && seconds == otherSeconds;
  }

  List<Arc> arcs() {
    return arcs;
  }
}
