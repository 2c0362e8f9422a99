package zygonox.cli;

import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import picocli.CommandLine.TypeConversionException;

/** Times as the command line takes and gives them: ISO 8601 with an offset in digits. */
final class Times {
  private static final DateTimeFormatter WHOLE =
      DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm:ssxxx");
  private static final DateTimeFormatter PARTS =
      DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm:ss.SSSxxx");

  private Times() {}

  static OffsetDateTime parse(String text) {
    try {
      return OffsetDateTime.parse(text);
    } catch (DateTimeParseException e) {
      throw new TypeConversionException(
          "\"" + text + "\" is no time with an offset; write it like 2026-10-14T21:10:00+01:00");
    }
  }

  static LocalDate parseDate(String text) {
    try {
      return LocalDate.parse(text);
    } catch (DateTimeParseException e) {
      throw new TypeConversionException("\"" + text + "\" is no date; write it like 2026-10-14");
    }
  }

  static String text(OffsetDateTime time) {
    return (time.getNano() == 0 ? WHOLE : PARTS).format(time);
  }
}
