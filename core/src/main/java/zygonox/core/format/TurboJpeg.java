package zygonox.core.format;

import com.sun.jna.Library;
import com.sun.jna.Memory;
import com.sun.jna.Native;
import com.sun.jna.NativeLong;
import com.sun.jna.Pointer;
import com.sun.jna.ptr.NativeLongByReference;
import com.sun.jna.ptr.PointerByReference;
import java.io.EOFException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
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
        Pointer jpeg,
        long size,
        Pointer into,
        int width,
        int pitch,
        int height,
        int pixelFormat,
        int flags);

    Pointer tjInitCompress();

    NativeLong tjBufSize(int width, int height, int subsampling);

    int tjCompress2(
        Pointer handle,
        byte[] pixels,
        int width,
        int pitch,
        int height,
        int pixelFormat,
        PointerByReference into,
        NativeLongByReference size,
        int subsampling,
        int quality,
        int flags);

    int tjDestroy(Pointer handle);

    String tjGetErrorStr2(Pointer handle);
  }

  private static final int FORMAT_RGB = 0;
  private static final int FORMAT_GREY = 6;
  private static final int ACCURATE_DCT = 4096;

  /** The room that is given has to do. */
  private static final int NO_OTHER_ROOM = 1024;

  private static final int FULL_COLOUR = 0;
  private static final int HALVED_COLOUR = 2;
  private static final int NO_COLOUR = 3;

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
   * @param file read as a whole, outside the heap: from there it would be copied once more
   * @param channels 3, or 1 for the brightness alone
   * @param into gets {@code width * height * channels} bytes
   */
  static void decode(Path file, int width, int height, int channels, Memory into)
      throws DecodeFailed, IOException {
    try (Memory jpeg = bytes(file)) {
      decode(jpeg, width, height, channels, into);
    }
  }

  private static Memory bytes(Path file) throws IOException {
    try (FileChannel channel = FileChannel.open(file)) {
      Memory bytes = new Memory(Math.max(1, channel.size()));
      ByteBuffer buffer = bytes.getByteBuffer(0, bytes.size());
      while (buffer.hasRemaining()) {
        if (channel.read(buffer) < 0) {
          bytes.close();
          throw new EOFException(file.toString());
        }
      }
      return bytes;
    }
  }

  private static void decode(Memory jpeg, int width, int height, int channels, Memory into)
      throws DecodeFailed {
    Functions turbo = FUNCTIONS.orElseThrow();
    Pointer handle = turbo.tjInitDecompress();
    try {
      int format = channels == 1 ? FORMAT_GREY : FORMAT_RGB;
      int outcome =
          turbo.tjDecompress2(
              handle, jpeg, jpeg.size(), into, width, 0, height, format, ACCURATE_DCT);
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

  /**
   * Encodes a whole picture: a third of the time of the JDK's writer, by the same tables.
   *
   * @param pixels {@code width * height * channels} bytes
   * @param channels 1 or 3
   * @return the file's bytes
   */
  static byte[] encode(byte[] pixels, int width, int height, int channels, JpegQuality quality)
      throws IOException {
    Functions turbo = FUNCTIONS.orElseThrow();
    int colour = quality.fullColour() ? FULL_COLOUR : HALVED_COLOUR;
    int subsampling = channels == 1 ? NO_COLOUR : colour;
    Pointer handle = turbo.tjInitCompress();
    long most = turbo.tjBufSize(width, height, subsampling).longValue();
    try (Memory into = new Memory(most)) {
      NativeLongByReference size = new NativeLongByReference(new NativeLong(most));
      int outcome =
          turbo.tjCompress2(
              handle,
              pixels,
              width,
              0,
              height,
              channels == 1 ? FORMAT_GREY : FORMAT_RGB,
              new PointerByReference(into),
              size,
              subsampling,
              quality.perCent(),
              ACCURATE_DCT | NO_OTHER_ROOM);
      if (outcome != 0) {
        throw new IOException(turbo.tjGetErrorStr2(handle));
      }
      return into.getByteArray(0, Math.toIntExact(size.getValue().longValue()));
    } finally {
      turbo.tjDestroy(handle);
    }
  }
}
