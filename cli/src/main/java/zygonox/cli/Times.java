package zygonox.cli;

import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.format.DateTimeFormatter;
import picocli.CommandLine.TypeConversionException;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Moments;

/** Times as the command line takes and gives them: ISO 8601 with an offset in digits. */
final class Times {
  private static final DateTimeFormatter WHOLE =
      DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm:ssxxx");
  private static final DateTimeFormatter PARTS =
      DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm:ss.SSSxxx");

  private Times() {}

  static OffsetDateTime parse(String text) {
    try {
      return Moments.parseWithOffset(text);
    } catch (InvalidInput e) {
      throw new TypeConversionException(e.getMessage());
    }
  }

  static LocalDate parseDate(String text) {
    try {
      return Moments.parseDate(text);
    } catch (InvalidInput e) {
      throw new TypeConversionException(e.getMessage());
    }
  }

  static String text(OffsetDateTime time) {
    return (time.getNano() == 0 ? WHOLE : PARTS).format(time);
  }
}
