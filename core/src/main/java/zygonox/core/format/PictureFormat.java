package zygonox.core.format;

import java.util.Optional;

/**
 * The formats a frame can come in, told apart by their first bytes and never by the file's name.
 */
public enum PictureFormat {
  JPEG,
  PNG,
  TIFF,
  /** A TIFF too, by its first bytes; told apart by its version tag. */
  DNG,
  FITS,
  /** A maker's own raw format; read by the system's LibRaw. */
  RAW;

  /** First bytes needed to tell. */
  static final int SIGNATURE_BYTES = 12;

  static Optional<PictureFormat> of(byte[] start) {
    if (begins(start, 0xff, 0xd8, 0xff)) {
      return Optional.of(JPEG);
    }
    if (begins(start, 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n')) {
      return Optional.of(PNG);
    }
    if (begins(start, 'S', 'I', 'M', 'P', 'L', 'E', ' ', ' ')) {
      return Optional.of(FITS);
    }
    if (isMakersRaw(start)) {
      return Optional.of(RAW);
    }
    boolean tiff =
        begins(start, 'I', 'I', 42, 0)
            || begins(start, 'M', 'M', 0, 42)
            || begins(start, 'I', 'I', 43, 0)
            || begins(start, 'M', 'M', 0, 43);
    return tiff ? Optional.of(TIFF) : Optional.empty();
  }

  /** Those that are no plain TIFF by their first bytes; the others are told by their samples. */
  private static boolean isMakersRaw(byte[] start) {
    boolean boxed =
        start.length >= 12
            && start[4] == 'f'
            && start[5] == 't'
            && start[6] == 'y'
            && start[7] == 'p'
            && start[8] == 'c'
            && start[9] == 'r'
            && start[10] == 'x';
    return boxed
        || begins(start, 'I', 'I', 'U', 0)
        || begins(start, 'I', 'I', 'R', 'O')
        || begins(start, 'I', 'I', 'R', 'S')
        || begins(start, 'M', 'M', 'O', 'R')
        || begins(start, 'F', 'U', 'J', 'I', 'F', 'I', 'L', 'M')
        || begins(start, 'F', 'O', 'V', 'b')
        || start.length >= 10
            && begins(start, 'I', 'I', 42, 0)
            && start[8] == 'C'
            && start[9] == 'R';
  }

  private static boolean begins(byte[] start, int... signature) {
    if (start.length < signature.length) {
      return false;
    }
    for (int i = 0; i < signature.length; i++) {
      if ((start[i] & 0xff) != signature[i]) {
        return false;
      }
    }
    return true;
  }
}
