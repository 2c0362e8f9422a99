package zygonox.core.format;

import com.sun.jna.Library;
import com.sun.jna.Memory;
import com.sun.jna.Native;
import com.sun.jna.Pointer;
import java.util.Optional;

/**
 * The system's JPEG decoder with vector code (libturbojpeg, Debian's {@code libturbojpeg0}), more
 * than twice as fast as the one in the JDK and equal to it but for a count or two at edges of
 * colour. Absent, the JDK's is used.
 */
final class TurboJpeg {
  /** Function names and codes of turbojpeg.h, versions 1.4 to 3. */
  interface Functions extends Library {
    Pointer tjInitDecompress();

    int tjDecompress2(
        Pointer handle,
        byte[] jpeg,
        long size,
        Pointer into,
        int width,
        int pitch,
        int height,
        int pixelFormat,
        int flags);

    int tjDestroy(Pointer handle);

    String tjGetErrorStr2(Pointer handle);
  }

  private static final int FORMAT_RGB = 0;
  private static final int FORMAT_GREY = 6;
  private static final int ACCURATE_DCT = 4096;

  private static final Optional<Functions> FUNCTIONS = load();

  private TurboJpeg() {}

  private static Optional<Functions> load() {
    try {
      return Optional.of(Native.load("turbojpeg", Functions.class));
    } catch (UnsatisfiedLinkError e) {
      return Optional.empty();
    }
  }

  static boolean isPresent() {
    return FUNCTIONS.isPresent();
  }

  /** The decoder ended with an error or a warning, such as a picture that ends too early. */
  static final class DecodeFailed extends Exception {
    private static final long serialVersionUID = 1L;

    DecodeFailed(String reason) {
      super(reason);
    }
  }

  /**
   * Decodes a whole picture.
   *
   * @param jpeg the file's bytes
   * @param channels 3, or 1 for the brightness alone
   * @param into gets {@code width * height * channels} bytes
   */
  static void decode(byte[] jpeg, int width, int height, int channels, Memory into)
      throws DecodeFailed {
    Functions turbo = FUNCTIONS.orElseThrow();
    Pointer handle = turbo.tjInitDecompress();
    try {
      int format = channels == 1 ? FORMAT_GREY : FORMAT_RGB;
      int outcome =
          turbo.tjDecompress2(
              handle, jpeg, jpeg.length, into, width, 0, height, format, ACCURATE_DCT);
      if (outcome != 0) {
        String reason = turbo.tjGetErrorStr2(handle);
        // Some cameras pad between markers; the picture is whole all the same.
        if (!reason.contains("extraneous")) {
          throw new DecodeFailed(reason);
        }
      }
    } finally {
      turbo.tjDestroy(handle);
    }
  }
}
