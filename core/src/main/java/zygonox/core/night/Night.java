package zygonox.core.night;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import zygonox.core.optics.Body;
import zygonox.core.optics.Lens;
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

  /** The same night with one program changed. */
  public Night withProgram(int index, Program changed) {
    List<Program> all = new ArrayList<>(programs);
    all.set(index, changed);
    return new Night(name, placeName, place, date, zone, body, lens, millAzimuthDeg, all);
  }
}
