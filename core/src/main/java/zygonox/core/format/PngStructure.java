package zygonox.core.format;

import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.raster.PixelLayout;

/** What the chunks of a PNG file say (ISO/IEC 15948:2004, clause 11), read without decoding. */
final class PngStructure {
  private static final int SIGNATURE_BYTES = 8;
  private static final int CHUNK_OVERHEAD = 12;

  private PngStructure() {}

  /** The stored shape: palettes count as RGB of 8 bits, alpha is left out. */
  static PixelLayout read(Path path) throws IOException, UnreadableFrame {
    try (RandomAccessFile file = new RandomAccessFile(path.toFile(), "r")) {
      PixelLayout layout = null;
      long at = SIGNATURE_BYTES;
      while (at + CHUNK_OVERHEAD <= file.length()) {
        file.seek(at);
        long length = Integer.toUnsignedLong(file.readInt());
        byte[] name = new byte[4];
        file.readFully(name);
        String type = new String(name, StandardCharsets.US_ASCII);
        if (at + CHUNK_OVERHEAD + length > file.length()) {
          break;
        }
        if (type.equals("IHDR")) {
          layout = header(path, file);
        } else if (type.equals("IEND")) {
          if (layout == null) {
            throw new UnreadableFrame(
                path,
                new ReadFault(ReadFault.Kind.DAMAGED, Phrasebook.say("refused.no-ihdr-chunk")));
          }
          return layout;
        }
        at += CHUNK_OVERHEAD + length;
      }
      throw new UnreadableFrame(path, ReadFault.of(ReadFault.Kind.TRUNCATED));
    }
  }

  private static PixelLayout header(Path path, RandomAccessFile file)
      throws IOException, UnreadableFrame {
    int width = file.readInt();
    int height = file.readInt();
    int depth = file.read();
    int colour = file.read();
    boolean grey = colour == 0 || colour == 4;
    // Greys of fewer than 8 bits come out of the decoder as a palette.
    int channels = grey && depth >= 8 ? 1 : 3;
    return PictureLimits.layout(path, width, height, channels, depth == 16 ? 16 : 8);
  }
}
