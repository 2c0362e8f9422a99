package zygonox.cli;

import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import picocli.CommandLine.TypeConversionException;
import zygonox.core.frame.FrameSet;
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

  /** A time with its offset, or a time of day in the night of the first frame. */
  static OffsetDateTime inNight(String option, String typed, FrameSet set) {
    ZoneOffset offset = set.assumedOffset();
    LocalDate evening =
        set.frames().stream()
            .flatMap(f -> set.takenAt(f).stream())
            .findFirst()
            .map(t -> t.atOffset(offset).minusHours(12).toLocalDate())
            .orElse(LocalDate.EPOCH);
    try {
      return Moments.inNight(evening, offset, typed);
    } catch (InvalidInput e) {
      throw InvalidInput.about(option, e.getMessage());
    }
  }
}
