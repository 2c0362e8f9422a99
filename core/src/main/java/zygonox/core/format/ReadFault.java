package zygonox.core.format;

/**
 * Why a file could not be used as a frame.
 *
 * @param kind what is wrong with it
 * @param detail the decoder's or the system's own words, or an empty text
 */
public record ReadFault(Kind kind, String detail) {
  public enum Kind {
    MISSING,
    NO_PERMISSION,
    EMPTY,
    NOT_A_PICTURE,
    TRUNCATED,
    DAMAGED,
    TOO_LARGE,
    UNSUPPORTED,
    /** A maker's raw format, and the system has no LibRaw to read it. */
    NEEDS_LIBRAW
  }

  public static ReadFault of(Kind kind) {
    return new ReadFault(kind, "");
  }
}
