package zygonox.desktop.sky;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import zygonox.core.quantity.Place;
import zygonox.core.sky.LocalSky;
import zygonox.core.sky.Star;
import zygonox.core.sky.StarCatalogue;
import zygonox.core.sky.StickFigures;
import zygonox.core.sky.Vector;

/**
 * What stands over a place at a moment, as seen through the air, ready to be put through any lens:
 * reckoned once, however long the lens is turned.
 */
final class SeenSky {
  private static final double FAINTEST_STAR = 6.3;

  private final Place place;
  private final Instant time;
  private final LocalSky sky;
  private final List<SeenStar> stars = new ArrayList<>();
  private final List<SeenFigure> figures = new ArrayList<>();

  /** A star above the horizon; x north, y east, z up. */
  record SeenStar(Star star, Vector at) {}

  /** A figure's lines; what is below the horizon is null. */
  record SeenFigure(String name, List<Vector[]> lines) {}

  SeenSky(Place place, Instant time) {
    this.place = place;
    this.time = time;
    this.sky = new LocalSky(place, time);
    for (Star star : StarCatalogue.stars()) {
      if (star.magnitude() > FAINTEST_STAR) {
        break;
      }
      Vector v = seen(star.vector());
      if (v != null) {
        stars.add(new SeenStar(star, v));
      }
    }
    for (StickFigures.Figure figure : StickFigures.figures()) {
      figures.add(
          new SeenFigure(
              figure.name(),
              figure.lines().stream()
                  .map(line -> line.stream().map(this::seen).toArray(Vector[]::new))
                  .toList()));
    }
  }

  private Vector seen(Vector j2000) {
    Vector airless = sky.towards(j2000);
    // Refraction lifts by half a degree at the most: what is lower need not be asked.
    if (airless.z() < -0.02) {
      return null;
    }
    Vector v = LocalSky.refracted(airless);
    return v.z() > 0 ? v : null;
  }

  boolean isOf(Place otherPlace, Instant otherTime) {
    return place.equals(otherPlace) && time.equals(otherTime);
  }

  LocalSky sky() {
    return sky;
  }

  /** Brightest first. */
  List<SeenStar> stars() {
    return stars;
  }

  List<SeenFigure> figures() {
    return figures;
  }
}
