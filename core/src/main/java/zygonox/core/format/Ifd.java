package zygonox.core.format;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.TreeMap;

/**
 * A directory of tags as TIFF and EXIF files hold them (TIFF 6.0, section 2), little-endian. Tags
 * are written in rising order, as the standard asks.
 */
final class Ifd {
  static final ByteOrder ORDER = ByteOrder.LITTLE_ENDIAN;

  private static final int BYTE = 1;
  private static final int ASCII = 2;
  private static final int SHORT = 3;
  private static final int LONG = 4;
  private static final int RATIONAL = 5;
  private static final int UNDEFINED = 7;
  private static final int SIGNED_RATIONAL = 10;

  private record Entry(int type, int count, byte[] data, Ifd below) {}

  private final Map<Integer, Entry> entries = new TreeMap<>();

  Ifd text(int tag, String value) {
    byte[] characters = (value + '\0').getBytes(StandardCharsets.UTF_8);
    entries.put(tag, new Entry(ASCII, characters.length, characters, null));
    return this;
  }

  Ifd shorts(int tag, int... values) {
    ByteBuffer data = ByteBuffer.allocate(2 * values.length).order(ORDER);
    for (int value : values) {
      data.putShort((short) value);
    }
    entries.put(tag, new Entry(SHORT, values.length, data.array(), null));
    return this;
  }

  Ifd longs(int tag, long... values) {
    ByteBuffer data = ByteBuffer.allocate(4 * values.length).order(ORDER);
    for (long value : values) {
      data.putInt((int) value);
    }
    entries.put(tag, new Entry(LONG, values.length, data.array(), null));
    return this;
  }

  /** A positive number as a fraction: 1/n where that is meant, else in millionths or coarser. */
  Ifd rational(int tag, double value) {
    long numerator = 1;
    long denominator = Math.round(1 / value);
    if (value >= 1 || Math.abs(denominator * value - 1) > 1e-6) {
      denominator = value == Math.rint(value) ? 1 : value < 4000 ? 1_000_000 : 1000;
      numerator = Math.round(value * denominator);
    }
    ByteBuffer data = ByteBuffer.allocate(8).order(ORDER);
    data.putInt((int) numerator).putInt((int) denominator);
    entries.put(tag, new Entry(RATIONAL, 1, data.array(), null));
    return this;
  }

  /** Positive numbers as fractions of a millionth. */
  Ifd rationals(int tag, double... values) {
    return fractions(tag, RATIONAL, values);
  }

  /** Numbers of either sign as fractions of a millionth. */
  Ifd signedRationals(int tag, double... values) {
    return fractions(tag, SIGNED_RATIONAL, values);
  }

  private Ifd fractions(int tag, int type, double... values) {
    ByteBuffer data = ByteBuffer.allocate(8 * values.length).order(ORDER);
    for (double value : values) {
      // Millionths fill 32 bits at four thousand.
      int denominator = Math.abs(value) < 2000 ? 1_000_000 : 1000;
      data.putInt((int) Math.round(value * denominator)).putInt(denominator);
    }
    entries.put(tag, new Entry(type, values.length, data.array(), null));
    return this;
  }

  /** Numbers of a byte each. */
  Ifd octets(int tag, int... values) {
    byte[] data = new byte[values.length];
    for (int i = 0; i < values.length; i++) {
      data[i] = (byte) values[i];
    }
    entries.put(tag, new Entry(BYTE, values.length, data, null));
    return this;
  }

  /** Bytes, as numbers. */
  Ifd octets(int tag, byte[] value) {
    entries.put(tag, new Entry(BYTE, value.length, value, null));
    return this;
  }

  Ifd bytes(int tag, byte[] value) {
    entries.put(tag, new Entry(UNDEFINED, value.length, value, null));
    return this;
  }

  /** A directory below this one, reached by its offset. */
  Ifd below(int tag, Ifd directory) {
    entries.put(tag, new Entry(LONG, 1, new byte[4], directory));
    return this;
  }

  /** Bytes that {@link #at} gives. */
  int size() {
    int size = 2 + 12 * entries.size() + 4;
    for (Entry entry : entries.values()) {
      size += entry.below != null ? entry.below.size() : outside(entry);
    }
    return size;
  }

  /** Bytes of an entry's data that find no room in the entry itself, made even. */
  private static int outside(Entry entry) {
    return entry.data.length <= 4 ? 0 : entry.data.length + (entry.data.length & 1);
  }

  /**
   * The directory, its data and the directories below it.
   *
   * @param offset where the first byte will stand, counted from the TIFF header
   */
  byte[] at(long offset) {
    ByteBuffer out = ByteBuffer.allocate(size()).order(ORDER);
    int next = 2 + 12 * entries.size() + 4;
    out.putShort((short) entries.size());
    for (Map.Entry<Integer, Entry> tagged : entries.entrySet()) {
      Entry entry = tagged.getValue();
      out.putShort((short) (int) tagged.getKey()).putShort((short) entry.type).putInt(entry.count);
      if (entry.below != null) {
        out.putInt((int) (offset + next));
        put(out, next, entry.below.at(offset + next));
        next += entry.below.size();
      } else if (entry.data.length <= 4) {
        out.put(entry.data).position(out.position() + 4 - entry.data.length);
      } else {
        out.putInt((int) (offset + next));
        put(out, next, entry.data);
        next += outside(entry);
      }
    }
    out.putInt(0);
    return out.array();
  }

  private static void put(ByteBuffer out, int at, byte[] data) {
    System.arraycopy(data, 0, out.array(), at, data.length);
  }
}
