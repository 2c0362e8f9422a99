package zygonox.core.sky;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Place;
import zygonox.core.sky.Crossings.Crossing;

/**
 * What happens on the sky of one night, from local noon to the next. Rise and set are at the
 * sea-level horizon: the sun's centre at -0.833 degrees, the moon's upper limb at -34 arcmin with
 * its own parallax and size; twilights at -6, -12 and -18. Of what happens twice the first is told.
 * Within 2 s of XEphem's times over 400 nights from 1990 to 2060, up to latitude 62.
 */
public final class Almanac {
  /** Things that happen at a moment, or not at all. */
  public enum Event {
    SUNSET,
    CIVIL_DUSK,
    NAUTICAL_DUSK,
    ASTRONOMICAL_DUSK,
    ASTRONOMICAL_DAWN,
    NAUTICAL_DAWN,
    CIVIL_DAWN,
    SUNRISE,
    MOONRISE,
    MOONSET
  }

  /** A span of time. */
  public record Window(Instant from, Instant to) {
    public Duration length() {
      return Duration.between(from, to);
    }

    public Instant middle() {
      return from.plus(length().dividedBy(2));
    }
  }

  /**
   * A target's night.
   *
   * @param transit when it passes the upper meridian
   * @param transitAltitudeDeg how high it is then, in degrees without refraction
   * @param rise when it rises; empty where it does not that night
   * @param set when it sets; empty where it does not
   * @param bestWindow the longest span that is dark and moonless with the target well up and above
   *     the skyline
   */
  public record Target(
      Instant transit,
      double transitAltitudeDeg,
      Optional<Instant> rise,
      Optional<Instant> set,
      Optional<Window> bestWindow) {}

  /**
   * Below this a target is in the thick of the air; one that never climbs so high is well up in the
   * upper half of its way. Common practice, no source.
   */
  private static final double WELL_UP_DEG = 20;

  private static final int FIRST_YEAR = 1900;
  private static final int LAST_YEAR = 2100;

  private final Place place;
  private final Instant from;
  private final Instant to;
  private final Instant midnight;
  private final Map<Event, Instant> events = new EnumMap<>(Event.class);
  private final List<Window> darkWindows;

  /**
   * @param date the evening's date, in 1900 to 2100
   * @throws InvalidInput for other years
   */
  public Almanac(Place place, LocalDate date, ZoneId zone) {
    InvalidInput.check("value.year-of-the-date", date.getYear(), FIRST_YEAR, LAST_YEAR);
    this.place = place;
    this.from = date.atTime(12, 0).atZone(zone).toInstant();
    this.to = date.plusDays(1).atTime(12, 0).atZone(zone).toInstant();
    this.midnight = date.plusDays(1).atStartOfDay(zone).toInstant();
    sunEvents(Twilight.DAY, Event.SUNSET, Event.SUNRISE);
    sunEvents(Twilight.CIVIL, Event.CIVIL_DUSK, Event.CIVIL_DAWN);
    sunEvents(Twilight.NAUTICAL, Event.NAUTICAL_DUSK, Event.NAUTICAL_DAWN);
    List<Crossing> dark =
        sunEvents(Twilight.ASTRONOMICAL, Event.ASTRONOMICAL_DUSK, Event.ASTRONOMICAL_DAWN);
    List<Crossing> moon = Crossings.find(this::moonHeight, from, to);
    first(moon, true).ifPresent(t -> events.put(Event.MOONRISE, t));
    first(moon, false).ifPresent(t -> events.put(Event.MOONSET, t));
    darkWindows =
        windows(
            List.of(dark, moon),
            t ->
                Sun.altitudeDeg(place, t) < Twilight.ASTRONOMICAL.lowestDeg() && moonHeight(t) < 0);
  }

  private List<Crossing> sunEvents(Twilight twilight, Event dusk, Event dawn) {
    List<Crossing> crossings =
        Crossings.find(t -> Sun.altitudeDeg(place, t) - twilight.lowestDeg(), from, to);
    first(crossings, false).ifPresent(t -> events.put(dusk, t));
    first(crossings, true).ifPresent(t -> events.put(dawn, t));
    return crossings;
  }

  private static Optional<Instant> first(List<Crossing> crossings, boolean rising) {
    return crossings.stream().filter(c -> c.rising() == rising).map(Crossing::at).findFirst();
  }

  /** The moon's upper limb over the horizon that refraction makes, in degrees. */
  private double moonHeight(Instant time) {
    return Moon.from(place, time).heightOfLimbDeg();
  }

  private interface Condition {
    boolean holds(Instant time);
  }

  /** The spans in which a condition holds that changes at the crossings only. */
  private List<Window> windows(List<List<Crossing>> crossings, Condition condition) {
    List<Instant> edges = new ArrayList<>();
    edges.add(from);
    crossings.forEach(list -> list.forEach(c -> edges.add(c.at())));
    edges.add(to);
    edges.sort(Comparator.naturalOrder());
    List<Window> windows = new ArrayList<>();
    for (int i = 1; i < edges.size(); i++) {
      Instant a = edges.get(i - 1);
      Instant b = edges.get(i);
      if (a.isBefore(b) && condition.holds(a.plus(Duration.between(a, b).dividedBy(2)))) {
        Window last = windows.isEmpty() ? null : windows.get(windows.size() - 1);
        if (last != null && last.to().equals(a)) {
          windows.set(windows.size() - 1, new Window(last.from(), b));
        } else {
          windows.add(new Window(a, b));
        }
      }
    }
    return windows;
  }

  /** The local noon it begins at. */
  public Instant from() {
    return from;
  }

  /** The local noon it ends at. */
  public Instant to() {
    return to;
  }

  /** When something happens that night; empty where it does not. */
  public Optional<Instant> event(Event event) {
    return Optional.ofNullable(events.get(event));
  }

  /** Spans with the sun below -18 degrees and the moon down. */
  public List<Window> darkWindows() {
    return List.copyOf(darkWindows);
  }

  /** Share of the moon's disc that is lit at the midnight of the night. */
  public double moonIlluminatedFraction() {
    return Moon.at(midnight).illuminatedFraction();
  }

  /** How a target fares that night over a level horizon. */
  public Target target(SkyBody body) {
    return target(body, Skyline.LEVEL);
  }

  /**
   * How a target fares that night. Its rise and set are at the sea-level horizon; the best window
   * is above the skyline too.
   */
  public Target target(SkyBody body, Skyline skyline) {
    ToDoubleFunction<Instant> height =
        t -> body.at(place, t).direction().altitudeDeg() - body.horizonDeg(place, t);
    List<Crossing> horizon = Crossings.find(height, from, to);
    Instant transit = transit(body);
    double highest = body.at(place, transit).direction().altitudeDeg();
    return new Target(
        transit,
        highest,
        first(horizon, true),
        first(horizon, false),
        highest <= 0 ? Optional.empty() : bestWindow(body, skyline, highest));
  }

  /** From which altitude on a target is well up that comes to a highest one, in degrees. */
  public static double wellUpDeg(double highestDeg) {
    return Math.min(WELL_UP_DEG, highestDeg / 2);
  }

  /** From which altitude on a body is well up over a place, in degrees; never below the horizon. */
  public static double wellUpDeg(SkyBody body, Place place, Instant time) {
    double declination = body.at(place, time).ofDate().declinationDeg();
    return Math.max(0, wellUpDeg(90 - Math.abs(place.latitudeDeg() - declination)));
  }

  private Optional<Window> bestWindow(SkyBody body, Skyline skyline, double highestDeg) {
    double least = wellUpDeg(highestDeg);
    ToDoubleFunction<Instant> wellUp =
        t -> {
          Direction d = body.at(place, t).direction();
          return d.altitudeDeg() - Math.max(least, skyline.altitudeDeg(d.azimuthDeg()));
        };
    List<Crossing> up = Crossings.find(wellUp, from, to);
    List<Crossing> edges = new ArrayList<>();
    for (Window window : darkWindows) {
      edges.add(new Crossing(window.from(), true));
      edges.add(new Crossing(window.to(), false));
    }
    return windows(List.of(up, edges), t -> wellUp.applyAsDouble(t) > 0 && isDark(t)).stream()
        .max(Comparator.comparing(Window::length));
  }

  private boolean isDark(Instant time) {
    return darkWindows.stream().anyMatch(w -> !time.isBefore(w.from()) && !time.isAfter(w.to()));
  }

  private Instant transit(SkyBody body) {
    ToDoubleFunction<Instant> hourAngle =
        t -> new LocalSky(place, t).hourAngleDeg(body.at(place, t).ofDate());
    // It rises through zero at the upper passage and jumps from 180 to -180 at the lower one.
    return Crossings.find(hourAngle, from, to.plusSeconds(3600)).stream()
        .filter(Crossing::rising)
        .map(Crossing::at)
        .findFirst()
        .orElseThrow();
  }
}
