package zygonox.cli;

import java.time.OffsetDateTime;
import java.time.format.DateTimeFormatter;

/** Times as the command line gives them: ISO 8601 with an offset in digits. */
final class Times {
  private static final DateTimeFormatter WHOLE =
      DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm:ssxxx");
  private static final DateTimeFormatter PARTS =
      DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm:ss.SSSxxx");

  private Times() {}

  static String text(OffsetDateTime time) {
    return (time.getNano() == 0 ? WHOLE : PARTS).format(time);
  }
}
