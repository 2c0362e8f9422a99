package zygonox.core.format;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Optional;

/**
 * When the shutter opened, as the camera's clock told it.
 *
 * @param clock the camera's wall clock, with what the file gives of the second
 * @param offset the clock's offset from UTC; empty where the camera did not write one
 */
public record CaptureTime(LocalDateTime clock, Optional<ZoneOffset> offset) {
  /** The moment, reading a clock without an offset as {@code assumed}. */
  public Instant instant(ZoneOffset assumed) {
    return clock.toInstant(offset.orElse(assumed));
  }

  /** The time with its offset, reading a clock without one as {@code assumed}. */
  public OffsetDateTime withOffset(ZoneOffset assumed) {
    return clock.atOffset(offset.orElse(assumed));
  }

  /** The time by a clock that is put forward. */
  public CaptureTime later(Duration by) {
    return new CaptureTime(clock.plus(by), offset);
  }
}
