package zygonox.core.night;

import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import zygonox.core.optics.Body;
import zygonox.core.optics.Lens;
import zygonox.core.program.Interval;
import zygonox.core.program.Program;
import zygonox.core.quantity.Direction;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Place;

/**
 * One night at one place, as planned. Immutable: a change makes a new one.
 *
 * @param name the night's name
 * @param placeName what the place is called
 * @param place where it is
 * @param date the evening's date; the night runs from its noon to the next
 * @param zone the place's time zone
 * @param body the camera
 * @param lens the lens
 * @param millAzimuthDeg where the rehearsal's windmill stands, degrees from north through east
 * @param programs what is to be shot, in order
 */
public record Night(
    String name,
    String placeName,
    Place place,
    LocalDate date,
    ZoneId zone,
    Body body,
    Lens lens,
    double millAzimuthDeg,
    List<Program> programs) {
  /** First and last year that can be planned. */
  private static final int FIRST_YEAR = 1900;

  private static final int LAST_YEAR = 2100;

  public Night {
    InvalidInput.check("The year of the date", date.getYear(), FIRST_YEAR, LAST_YEAR);
    // A direction's own check, so that there is one rule for azimuths.
    millAzimuthDeg = new Direction(millAzimuthDeg, 0).azimuthDeg();
    programs = List.copyOf(programs);
  }

  /** The same plan at another place. */
  public Night withPlace(Place elsewhere) {
    return new Night(name, placeName, elsewhere, date, zone, body, lens, millAzimuthDeg, programs);
  }

  /** The same plan on another date: programs begin at the same time of day. */
  public Night withDate(LocalDate other) {
    long days = ChronoUnit.DAYS.between(date, other);
    List<Program> moved =
        programs.stream()
            .map(
                p ->
                    p.withStart(
                        p.start().atZoneSameInstant(zone).plusDays(days).toOffsetDateTime()))
            .toList();
    return new Night(name, placeName, place, other, zone, body, lens, millAzimuthDeg, moved);
  }

  /**
   * A plan to begin with: an hour's star trails to the north, with gear of common sizes.
   *
   * @param date the evening's date
   */
  public static Night toBegin(LocalDate date, ZoneId zone) {
    Program trails =
        new Program(
            "star trails",
            date.atTime(22, 0).atZone(zone).toOffsetDateTime(),
            new Interval(2, 20, 1, 170),
            2.8,
            1600,
            24,
            new Direction(0, 30));
    return new Night(
        "A night",
        "my place",
        new Place(50, 10, 0),
        date,
        zone,
        new Body("a body of 24 MP, 36 x 24 mm", 36, 24, 6000, 4000),
        new Lens("a lens of 24 mm", 24, 1.8),
        0,
        List.of(trails));
  }

  /** The same night with one program changed. */
  public Night withProgram(int index, Program changed) {
    List<Program> all = new ArrayList<>(programs);
    all.set(index, changed);
    return new Night(name, placeName, place, date, zone, body, lens, millAzimuthDeg, all);
  }
}
