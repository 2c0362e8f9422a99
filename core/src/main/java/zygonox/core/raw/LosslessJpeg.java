package zygonox.core.raw;

import java.io.IOException;
import zygonox.core.quantity.Phrasebook;

/**
 * Decodes lossless JPEG (ITU-T T.81, process 14), the compression of most raw files: Huffman codes
 * of the differences from a predicted neighbour.
 */
public final class LosslessJpeg {
  private static final int SOF3 = 0xc3;
  private static final int DHT = 0xc4;
  private static final int SOI = 0xd8;
  private static final int EOI = 0xd9;
  private static final int SOS = 0xda;
  private static final int DRI = 0xdd;

  /** Bits that are looked up at once. */
  private static final int LOOK = 9;

  /** Bytes that may be read ahead of the end. */
  private static final int MOST_PADDING = 16;

  private final byte[] data;
  private int at;
  private long bits;
  private int bitCount;
  private int precision;
  private int height;
  private int width;
  private int components;
  private int restart;
  private int padding;
  private final Table[] tables = new Table[4];

  /**
   * @param width pixels in a row
   * @param height rows
   * @param components samples of a pixel
   * @param samples unsigned values, pixel by pixel
   */
  public record Decoded(int width, int height, int components, short[] samples) {}

  /** A Huffman table (T.81, annex C and F.2.2.3). */
  private static final class Table {
    private final int[] look = new int[1 << LOOK];
    private final int[] greatest = new int[18];
    private final int[] first = new int[17];
    private final int[] values;

    Table(int[] counts, int[] values) throws IOException {
      this.values = values;
      int code = 0;
      int k = 0;
      for (int length = 1; length <= 16; length++) {
        first[length] = k - code;
        for (int n = 0; n < counts[length]; n++, code++, k++) {
          if (code >= 1 << length) {
            throw new IOException(Phrasebook.say("refused.a-huffman-table-holds-more"));
          }
          fillLook(code, length, values[k]);
        }
        greatest[length] = counts[length] == 0 ? -1 : code - 1;
        code <<= 1;
      }
      greatest[17] = Integer.MAX_VALUE;
    }

    private void fillLook(int code, int length, int value) {
      if (length <= LOOK) {
        int from = code << LOOK - length;
        for (int i = 0; i < 1 << LOOK - length; i++) {
          look[from + i] = length << 8 | value;
        }
      }
    }
  }

  private LosslessJpeg(byte[] data) {
    this.data = data;
  }

  /**
   * @throws IOException when the data are damaged or of another kind
   */
  public static Decoded decode(byte[] data) throws IOException {
    try {
      return new LosslessJpeg(data).decode();
    } catch (ArrayIndexOutOfBoundsException e) {
      throw new IOException(Phrasebook.say("refused.the-compressed-samples-are-damaged"), e);
    }
  }

  private Decoded decode() throws IOException {
    if (marker() != SOI) {
      throw new IOException(Phrasebook.say("refused.the-compressed-samples-do-not"));
    }
    while (true) {
      int marker = marker();
      int end = at + word(at);
      switch (marker) {
        case SOF3 -> frame(at + 2);
        case DHT -> huffman(at + 2, end);
        case DRI -> restart = word(at + 2);
        case SOS -> {
          return scan(at + 2, end);
        }
        case EOI -> throw new IOException(Phrasebook.say("refused.the-compressed-samples-hold-no"));
        case 0xc0, 0xc1, 0xc2, 0xc5, 0xc6, 0xc7, 0xc9, 0xca, 0xcb, 0xcd, 0xce, 0xcf ->
            throw new IOException(Phrasebook.say("refused.the-samples-are-compressed-by"));
        default -> {
          // Comments and applications' own: passed over.
        }
      }
      if (end <= at) {
        throw new IOException(Phrasebook.say("refused.a-segment-of-the-compressed"));
      }
      at = end;
    }
  }

  private int word(int i) {
    return (data[i] & 0xff) << 8 | data[i + 1] & 0xff;
  }

  private int marker() throws IOException {
    if ((data[at] & 0xff) != 0xff) {
      throw new IOException(Phrasebook.say("refused.a-marker-of-the-compressed"));
    }
    while ((data[at] & 0xff) == 0xff) {
      at++;
    }
    return data[at++] & 0xff;
  }

  private void frame(int i) throws IOException {
    precision = data[i] & 0xff;
    height = word(i + 1);
    width = word(i + 3);
    components = data[i + 5] & 0xff;
    boolean usable =
        precision >= 2
            && precision <= 16
            && width > 0
            && height > 0
            && components >= 1
            && components <= 4
            && (long) width * height * components <= Integer.MAX_VALUE / 4;
    if (!usable) {
      throw new IOException(Phrasebook.say("refused.the-compressed-samples-declare-a"));
    }
  }

  private void huffman(int from, int end) throws IOException {
    int i = from;
    while (i < end) {
      int id = data[i++] & 0x03;
      int[] counts = new int[17];
      int sum = 0;
      for (int length = 1; length <= 16; length++) {
        counts[length] = data[i++] & 0xff;
        sum += counts[length];
      }
      int[] values = new int[sum];
      for (int k = 0; k < sum; k++) {
        values[k] = data[i++] & 0xff;
      }
      tables[id] = new Table(counts, values);
    }
  }

  private Decoded scan(int i, int end) throws IOException {
    int count = data[i] & 0xff;
    if (width == 0 || count != components) {
      throw new IOException(Phrasebook.say("refused.the-scan-of-the-compressed"));
    }
    Table[] used = new Table[count];
    for (int c = 0; c < count; c++) {
      used[c] = tables[(data[i + 2 + 2 * c] & 0xff) >> 4 & 3];
      if (used[c] == null) {
        throw new IOException(Phrasebook.say("refused.a-huffman-table-of-the"));
      }
    }
    int predictor = data[i + 1 + 2 * count] & 0xff;
    int shift = data[i + 3 + 2 * count] & 0x0f;
    at = end;
    short[] samples = new short[width * height * components];
    int row = width * components;
    int untilRestart = restart;
    int origin = 1 << precision - shift - 1;
    boolean fresh = true;
    int firstLine = 0;
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x++) {
        if (restart > 0 && untilRestart-- == 0) {
          restarted();
          untilRestart = restart - 1;
          fresh = true;
          firstLine = y;
        }
        int p = y * row + x * components;
        for (int c = 0; c < components; c++, p++) {
          int predicted;
          if (fresh) {
            predicted = origin;
          } else if (y == firstLine && x > 0) {
            predicted = samples[p - components] & 0xffff;
          } else if (x == 0) {
            predicted = samples[p - row] & 0xffff;
          } else {
            predicted = predicted(predictor, samples, p, row);
          }
          samples[p] = (short) (predicted + difference(used[c]));
        }
        fresh = false;
      }
    }
    if (shift > 0) {
      for (int k = 0; k < samples.length; k++) {
        samples[k] = (short) (samples[k] << shift);
      }
    }
    return new Decoded(width, height, components, samples);
  }

  /** The seven predictors (T.81, table H.1). */
  private int predicted(int predictor, short[] samples, int p, int row) throws IOException {
    int left = samples[p - components] & 0xffff;
    int above = samples[p - row] & 0xffff;
    int corner = samples[p - row - components] & 0xffff;
    return switch (predictor) {
      case 1 -> left;
      case 2 -> above;
      case 3 -> corner;
      case 4 -> left + above - corner;
      case 5 -> left + (above - corner >> 1);
      case 6 -> above + (left - corner >> 1);
      case 7 -> left + above >> 1;
      default -> throw new IOException(Phrasebook.say("refused.the-compressed-samples-use-an"));
    };
  }

  private void restarted() throws IOException {
    bits = 0;
    bitCount = 0;
    padding = 0;
    int marker = marker();
    if (marker < 0xd0 || marker > 0xd7) {
      throw new IOException(Phrasebook.say("refused.a-restart-of-the-compressed"));
    }
  }

  private void fill() {
    while (bitCount <= 48) {
      int next = at < data.length ? data[at] & 0xff : 0;
      boolean isMarker = next == 0xff && (at + 1 >= data.length || (data[at + 1] & 0xff) != 0);
      if (at >= data.length || isMarker) {
        // Beyond the end of the codes are zeros: a few are read ahead, more are missed.
        next = 0;
        padding++;
      } else {
        at += next == 0xff ? 2 : 1;
      }
      bits = bits << 8 | next;
      bitCount += 8;
    }
  }

  private int take(int count) {
    bitCount -= count;
    return (int) (bits >>> bitCount) & (1 << count) - 1;
  }

  private int difference(Table table) throws IOException {
    if (bitCount < 32) {
      fill();
      if (padding > MOST_PADDING) {
        throw new IOException(Phrasebook.say("refused.the-compressed-samples-end-too"));
      }
    }
    int found = table.look[(int) (bits >>> bitCount - LOOK) & (1 << LOOK) - 1];
    int category;
    if (found != 0) {
      bitCount -= found >> 8;
      category = found & 0xff;
    } else {
      int length = LOOK;
      int code = take(LOOK);
      do {
        code = code << 1 | take(1);
        length++;
      } while (length <= 16 && (table.greatest[length] < 0 || code > table.greatest[length]));
      if (length > 16) {
        throw new IOException(Phrasebook.say("refused.the-compressed-samples-hold-a"));
      }
      category = table.values[table.first[length] + code];
    }
    if (category == 0) {
      return 0;
    }
    if (category == 16) {
      return 32_768;
    }
    if (category > 16) {
      throw new IOException(Phrasebook.say("refused.the-compressed-samples-hold-a-difference"));
    }
    int value = take(category);
    return value < 1 << category - 1 ? value - (1 << category) + 1 : value;
  }
}
