package zygonox.core.format;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.FileBytes;

/**
 * The first directory of a classic TIFF file (TIFF 6.0, sections 2 and 8), as far as it says where
 * the samples are. Every count and offset is held against the file's length before it is followed.
 */
final class TiffStructure {
  private static final int WIDTH = 256;
  private static final int HEIGHT = 257;
  private static final int BITS_PER_SAMPLE = 258;
  private static final int COMPRESSION = 259;
  private static final int PHOTOMETRIC = 262;
  private static final int STRIP_OFFSETS = 273;
  private static final int SAMPLES_PER_PIXEL = 277;
  private static final int ROWS_PER_STRIP = 278;
  private static final int STRIP_BYTE_COUNTS = 279;
  private static final int PLANAR_CONFIGURATION = 284;
  private static final int TILE_OFFSETS = 324;
  private static final int TILE_BYTE_COUNTS = 325;
  private static final int SAMPLE_FORMAT = 339;

  static final int WHITE_IS_ZERO = 0;
  static final int BLACK_IS_ZERO = 1;
  static final int RGB = 2;

  /**
   * Longest table of offsets that is believed; a row a strip at the largest height needs 65,500.
   */
  private static final long LONGEST_TABLE = 1 << 20;

  private final ByteOrder order;
  private final long fileLength;
  private final Map<Integer, long[]> values = new HashMap<>();

  private TiffStructure(ByteOrder order, long fileLength) {
    this.order = order;
    this.fileLength = fileLength;
  }

  /** Reads the structure, or nothing where the file is no classic TIFF (a BigTIFF, say). */
  static Optional<TiffStructure> read(Path file) throws IOException, UnreadableFrame {
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
      long length = channel.size();
      ByteBuffer head = bytes(file, channel, 0, 8);
      short mark = head.getShort();
      if (mark != 0x4949 && mark != 0x4d4d) {
        return Optional.empty();
      }
      head.order(mark == 0x4949 ? ByteOrder.LITTLE_ENDIAN : ByteOrder.BIG_ENDIAN);
      if (head.getShort() != 42) {
        return Optional.empty();
      }
      TiffStructure structure = new TiffStructure(head.order(), length);
      structure.readDirectory(file, channel, Integer.toUnsignedLong(head.getInt()));
      return Optional.of(structure);
    }
  }

  private void readDirectory(Path file, FileChannel channel, long at)
      throws IOException, UnreadableFrame {
    int entries = Short.toUnsignedInt(bytes(file, channel, at, 2).order(order).getShort());
    ByteBuffer table = bytes(file, channel, at + 2, entries * 12).order(order);
    for (int e = 0; e < entries; e++) {
      int tag = Short.toUnsignedInt(table.getShort());
      int type = Short.toUnsignedInt(table.getShort());
      long count = Integer.toUnsignedLong(table.getInt());
      int width = type == 3 ? 2 : type == 4 ? 4 : type == 1 ? 1 : 0;
      int inline = table.position();
      if (width > 0 && count > 0 && count <= LONGEST_TABLE && wanted(tag)) {
        int size = (int) (width * count);
        ByteBuffer data =
            size <= 4
                ? table.duplicate().order(order).position(inline)
                : bytes(file, channel, Integer.toUnsignedLong(table.getInt(inline)), size)
                    .order(order);
        values.put(tag, numbers(data, width, (int) count));
      }
      table.position(inline + 4);
    }
  }

  private static boolean wanted(int tag) {
    return tag >= WIDTH && tag <= SAMPLE_FORMAT;
  }

  private static long[] numbers(ByteBuffer data, int width, int count) {
    long[] numbers = new long[count];
    for (int i = 0; i < count; i++) {
      numbers[i] =
          width == 2
              ? Short.toUnsignedLong(data.getShort())
              : width == 4 ? Integer.toUnsignedLong(data.getInt()) : data.get() & 0xff;
    }
    return numbers;
  }

  private static ByteBuffer bytes(Path file, FileChannel channel, long at, int size)
      throws IOException, UnreadableFrame {
    if (at < 0 || at + size > channel.size()) {
      throw new UnreadableFrame(file, ReadFault.of(ReadFault.Kind.TRUNCATED));
    }
    ByteBuffer buffer = ByteBuffer.allocate(size);
    if (!FileBytes.fill(channel, at, buffer)) {
      throw new UnreadableFrame(file, ReadFault.of(ReadFault.Kind.TRUNCATED));
    }
    return buffer;
  }

  private long value(int tag, long otherwise) {
    long[] found = values.get(tag);
    return found == null ? otherwise : found[0];
  }

  ByteOrder order() {
    return order;
  }

  int photometric() {
    return (int) value(PHOTOMETRIC, -1);
  }

  /** Rows in each strip but the last, 1 to the height. */
  int rowsPerStrip() {
    return (int) Math.max(1, Math.min(value(ROWS_PER_STRIP, Integer.MAX_VALUE), height()));
  }

  long stripOffset(int strip) {
    return values.get(STRIP_OFFSETS)[strip];
  }

  private int height() {
    return (int) value(HEIGHT, 0);
  }

  /** The shape of the samples; call only where {@link #isPlain()}. */
  PixelLayout layout(Path file) throws UnreadableFrame {
    return PictureLimits.layout(
        file,
        (int) Math.min(Integer.MAX_VALUE, value(WIDTH, 0)),
        height(),
        (int) value(SAMPLES_PER_PIXEL, 1),
        (int) value(BITS_PER_SAMPLE, 1));
  }

  /** Whether the samples lie uncompressed, pixel by pixel, in strips of 8 or 16 unsigned bits. */
  boolean isPlain() {
    long bits = value(BITS_PER_SAMPLE, 1);
    long channels = value(SAMPLES_PER_PIXEL, 1);
    boolean sameBits = true;
    for (long b : values.getOrDefault(BITS_PER_SAMPLE, new long[0])) {
      sameBits &= b == bits;
    }
    boolean shape =
        channels == 1 && photometric() == BLACK_IS_ZERO || channels == 3 && photometric() == RGB;
    long[] offsets = values.get(STRIP_OFFSETS);
    return shape
        && sameBits
        && (bits == 8 || bits == 16)
        && value(WIDTH, 0) > 0
        && height() > 0
        && value(COMPRESSION, 1) == 1
        && value(PLANAR_CONFIGURATION, 1) == 1
        && value(SAMPLE_FORMAT, 1) == 1
        && offsets != null
        && (long) offsets.length * rowsPerStrip() >= height();
  }

  /** Whether a strip or tile reaches beyond the end of the file. */
  boolean isTruncated() {
    return beyond(values.get(STRIP_OFFSETS), values.get(STRIP_BYTE_COUNTS))
        || beyond(values.get(TILE_OFFSETS), values.get(TILE_BYTE_COUNTS));
  }

  private boolean beyond(long[] offsets, long[] sizes) {
    if (offsets == null) {
      return false;
    }
    for (int i = 0; i < offsets.length; i++) {
      long size = sizes != null && i < sizes.length ? sizes[i] : 0;
      if (offsets[i] + size > fileLength) {
        return true;
      }
    }
    return false;
  }
}
