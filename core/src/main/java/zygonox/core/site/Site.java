package zygonox.core.site;

import java.time.Instant;
import java.time.ZoneId;
import zygonox.core.quantity.Angle;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.quantity.Place;
import zygonox.core.sky.SkyBrightness;
import zygonox.core.sky.Skyline;

/**
 * A place to photograph from.
 *
 * @param name what it is called
 * @param place where it is
 * @param zone its time zone
 * @param skyline what hides the sky there
 * @param surroundings what stands along it in a rehearsal
 * @param brightness how dark its sky can be
 * @param notes the way there, parking, what to look for; may be empty
 * @param cautions what to mind there; may be empty
 */
public record Site(
    String name,
    Place place,
    ZoneId zone,
    Skyline skyline,
    Surroundings surroundings,
    SkyBrightness brightness,
    String notes,
    String cautions) {
  /** Clocks that differ from the sun by more than this are seldom meant; in hours. */
  private static final double ODD_CLOCK_HOURS = 3.5;

  public Site {
    if (name.isBlank()) {
      throw new InvalidInput(Phrasebook.say("refused.the-site-has-no-name"));
    }
  }

  /** A site of which only the place is known. */
  public static Site of(String name, Place place, ZoneId zone) {
    return new Site(
        name, place, zone, Skyline.LEVEL, Surroundings.OPEN, SkyBrightness.USUAL, "", "");
  }

  /**
   * By how many hours the clock of its zone runs ahead of the mean sun, at some moment. Daylight
   * saving and wide zones make up to about three.
   */
  public double clockAheadHours(Instant time) {
    double offset = zone.getRules().getOffset(time).getTotalSeconds() / 3600.0;
    return Angle.signed(15 * offset - place.longitudeDeg()) / 15;
  }

  /** Whether the zone can hardly be the place's own. */
  public boolean hasOddClock(Instant time) {
    return Math.abs(clockAheadHours(time)) > ODD_CLOCK_HOURS;
  }

  public Site withName(String other) {
    return new Site(other, place, zone, skyline, surroundings, brightness, notes, cautions);
  }

  public Site withPlace(Place other) {
    return new Site(name, other, zone, skyline, surroundings, brightness, notes, cautions);
  }

  /** At another place, by the clock that is in use there; a site that stays keeps its clock. */
  public Site movedTo(Place other) {
    return other.equals(place) ? this : withPlace(other).withZone(ZoneMap.at(other));
  }

  public Site withZone(ZoneId other) {
    return new Site(name, place, other, skyline, surroundings, brightness, notes, cautions);
  }

  public Site withSkyline(Skyline other) {
    return new Site(name, place, zone, other, surroundings, brightness, notes, cautions);
  }

  public Site withSurroundings(Surroundings other) {
    return new Site(name, place, zone, skyline, other, brightness, notes, cautions);
  }

  public Site withBrightness(SkyBrightness other) {
    return new Site(name, place, zone, skyline, surroundings, other, notes, cautions);
  }

  public Site withNotes(String other) {
    return new Site(name, place, zone, skyline, surroundings, brightness, other, cautions);
  }

  public Site withCautions(String other) {
    return new Site(name, place, zone, skyline, surroundings, brightness, notes, other);
  }
}
