package zygonox.core.format;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.FileBytes;

/**
 * Reads uncompressed chunky TIFF straight from its strips (TIFF 6.0, section 7): any rows, at the
 * speed of the disk. The file is opened for each read, so that a thousand frames need no thousand
 * open files.
 */
final class PlainTiffSource implements PixelSource {
  private final Path file;
  private final TiffStructure structure;
  private final PixelLayout layout;
  private ByteBuffer buffer = ByteBuffer.allocate(0);

  PlainTiffSource(Path file, TiffStructure structure) throws UnreadableFrame {
    this.file = file;
    this.structure = structure;
    this.layout = structure.layout(file);
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
    int rowBytes = layout.rowSamples() * layout.bits() / 8;
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
      int row = firstRow;
      while (row < firstRow + rows) {
        int strip = row / structure.rowsPerStrip();
        int rowInStrip = row - strip * structure.rowsPerStrip();
        int here = Math.min(firstRow + rows - row, structure.rowsPerStrip() - rowInStrip);
        long position = structure.stripOffset(strip) + (long) rowInStrip * rowBytes;
        fill(channel, position, here * rowBytes);
        unpack(into, (row - firstRow) * layout.rowSamples(), here * layout.rowSamples());
        row += here;
      }
    } catch (IOException e) {
      throw new UnreadableFrame(file, ReadFault.Kind.DAMAGED, e);
    }
  }

  private void fill(FileChannel channel, long position, int bytes)
      throws IOException, UnreadableFrame {
    if (buffer.capacity() < bytes) {
      buffer = ByteBuffer.allocate(bytes);
    }
    buffer.clear().limit(bytes).order(structure.order());
    if (!FileBytes.fill(channel, position, buffer)) {
      throw new UnreadableFrame(file, ReadFault.of(ReadFault.Kind.TRUNCATED));
    }
  }

  private void unpack(short[] into, int at, int samples) {
    if (layout.bits() == 16) {
      buffer.asShortBuffer().get(into, at, samples);
    } else {
      byte[] bytes = buffer.array();
      for (int i = 0; i < samples; i++) {
        into[at + i] = (short) (bytes[i] & 0xff);
      }
    }
  }

  @Override
  public void close() {
    buffer = ByteBuffer.allocate(0);
  }
}
