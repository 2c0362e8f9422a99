package zygonox.core.quantity;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.OffsetDateTime;
import java.time.YearMonth;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Dates and times of day as people write them and as they are shown. */
public final class Moments {
  private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm");
  private static final DateTimeFormatter CLOCK_SECONDS = DateTimeFormatter.ofPattern("HH:mm:ss");

  private static final DateTimeFormatter DATE =
      DateTimeFormatter.ofPattern("d MMMM uuuu", Locale.UK);

  private static final Pattern TIME =
      Pattern.compile(
          "(\\d{1,2})(?:[:.h](\\d{2})(?:[:.](\\d{2}))?)?\\s*(am|pm|a\\.m\\.|p\\.m\\.|h)?");

  private static final Pattern DIGITS_DATE =
      Pattern.compile("(\\d{4})[-/.](\\d{1,2})[-/.](\\d{1,2})");

  /** Day and month by numbers, divided by points: the day stands first wherever that is written. */
  private static final Pattern POINT_DATE = Pattern.compile("(\\d{1,2})\\.(\\d{1,2})\\.(\\d{4})");

  private static final Pattern DAY_FIRST =
      Pattern.compile("(\\d{1,2})(?:st|nd|rd|th)?\\.?\\s+([a-z]{3,9})\\.?,?\\s+(\\d{4})");

  private static final Pattern MONTH_FIRST =
      Pattern.compile("([a-z]{3,9})\\.?\\s+(\\d{1,2})(?:st|nd|rd|th)?,?\\s+(\\d{4})");

  private static final List<String> MONTHS =
      List.of(
          "january",
          "february",
          "march",
          "april",
          "may",
          "june",
          "july",
          "august",
          "september",
          "october",
          "november",
          "december");

  private Moments() {}

  /** A moment as a clock in a zone shows it: {@code 21:10}. */
  public static String clock(Instant time, ZoneId zone) {
    return CLOCK.format(time.atZone(zone));
  }

  /** The same with the seconds where they are not zero: {@code 21:10:30}. */
  public static String exactClock(Instant time, ZoneId zone) {
    var local = time.atZone(zone);
    return (local.getSecond() == 0 ? CLOCK : CLOCK_SECONDS).format(local);
  }

  /** A date in words: {@code 14 October 2026}. */
  public static String date(LocalDate date) {
    return DATE.format(date);
  }

  /**
   * Reads a time of day: {@code 21:10}, {@code 9:10 pm}, {@code 21.10}, {@code 9 pm}, {@code
   * 21:10:30}.
   *
   * @throws InvalidInput when it is none
   */
  public static LocalTime parseClock(String typed) {
    Matcher matcher = TIME.matcher(typed.strip().toLowerCase(Locale.ROOT));
    if (!matcher.matches() || matcher.group(2) == null && matcher.group(4) == null) {
      throw notATime(typed);
    }
    int hour = Integer.parseInt(matcher.group(1));
    int minute = matcher.group(2) == null ? 0 : Integer.parseInt(matcher.group(2));
    int second = matcher.group(3) == null ? 0 : Integer.parseInt(matcher.group(3));
    String half = matcher.group(4) == null ? "" : matcher.group(4).replace(".", "");
    boolean twelve = half.equals("am") || half.equals("pm");
    boolean possible =
        (twelve ? hour >= 1 && hour <= 12 : hour <= 24) && minute < 60 && second < 60;
    if (!possible || hour == 24 && minute + second > 0) {
      throw notATime(typed);
    }
    int plain = twelve ? hour % 12 + (half.equals("pm") ? 12 : 0) : hour % 24;
    return LocalTime.of(plain, minute, second);
  }

  private static InvalidInput notATime(String typed) {
    return new InvalidInput(Phrasebook.say("refused.is-not-a-time-of", typed.strip()));
  }

  /**
   * A time of day in the night that begins on an evening: from noon on it is of that date, before
   * noon of the next. Also reads a time with date and offset, as ISO 8601 writes it.
   *
   * @throws InvalidInput when it is neither
   */
  public static OffsetDateTime inNight(LocalDate evening, ZoneId zone, String typed) {
    if (typed.contains("T") || typed.contains("t")) {
      return parseWithOffset(typed);
    }
    LocalTime time = parseClock(typed);
    LocalDate date = time.isBefore(LocalTime.NOON) ? evening.plusDays(1) : evening;
    return date.atTime(time).atZone(zone).toOffsetDateTime();
  }

  /**
   * Reads a moment with its offset: {@code 2026-10-14T21:10:00+01:00}.
   *
   * @throws InvalidInput when it is none
   */
  public static OffsetDateTime parseWithOffset(String typed) {
    try {
      return OffsetDateTime.parse(typed.strip());
    } catch (DateTimeParseException e) {
      throw new InvalidInput(Phrasebook.say("refused.is-not-a-time-with", typed.strip()), e);
    }
  }

  /**
   * Reads a date: {@code 2026-10-14}, {@code 14 October 2026}, {@code Oct 14, 2026}, {@code
   * 14.10.2026}. Numbers divided by slashes are refused: their order differs between countries.
   *
   * @throws InvalidInput when it is none
   */
  public static LocalDate parseDate(String typed) {
    String text = typed.strip().toLowerCase(Locale.ROOT);
    Matcher digits = DIGITS_DATE.matcher(text);
    if (digits.matches()) {
      return date(typed, digits.group(1), number(digits.group(2)), digits.group(3));
    }
    Matcher points = POINT_DATE.matcher(text);
    if (points.matches()) {
      return date(typed, points.group(3), number(points.group(2)), points.group(1));
    }
    Matcher day = DAY_FIRST.matcher(text);
    if (day.matches()) {
      return date(typed, day.group(3), month(typed, day.group(2)), day.group(1));
    }
    Matcher month = MONTH_FIRST.matcher(text);
    if (month.matches()) {
      return date(typed, month.group(3), month(typed, month.group(1)), month.group(2));
    }
    throw notADate(typed);
  }

  private static LocalDate date(String typed, String year, int month, String day) {
    if (month < 1 || month > 12) {
      throw notADate(typed);
    }
    YearMonth in = YearMonth.of(number(year), month);
    int of = number(day);
    if (of < 1 || of > in.lengthOfMonth()) {
      throw new InvalidInput(
          Phrasebook.say("refused.is-not-a-date-that", typed.strip(), in.lengthOfMonth()));
    }
    return in.atDay(of);
  }

  private static int number(String digits) {
    return Integer.parseInt(digits);
  }

  private static int month(String typed, String name) {
    for (int i = 0; i < MONTHS.size(); i++) {
      if (MONTHS.get(i).startsWith(name) || name.equals("sept") && i == 8) {
        return i + 1;
      }
    }
    throw notADate(typed);
  }

  private static InvalidInput notADate(String typed) {
    return new InvalidInput(Phrasebook.say("refused.is-not-a-date-type", typed.strip()));
  }
}
