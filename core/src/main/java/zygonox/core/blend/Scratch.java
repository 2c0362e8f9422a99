package zygonox.core.blend;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import zygonox.core.frame.PixelSource;
import zygonox.core.frame.ReadFault;
import zygonox.core.frame.UnreadableFrame;
import zygonox.core.quantity.ByteSize;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.DiskFault;
import zygonox.core.work.WorkFailed;

/**
 * Decoded frames on disk, so that rows of all of them can be read side by side although their files
 * only decode from top to bottom. Lies beside the output and goes when closed.
 */
final class Scratch implements AutoCloseable {
  private final Path file;
  private final FileChannel channel;
  private final PixelLayout layout;
  private final int sampleBytes;

  /**
   * @throws WorkFailed when the disk has not the room, saying how much is needed
   */
  Scratch(Path folder, PixelLayout layout, int frames) {
    this.layout = layout;
    this.sampleBytes = layout.bits() / 8;
    long need = (long) layout.samples() * sampleBytes * frames;
    try {
      long free = Files.getFileStore(folder).getUsableSpace();
      if (free < need) {
        throw new WorkFailed(
            "Blending these frames needs %s of free disk in %s for a while, and %s are free; make room or choose another place for the output"
                .formatted(new ByteSize(need), folder, new ByteSize(free)));
      }
      file = Files.createTempFile(folder, ".zygonox-scratch", ".part");
      channel =
          FileChannel.open(
              file,
              StandardOpenOption.READ,
              StandardOpenOption.WRITE,
              StandardOpenOption.DELETE_ON_CLOSE);
    } catch (IOException e) {
      throw new WorkFailed(
          "No scratch file can be made in " + folder + ": " + DiskFault.reason(e), e);
    }
  }

  /** Keeps rows of one frame. Different frames may be written by different threads. */
  void write(int frame, int firstRow, int rows, short[] samples, ByteBuffer buffer)
      throws IOException {
    int count = rows * layout.rowSamples();
    buffer.clear().order(ByteOrder.nativeOrder());
    if (sampleBytes == 2) {
      buffer.asShortBuffer().put(samples, 0, count);
      buffer.limit(2 * count);
    } else {
      for (int i = 0; i < count; i++) {
        buffer.put((byte) samples[i]);
      }
      buffer.flip();
    }
    long at = position(frame, firstRow);
    while (buffer.hasRemaining()) {
      at += channel.write(buffer, at);
    }
  }

  ByteBuffer bufferFor(int rows) {
    return ByteBuffer.allocate(rows * layout.rowSamples() * sampleBytes);
  }

  private long position(int frame, int row) {
    return ((long) frame * layout.height() + row) * layout.rowSamples() * sampleBytes;
  }

  /** The rows of one frame again. */
  PixelSource source(Path original, int frame, Coverage coverage) {
    return new Source(original, frame, coverage);
  }

  private final class Source implements PixelSource {
    private final Path original;
    private final int frame;
    private final Coverage coverage;
    private ByteBuffer buffer = ByteBuffer.allocate(0);

    Source(Path original, int frame, Coverage coverage) {
      this.original = original;
      this.frame = frame;
      this.coverage = coverage;
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
      int count = rows * layout.rowSamples();
      if (buffer.capacity() < count * sampleBytes) {
        buffer = ByteBuffer.allocate(count * sampleBytes);
      }
      buffer.clear().limit(count * sampleBytes).order(ByteOrder.nativeOrder());
      try {
        long at = position(frame, firstRow);
        while (buffer.hasRemaining()) {
          int n = channel.read(buffer, at);
          if (n < 0) {
            throw new IOException("the scratch file ends too early");
          }
          at += n;
        }
      } catch (IOException e) {
        throw new UnreadableFrame(original, ReadFault.Kind.DAMAGED, e);
      }
      if (sampleBytes == 2) {
        buffer.flip().asShortBuffer().get(into, 0, count);
      } else {
        byte[] bytes = buffer.array();
        for (int i = 0; i < count; i++) {
          into[i] = (short) (bytes[i] & 0xff);
        }
      }
    }

    @Override
    public int coveredFrom(int row) {
      return coverage.from(row);
    }

    @Override
    public int coveredTo(int row) {
      return coverage.to(row);
    }

    @Override
    public void close() {
      buffer = ByteBuffer.allocate(0);
    }
  }

  @Override
  public void close() {
    try {
      channel.close();
      Files.deleteIfExists(file);
    } catch (IOException e) {
      throw new WorkFailed("The scratch file " + file + " could not be removed", e);
    }
  }
}
