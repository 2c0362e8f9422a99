package zygonox.core.format;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raw.CameraColour;
import zygonox.core.raw.DevelopedRows;
import zygonox.core.raw.Development;
import zygonox.core.raw.Mosaic;
import zygonox.core.raw.MosaicStep;
import zygonox.core.work.FileBytes;

/** Reads the samples of a FITS file straight from their place, any rows. */
final class FitsSource implements PixelSource {
  /** From this value on floating samples are counts up to 65,535 and not shares of white. */
  private static final float LARGEST_SHARE = 1.5f;

  private static final int WHITE = 65_535;
  private static final int SCAN_BYTES = 1 << 20;

  /** Light beyond white, and below black, that is kept; what is no number counts as black. */
  private static final float MOST_LIGHT = 1.2f;

  private final Path file;
  private final FitsStructure structure;
  private final int white;
  private final double factor;

  private FitsSource(Path file, FitsStructure structure, DecodeMemory memory)
      throws UnreadableFrame {
    this.file = file;
    this.structure = structure;
    this.white = structure.bits() == 8 ? 255 : WHITE;
    boolean shares = structure.bits() == -32 && !memory.once(file, this::holdsCounts);
    this.factor = shares ? WHITE : 1;
  }

  /** Opens a picture, a mosaic developed. */
  static PixelSource open(Path file, DecodeMemory memory) throws UnreadableFrame {
    FitsStructure structure = FitsStructure.read(file);
    FitsSource stored = new FitsSource(file, structure, memory);
    return structure.mosaic().isEmpty()
        ? stored
        : new DevelopedSource(
            structure.layout(),
            DevelopedLight.heldBytes(structure.layout()),
            () -> stored.developed(MosaicStep.NONE));
  }

  /** Opens a picture's light: its values are light as they are. */
  static LightSource light(Path file, DecodeMemory memory, SensorStep step) throws UnreadableFrame {
    FitsStructure structure = FitsStructure.read(file);
    FitsSource stored = new FitsSource(file, structure, memory);
    return structure.mosaic().isEmpty()
        ? step.light(stored.new Light())
        : new DevelopedLight(
            structure.layout(),
            DevelopedLight.heldBytes(structure.layout()),
            () -> stored.developed(step.mosaic()));
  }

  /** Opens a mosaic's counts; its file is known to hold one. */
  static Mosaic mosaic(Path file, DecodeMemory memory) throws UnreadableFrame {
    return new FitsSource(file, FitsStructure.read(file), memory).mosaic();
  }

  private boolean holdsCounts() throws UnreadableFrame {
    long bytes = (long) structure.width() * structure.height() * structure.planes() * Float.BYTES;
    long end = structure.offset() + bytes;
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
      ByteBuffer buffer = ByteBuffer.allocate(SCAN_BYTES);
      for (long at = structure.offset(); at < end; at += SCAN_BYTES) {
        fill(channel, at, buffer.clear().limit((int) Math.min(SCAN_BYTES, end - at)));
        while (buffer.hasRemaining()) {
          if (structure.zero() + structure.scale() * buffer.getFloat() > LARGEST_SHARE) {
            return true;
          }
        }
      }
      return false;
    } catch (IOException e) {
      throw new UnreadableFrame(file, ReadFault.Kind.DAMAGED, e);
    }
  }

  private void fill(FileChannel channel, long at, ByteBuffer buffer)
      throws IOException, UnreadableFrame {
    if (!FileBytes.fill(channel, at, buffer)) {
      throw new UnreadableFrame(file, ReadFault.of(ReadFault.Kind.TRUNCATED));
    }
  }

  /** A mosaic's counts are light; nothing is known of its colours. */
  private DevelopedRows developed(MosaicStep step) throws UnreadableFrame {
    Mosaic mosaic = mosaic();
    step.repair(mosaic);
    return new Development(mosaic, CameraColour.PLAIN, step);
  }

  private Mosaic mosaic() throws UnreadableFrame {
    short[] samples = new short[structure.width() * structure.height()];
    read(0, structure.height(), samples);
    return new Mosaic(
        structure.width(),
        structure.height(),
        structure.mosaic().orElseThrow(),
        samples,
        new float[4],
        white);
  }

  @Override
  public PixelLayout layout() {
    return structure.layout();
  }

  @Override
  public boolean anyRowsCheaply() {
    return true;
  }

  @Override
  public long heldBytes() {
    return 0;
  }

  @Override
  public void read(int firstRow, int rows, short[] into) throws UnreadableFrame {
    int planes = structure.planes();
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
      for (int y = 0; y < rows; y++) {
        for (int plane = 0; plane < planes; plane++) {
          row(channel, firstRow + y, plane, into, y * structure.width() * planes + plane);
        }
      }
    } catch (IOException e) {
      throw new UnreadableFrame(file, ReadFault.Kind.DAMAGED, e);
    }
  }

  /** One row of one plane, into its places between those of the other planes. */
  private void row(FileChannel channel, int y, int plane, short[] into, int at)
      throws IOException, UnreadableFrame {
    ByteBuffer buffer = stored(channel, y, plane);
    for (int x = 0; x < structure.width(); x++) {
      // What is no number counts as black.
      into[at + structure.planes() * x] =
          (short) Math.round(Math.max(0, Math.min(white, value(buffer))));
    }
  }

  private ByteBuffer stored(FileChannel channel, int y, int plane)
      throws IOException, UnreadableFrame {
    int height = structure.height();
    int rowBytes = structure.width() * Math.abs(structure.bits()) / 8;
    long storedRow = (long) plane * height + (structure.topDown() ? y : height - 1 - y);
    ByteBuffer buffer = ByteBuffer.allocate(rowBytes);
    fill(channel, structure.offset() + storedRow * rowBytes, buffer);
    return buffer;
  }

  /** The next value, white being {@code white}. */
  private double value(ByteBuffer buffer) {
    double stored =
        switch (structure.bits()) {
          case 8 -> buffer.get() & 0xff;
          case 16 -> buffer.getShort();
          default -> buffer.getFloat();
        };
    return (structure.zero() + structure.scale() * stored) * factor;
  }

  @Override
  public void close() {
    // The file is opened for each read.
  }

  /** The values as they are, below black and a little above white too. */
  private final class Light implements LightSource {
    @Override
    public PixelLayout layout() {
      return structure.layout();
    }

    @Override
    public boolean anyRowsCheaply() {
      return true;
    }

    @Override
    public long heldBytes() {
      return 0;
    }

    @Override
    public void read(int firstRow, int rows, float[] into) throws UnreadableFrame {
      int at = 0;
      try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
        for (int y = 0; y < rows; y++) {
          for (int plane = 0; plane < structure.planes(); plane++) {
            ByteBuffer buffer = stored(channel, firstRow + y, plane);
            for (int x = 0; x < structure.width(); x++) {
              float light = (float) (value(buffer) / white);
              into[at++] = light >= -MOST_LIGHT ? Math.min(MOST_LIGHT, light) : 0;
            }
          }
        }
      } catch (IOException e) {
        throw new UnreadableFrame(file, ReadFault.Kind.DAMAGED, e);
      }
    }

    @Override
    public void close() {
      // The file is opened for each read.
    }
  }
}
