package zygonox.core.night;

import java.time.Duration;
import java.time.LocalDate;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import zygonox.core.frame.FrameRun;
import zygonox.core.frame.FrameSet;

/**
 * A run of frames that was taken on another date than the night's, as its camera's clock has it.
 *
 * @param run the frames
 * @param evening the date of the evening they were taken in, or after
 * @param slow how slow the clock was, if the frames are of this night and the hour was right
 */
public record OtherDate(FrameRun run, LocalDate evening, Duration slow) {
  /** A night goes from noon to noon. */
  private static final int NOON = 12;

  /** The runs of other dates; those without times are left out. */
  public static List<OtherDate> of(Night night, FrameSet set) {
    List<OtherDate> found = new ArrayList<>();
    for (FrameRun run : set.runs()) {
      set.takenAt(run.frames().get(0))
          .ifPresent(
              at -> {
                ZonedDateTime taken = at.atZone(night.zone());
                LocalDate evening = taken.minusHours(NOON).toLocalDate();
                long days = ChronoUnit.DAYS.between(evening, night.date());
                if (days != 0) {
                  Duration slow = Duration.between(taken, taken.plusDays(days));
                  found.add(new OtherDate(run, evening, slow));
                }
              });
    }
    return found;
  }
}
