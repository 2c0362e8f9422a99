package zygonox.core.format;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import zygonox.core.quantity.InvalidInput;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raw.BayerPattern;
import zygonox.core.raw.CameraColour;
import zygonox.core.raw.DevelopedRows;
import zygonox.core.raw.Development;
import zygonox.core.raw.LosslessJpeg;
import zygonox.core.raw.Mosaic;
import zygonox.core.raw.MosaicStep;
import zygonox.core.work.FileBytes;

/**
 * A raw file of the Digital Negative specification 1.6: its mosaic or linear samples in strips or
 * tiles, plain or compressed as lossless JPEG, and what is needed to develop them.
 */
final class DngStructure implements RawFile {
  private static final int DNG_VERSION = 50706;
  private static final int SUBFILE_TYPE = 254;
  private static final int WIDTH = 256;
  private static final int HEIGHT = 257;
  private static final int BITS = 258;
  private static final int COMPRESSION = 259;
  private static final int PHOTOMETRIC = 262;
  private static final int STRIP_OFFSETS = 273;
  private static final int SAMPLES_PER_PIXEL = 277;
  private static final int ROWS_PER_STRIP = 278;
  private static final int STRIP_BYTES = 279;
  private static final int TILE_WIDTH = 322;
  private static final int TILE_HEIGHT = 323;
  private static final int TILE_OFFSETS = 324;
  private static final int TILE_BYTES = 325;
  private static final int SAMPLE_FORMAT = 339;
  private static final int PATTERN_SIZE = 33421;
  private static final int PATTERN = 33422;
  private static final int LINEARIZATION = 50712;
  private static final int BLACK_REPEAT = 50713;
  private static final int BLACK = 50714;
  private static final int WHITE = 50717;
  private static final int CROP_ORIGIN = 50719;
  private static final int CROP_SIZE = 50720;
  private static final int COLOUR_MATRIX_1 = 50721;
  private static final int COLOUR_MATRIX_2 = 50722;
  private static final int NEUTRAL = 50728;
  private static final int ILLUMINANT_1 = 50778;
  private static final int ACTIVE_AREA = 50829;

  private static final int MOSAIC = 32803;
  private static final int LINEAR = 34892;
  private static final int PLAIN = 1;
  private static final int LOSSLESS = 7;

  /** EXIF's code of daylight of 6500 K. */
  private static final int D65 = 21;

  private final Path file;
  private final ByteOrder order;
  private final long fileLength;
  private final TiffTags first;
  private final TiffTags raw;

  private DngStructure(Path file, ByteOrder order, long fileLength, TiffTags first, TiffTags raw) {
    this.file = file;
    this.order = order;
    this.fileLength = fileLength;
    this.first = first;
    this.raw = raw;
  }

  /**
   * Reads the structure.
   *
   * @return empty where the file is a TIFF of another kind
   * @throws UnreadableFrame when it holds samples that are not read, or ends too early
   */
  static Optional<DngStructure> read(Path file) throws IOException, UnreadableFrame {
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
      List<TiffTags> directories = TiffTags.read(channel);
      if (directories.isEmpty() || !directories.get(0).has(DNG_VERSION)) {
        return Optional.empty();
      }
      TiffTags raw =
          directories.stream()
              .filter(d -> d.whole(SUBFILE_TYPE, 0) == 0)
              .filter(d -> d.whole(PHOTOMETRIC, 0) == MOSAIC || d.whole(PHOTOMETRIC, 0) == LINEAR)
              .findFirst()
              .orElseThrow(
                  () -> unsupported(file, Phrasebook.say("refused.a-dng-without-raw-samples")));
      ByteBuffer mark = ByteBuffer.allocate(2);
      channel.read(mark, 0);
      ByteOrder order = mark.get(0) == 'I' ? ByteOrder.LITTLE_ENDIAN : ByteOrder.BIG_ENDIAN;
      DngStructure structure =
          new DngStructure(file, order, channel.size(), directories.get(0), raw);
      structure.check();
      return Optional.of(structure);
    }
  }

  /** Whether a TIFF holds the samples of a sensor without being a DNG. */
  static boolean hasMosaic(Path file) throws IOException {
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
      return TiffTags.read(channel).stream().anyMatch(d -> d.whole(PHOTOMETRIC, 0) == MOSAIC);
    }
  }

  private static UnreadableFrame unsupported(Path file, String what) {
    return new UnreadableFrame(file, new ReadFault(ReadFault.Kind.UNSUPPORTED, what));
  }

  private static UnreadableFrame damaged(Path file, String what) {
    return new UnreadableFrame(file, new ReadFault(ReadFault.Kind.DAMAGED, what));
  }

  private int width() {
    return raw.whole(WIDTH, 0);
  }

  private int height() {
    return raw.whole(HEIGHT, 0);
  }

  private int channels() {
    return raw.whole(SAMPLES_PER_PIXEL, 1);
  }

  private int bits() {
    return raw.whole(BITS, 16);
  }

  private boolean isLinear() {
    return raw.whole(PHOTOMETRIC, 0) == LINEAR;
  }

  /** What is not read is told before anything is decoded. */
  private void check() throws UnreadableFrame {
    PictureLimits.layout(file, width(), height(), 3, 16);
    int compression = raw.whole(COMPRESSION, PLAIN);
    if (compression != PLAIN && compression != LOSSLESS) {
      throw unsupported(file, Phrasebook.say("refused.a-dng-compressed-by-method", compression));
    }
    if (bits() < 8 || bits() > 16 || raw.whole(SAMPLE_FORMAT, 1) != 1) {
      throw unsupported(file, Phrasebook.say("refused.a-dng-with-samples-of", bits()));
    }
    if (channels() != (isLinear() ? 3 : 1)) {
      throw unsupported(file, Phrasebook.say("refused.a-dng-with-samples-a", channels()));
    }
    if (!isLinear()) {
      pattern();
    }
    double[] offsets = offsets();
    double[] sizes = sizes();
    if (offsets.length == 0 || offsets.length != sizes.length || offsets.length < pieces()) {
      throw damaged(file, Phrasebook.say("refused.the-places-of-its-samples"));
    }
    for (int i = 0; i < pieces(); i++) {
      if (offsets[i] + sizes[i] > fileLength) {
        throw new UnreadableFrame(file, ReadFault.of(ReadFault.Kind.TRUNCATED));
      }
    }
    int[] crop = crop();
    if (crop[2] < 4 || crop[3] < 4) {
      throw damaged(file, Phrasebook.say("refused.its-picture-has-no-area"));
    }
  }

  private boolean isTiled() {
    return raw.has(TILE_OFFSETS);
  }

  private double[] offsets() {
    return raw.numbers(isTiled() ? TILE_OFFSETS : STRIP_OFFSETS);
  }

  private double[] sizes() {
    return raw.numbers(isTiled() ? TILE_BYTES : STRIP_BYTES);
  }

  private int pieceWidth() {
    return isTiled() ? Math.max(1, raw.whole(TILE_WIDTH, 1)) : width();
  }

  private int pieceHeight() {
    int rows = isTiled() ? raw.whole(TILE_HEIGHT, 1) : raw.whole(ROWS_PER_STRIP, height());
    return Math.max(1, isTiled() ? rows : Math.min(rows, height()));
  }

  private int piecesAcross() {
    return (width() + pieceWidth() - 1) / pieceWidth();
  }

  private long pieces() {
    return (long) piecesAcross() * ((height() + pieceHeight() - 1) / pieceHeight());
  }

  private BayerPattern pattern() throws UnreadableFrame {
    double[] size = raw.numbers(PATTERN_SIZE);
    double[] p = raw.numbers(PATTERN);
    if (size.length != 2 || size[0] != 2 || size[1] != 2 || p.length != 4) {
      throw unsupported(file, Phrasebook.say("refused.a-mosaic-that-does-not"));
    }
    try {
      return new BayerPattern((int) p[0], (int) p[1], (int) p[2], (int) p[3]);
    } catch (InvalidInput e) {
      throw unsupported(file, e.getMessage());
    }
  }

  /** The part that is the picture: left, top, width and height in the stored samples. */
  private int[] crop() {
    double[] active = raw.numbers(ACTIVE_AREA);
    int top = active.length == 4 ? clamp(active[0], height()) : 0;
    int left = active.length == 4 ? clamp(active[1], width()) : 0;
    int bottom = active.length == 4 ? clamp(active[2], height()) : height();
    int right = active.length == 4 ? clamp(active[3], width()) : width();
    double[] origin = raw.numbers(CROP_ORIGIN);
    double[] size = raw.numbers(CROP_SIZE);
    if (origin.length == 2 && size.length == 2) {
      left = clamp(left + origin[0], right);
      top = clamp(top + origin[1], bottom);
      right = Math.min(right, clamp(left + size[0], width()));
      bottom = Math.min(bottom, clamp(top + size[1], height()));
    }
    return new int[] {left, top, right - left, bottom - top};
  }

  private static int clamp(double value, int most) {
    return (int) Math.max(0, Math.min(most, Math.round(value)));
  }

  @Override
  public PixelLayout layout() throws UnreadableFrame {
    int[] crop = crop();
    return PictureLimits.layout(file, crop[2], crop[3], 3, 16);
  }

  @Override
  public DevelopedRows decode(MosaicStep step) throws UnreadableFrame {
    if (isMosaic()) {
      Mosaic mosaic = mosaic();
      step.repair(mosaic);
      return new Development(mosaic, colour(), step);
    }
    short[] samples = samples();
    linearize(samples);
    return linear(samples, crop(), colour());
  }

  @Override
  public boolean isMosaic() {
    return !isLinear();
  }

  @Override
  public Mosaic mosaic() throws UnreadableFrame {
    short[] samples = samples();
    linearize(samples);
    int[] crop = crop();
    short[] cut = new short[crop[2] * crop[3]];
    for (int y = 0; y < crop[3]; y++) {
      System.arraycopy(samples, (crop[1] + y) * width() + crop[0], cut, y * crop[2], crop[2]);
    }
    float[] black = new float[4];
    for (int i = 0; i < 4; i++) {
      black[i] = black(crop[0] + (i & 1), crop[1] + (i >> 1), 0);
    }
    return new Mosaic(crop[2], crop[3], pattern().shifted(crop[0], crop[1]), cut, black, white(0));
  }

  @Override
  public long heldBytes() throws UnreadableFrame {
    return DevelopedLight.heldBytes(layout());
  }

  private DevelopedRows linear(short[] samples, int[] crop, CameraColour colour) {
    return (y, light) -> {
      int from = ((crop[1] + y) * width() + crop[0]) * 3;
      for (int i = 0; i < 3 * crop[2]; i++) {
        int c = i % 3;
        float black = black(crop[0] + i / 3, crop[1] + y, c);
        light[i] = ((samples[from + i] & 0xffff) - black) / (white(c) - black) * colour.gain()[c];
      }
      Development.toSrgb(light, crop[2], colour);
    };
  }

  private float black(int x, int y, int channel) {
    double[] levels = raw.numbers(BLACK);
    if (levels.length == 0) {
      return 0;
    }
    double[] repeat = raw.numbers(BLACK_REPEAT);
    int rows = repeat.length == 2 ? (int) Math.max(1, repeat[0]) : 1;
    int columns = repeat.length == 2 ? (int) Math.max(1, repeat[1]) : 1;
    // Counted from the active area's corner, channels side by side.
    double[] active = raw.numbers(ACTIVE_AREA);
    int dy = Math.floorMod(y - (active.length == 4 ? (int) active[0] : 0), rows);
    int dx = Math.floorMod(x - (active.length == 4 ? (int) active[1] : 0), columns);
    int index = (dy * columns + dx) * channels() + channel;
    return (float) levels[Math.min(index, levels.length - 1)];
  }

  private float white(int channel) {
    double[] levels = raw.numbers(WHITE);
    return levels.length == 0
        ? (1 << bits()) - 1
        : (float) levels[Math.min(channel, levels.length - 1)];
  }

  private void linearize(short[] samples) {
    double[] table = raw.numbers(LINEARIZATION);
    if (table.length > 0) {
      for (int i = 0; i < samples.length; i++) {
        samples[i] = (short) table[Math.min(samples[i] & 0xffff, table.length - 1)];
      }
    }
  }

  private CameraColour colour() {
    double[] neutral = first.numbers(NEUTRAL);
    boolean second = first.whole(ILLUMINANT_1, D65) != D65 && first.has(COLOUR_MATRIX_2);
    double[] matrix = first.numbers(second ? COLOUR_MATRIX_2 : COLOUR_MATRIX_1);
    boolean usable =
        matrix.length == 9
            && neutral.length == 3
            && Arrays.stream(neutral).allMatch(n -> n > 0 && n < 1e6);
    return usable ? CameraColour.of(matrix, neutral) : CameraColour.PLAIN;
  }

  private short[] samples() throws UnreadableFrame {
    short[] samples = new short[width() * height() * channels()];
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
      for (int i = 0; i < pieces(); i++) {
        byte[] stored = new byte[(int) Math.min(Integer.MAX_VALUE - 8, sizes()[i])];
        if (!FileBytes.fill(channel, (long) offsets()[i], ByteBuffer.wrap(stored))) {
          throw new UnreadableFrame(file, ReadFault.of(ReadFault.Kind.TRUNCATED));
        }
        place(piece(stored), i, samples);
      }
      return samples;
    } catch (IOException e) {
      throw new UnreadableFrame(file, ReadFault.Kind.DAMAGED, e);
    }
  }

  /** The samples of a strip or tile; the last strip may have fewer rows than the others. */
  private short[] piece(byte[] stored) throws IOException {
    if (raw.whole(COMPRESSION, PLAIN) == LOSSLESS) {
      return LosslessJpeg.decode(stored).samples();
    }
    int bits = bits();
    if (bits == 16) {
      short[] samples = new short[stored.length / 2];
      ByteBuffer.wrap(stored).order(order).asShortBuffer().get(samples);
      return samples;
    }
    if (bits == 8) {
      short[] samples = new short[stored.length];
      for (int i = 0; i < samples.length; i++) {
        samples[i] = (short) (stored[i] & 0xff);
      }
      return samples;
    }
    return unpacked(stored, bits);
  }

  /** Samples of 9 to 15 bits, the first in the highest bits; each row begins a byte. */
  private short[] unpacked(byte[] stored, int bits) {
    int row = pieceWidth() * channels();
    int rowBytes = (row * bits + 7) / 8;
    int rows = stored.length / rowBytes;
    short[] samples = new short[rows * row];
    for (int y = 0; y < rows; y++) {
      long held = 0;
      int count = 0;
      int at = y * rowBytes;
      for (int x = 0; x < row; x++) {
        while (count < bits) {
          held = held << 8 | stored[at++] & 0xff;
          count += 8;
        }
        count -= bits;
        samples[y * row + x] = (short) (held >>> count & (1 << bits) - 1);
      }
    }
    return samples;
  }

  private void place(short[] piece, int index, short[] samples) throws IOException {
    int pieceRow = pieceWidth() * channels();
    int left = index % piecesAcross() * pieceWidth();
    int top = index / piecesAcross() * pieceHeight();
    int columns = Math.min(pieceWidth(), width() - left) * channels();
    int rows = Math.min(pieceHeight(), height() - top);
    if (piece.length < (rows - 1) * pieceRow + columns) {
      throw new IOException(Phrasebook.say("refused.a-strip-or-tile-holds"));
    }
    for (int y = 0; y < rows; y++) {
      System.arraycopy(
          piece, y * pieceRow, samples, ((top + y) * width() + left) * channels(), columns);
    }
  }
}
