package zygonox.desktop.stage;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import zygonox.core.night.Night;
import zygonox.core.quantity.InvalidInput;

/** Times of day in a night: from noon on they are of the evening's date, before it of the next. */
public final class NightClock {
  private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm");

  private NightClock() {}

  /** A moment as a clock at the place shows it, such as {@code 21:10}. */
  public static String text(Night night, Instant time) {
    return CLOCK.format(time.atZone(night.zone()));
  }

  /**
   * Reads a time of day.
   *
   * @throws InvalidInput when it is none
   */
  public static ZonedDateTime parse(Night night, String typed) {
    String text = typed.strip();
    try {
      LocalTime time = LocalTime.parse(text.length() == 4 ? "0" + text : text);
      boolean evening = !time.isBefore(LocalTime.NOON);
      LocalDate date = evening ? night.date() : night.date().plusDays(1);
      return date.atTime(time).atZone(night.zone());
    } catch (DateTimeParseException e) {
      throw new InvalidInput("\"" + text + "\" is no time of day; type it like 21:10", e);
    }
  }
}
