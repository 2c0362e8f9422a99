package zygonox.core.frame;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.Raster;
import zygonox.core.raw.CameraColour;
import zygonox.core.raw.Development;
import zygonox.core.raw.Mosaic;

/** Reads the samples of a FITS file straight from their place, any rows. */
final class FitsSource implements PixelSource {
  private final Path file;
  private final FitsStructure structure;
  private final PixelLayout layout;

  /**
   * @param structure of a file that is no mosaic
   */
  FitsSource(Path file, FitsStructure structure) {
    this.file = file;
    this.structure = structure;
    this.layout = structure.layout();
  }

  /** Opens a picture, a mosaic developed. */
  static PixelSource open(Path file) throws UnreadableFrame {
    FitsStructure structure = FitsStructure.read(file);
    return structure.mosaic().isEmpty()
        ? new FitsSource(file, structure)
        : new WholeSource(structure.layout(), () -> developed(file, structure));
  }

  /** A mosaic's counts are light; nothing is known of its colours. */
  private static Raster developed(Path file, FitsStructure structure) throws UnreadableFrame {
    short[] samples = new short[structure.width() * structure.height()];
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
      for (int y = 0; y < structure.height(); y++) {
        row(file, structure, channel, y, 0, 1, samples, y * structure.width());
      }
    } catch (IOException e) {
      throw new UnreadableFrame(file, ReadFault.Kind.DAMAGED, e);
    }
    float white = structure.bits() == 8 ? 255 : 65_535;
    return Development.of(
        new Mosaic(
            structure.width(),
            structure.height(),
            structure.mosaic().orElseThrow(),
            samples,
            new float[4],
            white),
        CameraColour.PLAIN);
  }

  @Override
  public PixelLayout layout() {
    return layout;
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
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
      for (int y = 0; y < rows; y++) {
        for (int plane = 0; plane < structure.planes(); plane++) {
          int at = y * layout.rowSamples() + plane;
          row(file, structure, channel, firstRow + y, plane, structure.planes(), into, at);
        }
      }
    } catch (IOException e) {
      throw new UnreadableFrame(file, ReadFault.Kind.DAMAGED, e);
    }
  }

  /** One row of one plane, every {@code step} samples from {@code at} on. */
  private static void row(
      Path file,
      FitsStructure s,
      FileChannel channel,
      int y,
      int plane,
      int step,
      short[] into,
      int at)
      throws IOException, UnreadableFrame {
    int rowBytes = s.width() * Math.abs(s.bits()) / 8;
    long storedRow = (long) plane * s.height() + (s.topDown() ? y : s.height() - 1 - y);
    ByteBuffer buffer = ByteBuffer.allocate(rowBytes);
    if (!FileBytes.fill(channel, s.offset() + storedRow * rowBytes, buffer)) {
      throw new UnreadableFrame(file, ReadFault.of(ReadFault.Kind.TRUNCATED));
    }
    double white = s.bits() == 8 ? 255 : 65_535;
    double factor = s.bits() == -32 ? white : 1;
    for (int x = 0; x < s.width(); x++) {
      double stored =
          switch (s.bits()) {
            case 8 -> buffer.get() & 0xff;
            case 16 -> buffer.getShort();
            default -> buffer.getFloat();
          };
      double value = (s.zero() + s.scale() * stored) * factor;
      // What is no number counts as black.
      into[at + step * x] = (short) Math.round(Math.max(0, Math.min(white, value)));
    }
  }

  @Override
  public void close() {
    // The file is opened for each read.
  }
}
