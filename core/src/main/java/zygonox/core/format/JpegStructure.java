package zygonox.core.format;

import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.file.Path;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.raster.PixelLayout;

/** What the markers of a JPEG file say (ITU-T T.81, annex B), read without decoding. */
final class JpegStructure {
  private static final int START_OF_SCAN = 0xda;
  private static final int END_OF_IMAGE = 0xd9;

  private JpegStructure() {}

  /**
   * The stored shape.
   *
   * @throws UnreadableFrame when the file ends before its picture does, or is of a kind that is not
   *     read (12-bit, CMYK)
   */
  static PixelLayout read(Path path) throws IOException, UnreadableFrame {
    try (RandomAccessFile file = new RandomAccessFile(path.toFile(), "r")) {
      PixelLayout layout = null;
      long at = 2;
      while (true) {
        if (at + 4 > file.length()) {
          throw new UnreadableFrame(path, ReadFault.of(ReadFault.Kind.TRUNCATED));
        }
        file.seek(at);
        if (file.read() != 0xff) {
          throw new UnreadableFrame(
              path,
              new ReadFault(
                  ReadFault.Kind.DAMAGED, Phrasebook.say("refused.no-marker-at-byte", at)));
        }
        int marker = file.read();
        if (marker == 0xff) {
          at++;
          continue;
        }
        int length = file.readUnsignedShort();
        if (isStartOfFrame(marker)) {
          layout = startOfFrame(path, file);
        }
        at += 2 + length;
        if (marker == START_OF_SCAN) {
          break;
        }
      }
      if (layout == null) {
        throw new UnreadableFrame(
            path,
            new ReadFault(
                ReadFault.Kind.DAMAGED, Phrasebook.say("refused.no-frame-header-before-the")));
      }
      if (!endsAfter(file, at)) {
        throw new UnreadableFrame(path, ReadFault.of(ReadFault.Kind.TRUNCATED));
      }
      return layout;
    }
  }

  private static boolean isStartOfFrame(int marker) {
    // C4, C8 and CC lie in the same range and mean other things.
    return marker >= 0xc0 && marker <= 0xcf && marker != 0xc4 && marker != 0xc8 && marker != 0xcc;
  }

  private static PixelLayout startOfFrame(Path path, RandomAccessFile file)
      throws IOException, UnreadableFrame {
    byte[] header = new byte[6];
    if (file.read(header) < header.length) {
      throw new UnreadableFrame(path, ReadFault.of(ReadFault.Kind.TRUNCATED));
    }
    int precision = header[0];
    int height = (header[1] & 0xff) << 8 | header[2] & 0xff;
    int width = (header[3] & 0xff) << 8 | header[4] & 0xff;
    int components = header[5];
    if (precision != 8 || components != 1 && components != 3) {
      throw new UnreadableFrame(
          path,
          new ReadFault(
              ReadFault.Kind.UNSUPPORTED,
              Phrasebook.say("refused.a-jpeg-of-components-of", components, precision)));
    }
    return PictureLimits.layout(path, width, height, components, 8);
  }

  /**
   * Whether an end marker follows {@code from}. Inside the scan's data a 0xff is always followed by
   * 0 or a restart marker, so the first end marker found from the back is the picture's own.
   */
  private static boolean endsAfter(RandomAccessFile file, long from) throws IOException {
    byte[] block = new byte[1 << 16];
    long end = file.length();
    while (end - from >= 2) {
      long start = Math.max(from, end - block.length);
      int size = (int) (end - start);
      file.seek(start);
      file.readFully(block, 0, size);
      for (int i = size - 2; i >= 0; i--) {
        if (block[i] == (byte) 0xff && block[i + 1] == (byte) END_OF_IMAGE) {
          return true;
        }
      }
      // One byte of overlap, for a marker that lies across two blocks.
      end = start == from ? from : start + 1;
    }
    return false;
  }
}
