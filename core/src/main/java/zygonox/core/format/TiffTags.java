package zygonox.core.format;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zygonox.core.work.FileBytes;

/**
 * The numbers of one directory of a TIFF file (TIFF 6.0, section 2), whatever their type. Every
 * count and offset is held against the file's length before it is followed.
 */
final class TiffTags {
  private static final int SUB_DIRECTORIES = 330;
  private static final int MOST_DIRECTORIES = 16;
  private static final long MOST_NUMBERS = 1 << 20;

  /** Bytes of a number of each type, counting from 0; 0 where it is no number. */
  private static final int[] SIZES = {0, 1, 0, 2, 4, 8, 1, 1, 2, 4, 8, 4, 8, 4};

  private final Map<Integer, double[]> values = new HashMap<>();

  /** Where the directory after this one begins; 0 where it is the last. */
  private long next;

  private TiffTags() {}

  /** Whether a classic TIFF was cut off before its first directory, which most have at the end. */
  static boolean endsBeforeItsDirectory(Path file) throws IOException {
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
      Optional<ByteBuffer> head = bytes(channel, 0, 8);
      if (head.isEmpty()) {
        return true;
      }
      boolean little = head.get().getShort() == 0x4949;
      ByteBuffer rest = head.get().order(little ? ByteOrder.LITTLE_ENDIAN : ByteOrder.BIG_ENDIAN);
      return rest.getShort() == 42 && Integer.toUnsignedLong(rest.getInt()) + 2 > channel.size();
    }
  }

  /**
   * The chain of directories, and those they lead to.
   *
   * @return empty where the file is no classic TIFF
   */
  static List<TiffTags> read(FileChannel channel) throws IOException {
    ByteBuffer head = bytes(channel, 0, 8).orElse(ByteBuffer.allocate(8));
    short mark = head.getShort();
    if (mark != 0x4949 && mark != 0x4d4d) {
      return List.of();
    }
    ByteOrder order = mark == 0x4949 ? ByteOrder.LITTLE_ENDIAN : ByteOrder.BIG_ENDIAN;
    if (head.order(order).getShort() != 42) {
      return List.of();
    }
    List<TiffTags> chain = new ArrayList<>();
    long next = Integer.toUnsignedLong(head.getInt());
    while (next != 0 && chain.size() < MOST_DIRECTORIES) {
      TiffTags tags = directory(channel, order, next);
      chain.add(tags);
      next = tags.next;
    }
    List<TiffTags> found = new ArrayList<>(chain);
    for (TiffTags above : chain) {
      for (double below : above.numbers(SUB_DIRECTORIES)) {
        if (found.size() < MOST_DIRECTORIES) {
          found.add(directory(channel, order, (long) below));
        }
      }
    }
    return found;
  }

  private static TiffTags directory(FileChannel channel, ByteOrder order, long at)
      throws IOException {
    TiffTags tags = new TiffTags();
    Optional<ByteBuffer> count = bytes(channel, at, 2);
    if (count.isEmpty()) {
      return tags;
    }
    int entries = Short.toUnsignedInt(count.get().order(order).getShort());
    Optional<ByteBuffer> found = bytes(channel, at + 2, entries * 12);
    if (found.isEmpty()) {
      return tags;
    }
    ByteBuffer table = found.get().order(order);
    tags.next =
        bytes(channel, at + 2 + 12L * entries, 4)
            .map(b -> Integer.toUnsignedLong(b.order(order).getInt()))
            .orElse(0L);
    for (int e = 0; e < entries; e++) {
      int start = 12 * e;
      int tag = Short.toUnsignedInt(table.getShort(start));
      int type = Short.toUnsignedInt(table.getShort(start + 2));
      long numbers = Integer.toUnsignedLong(table.getInt(start + 4));
      int size = type < SIZES.length ? SIZES[type] : 0;
      if (size == 0 || numbers > MOST_NUMBERS) {
        continue;
      }
      int length = (int) (size * numbers);
      Optional<ByteBuffer> data =
          length <= 4
              ? Optional.of(table.duplicate().position(start + 8))
              : bytes(channel, Integer.toUnsignedLong(table.getInt(start + 8)), length);
      if (data.isPresent()) {
        tags.values.put(tag, numbers(data.get().order(order), type, (int) numbers));
      }
    }
    return tags;
  }

  private static Optional<ByteBuffer> bytes(FileChannel channel, long at, int size)
      throws IOException {
    if (at < 0 || size < 0 || at + size > channel.size()) {
      return Optional.empty();
    }
    ByteBuffer buffer = ByteBuffer.allocate(size);
    return FileBytes.fill(channel, at, buffer) ? Optional.of(buffer) : Optional.empty();
  }

  private static double[] numbers(ByteBuffer data, int type, int count) {
    double[] numbers = new double[count];
    for (int i = 0; i < count; i++) {
      numbers[i] =
          switch (type) {
            case 1, 7 -> data.get() & 0xff;
            case 6 -> data.get();
            case 3 -> Short.toUnsignedInt(data.getShort());
            case 8 -> data.getShort();
            case 4, 13 -> Integer.toUnsignedLong(data.getInt());
            case 9 -> data.getInt();
            case 5 ->
                fraction(
                    Integer.toUnsignedLong(data.getInt()), Integer.toUnsignedLong(data.getInt()));
            case 10 -> fraction(data.getInt(), data.getInt());
            case 11 -> data.getFloat();
            default -> data.getDouble();
          };
    }
    return numbers;
  }

  private static double fraction(double numerator, double denominator) {
    return denominator == 0 ? 0 : numerator / denominator;
  }

  boolean has(int tag) {
    return values.containsKey(tag) && values.get(tag).length > 0;
  }

  /** All numbers of a tag; none where it is not there. */
  double[] numbers(int tag) {
    return values.getOrDefault(tag, new double[0]);
  }

  double number(int tag, double otherwise) {
    return has(tag) ? values.get(tag)[0] : otherwise;
  }

  int whole(int tag, int otherwise) {
    return (int) Math.max(Integer.MIN_VALUE, Math.min(Integer.MAX_VALUE, number(tag, otherwise)));
  }
}
