package zygonox.core.frame;

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
  FITS;

  /** First bytes needed to tell. */
  static final int SIGNATURE_BYTES = 8;

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
    boolean tiff =
        begins(start, 'I', 'I', 42, 0)
            || begins(start, 'M', 'M', 0, 42)
            || begins(start, 'I', 'I', 43, 0)
            || begins(start, 'M', 'M', 0, 43);
    return tiff ? Optional.of(TIFF) : Optional.empty();
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
