package zygonox.core.combine;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import zygonox.core.format.LightSource;
import zygonox.core.format.PixelSource;
import zygonox.core.format.ReadFault;
import zygonox.core.format.RowSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.DiskFault;
import zygonox.core.work.Temporary;
import zygonox.core.work.WorkFailed;

/**
 * Decoded frames on disk, so that rows of all of them can be read side by side although their files
 * only decode from top to bottom. Lies beside the output and goes when closed.
 */
final class Scratch implements AutoCloseable {
  private static final String NAME = "zygonox-scratch";

  private final Path file;
  private final FileChannel channel;
  private final PixelLayout layout;
  private final int sampleBytes;

  /**
   * @param sampleBytes 1 or 2 for stored samples, 4 for light
   * @throws WorkFailed when the disk has not the room, saying how much is needed
   */
  Scratch(Path folder, PixelLayout layout, int sampleBytes, int frames) {
    this.layout = layout;
    this.sampleBytes = sampleBytes;
    long need = (long) layout.samples() * sampleBytes * frames;
    try {
      long free = Files.getFileStore(folder).getUsableSpace();
      if (free < need) {
        throw new WorkFailed(
            Phrasebook.say(
                "refused.blending-these-frames-needs-of",
                new ByteSize(need),
                folder,
                new ByteSize(free)));
      }
      Temporary.sweep(folder, NAME);
      file = Temporary.in(folder, NAME);
      channel =
          FileChannel.open(
              file,
              StandardOpenOption.CREATE_NEW,
              StandardOpenOption.READ,
              StandardOpenOption.WRITE,
              StandardOpenOption.DELETE_ON_CLOSE);
    } catch (IOException e) {
      throw new WorkFailed(
          Phrasebook.say("refused.no-scratch-file-can-be", folder, DiskFault.reason(e)), e);
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
    put(frame, firstRow, buffer);
  }

  /** Keeps rows of one frame's light. */
  void write(int frame, int firstRow, int rows, float[] light, ByteBuffer buffer)
      throws IOException {
    int count = rows * layout.rowSamples();
    buffer.clear().order(ByteOrder.nativeOrder());
    buffer.asFloatBuffer().put(light, 0, count);
    buffer.limit(Float.BYTES * count);
    put(frame, firstRow, buffer);
  }

  private void put(int frame, int firstRow, ByteBuffer buffer) throws IOException {
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

  /** The stored samples of one frame again. */
  PixelSource samples(Path original, int frame, Coverage coverage) {
    return new Samples(original, frame, coverage);
  }

  /** The light of one frame again. */
  LightSource light(Path original, int frame, Coverage coverage) {
    return new Light(original, frame, coverage);
  }

  private abstract class Kept implements RowSource {
    private final Path original;
    private final int frame;
    private final Coverage coverage;
    private ByteBuffer buffer = ByteBuffer.allocate(0);

    Kept(Path original, int frame, Coverage coverage) {
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

    /** Rows as they were written, from the start of the buffer to its limit. */
    ByteBuffer bytes(int firstRow, int rows) throws UnreadableFrame {
      int count = rows * layout.rowSamples() * sampleBytes;
      if (buffer.capacity() < count) {
        buffer = ByteBuffer.allocate(count);
      }
      buffer.clear().limit(count).order(ByteOrder.nativeOrder());
      try {
        long at = position(frame, firstRow);
        while (buffer.hasRemaining()) {
          int n = channel.read(buffer, at);
          if (n < 0) {
            throw new IOException(Phrasebook.say("refused.the-scratch-file-ends-too"));
          }
          at += n;
        }
      } catch (IOException e) {
        throw new UnreadableFrame(original, ReadFault.Kind.DAMAGED, e);
      }
      return buffer.flip();
    }

    @Override
    public int[] covered(int row) {
      return coverage.pieces(row);
    }

    @Override
    public void close() {
      buffer = ByteBuffer.allocate(0);
    }
  }

  private final class Samples extends Kept implements PixelSource {
    Samples(Path original, int frame, Coverage coverage) {
      super(original, frame, coverage);
    }

    @Override
    public void read(int firstRow, int rows, short[] into) throws UnreadableFrame {
      int count = rows * layout.rowSamples();
      ByteBuffer bytes = bytes(firstRow, rows);
      if (sampleBytes == 2) {
        bytes.asShortBuffer().get(into, 0, count);
        return;
      }
      for (int i = 0; i < count; i++) {
        into[i] = (short) (bytes.get(i) & 0xff);
      }
    }
  }

  private final class Light extends Kept implements LightSource {
    Light(Path original, int frame, Coverage coverage) {
      super(original, frame, coverage);
    }

    @Override
    public void read(int firstRow, int rows, float[] into) throws UnreadableFrame {
      bytes(firstRow, rows).asFloatBuffer().get(into, 0, rows * layout.rowSamples());
    }
  }

  @Override
  public void close() {
    try {
      channel.close();
      Files.deleteIfExists(file);
    } catch (IOException e) {
      throw new WorkFailed(Phrasebook.say("refused.the-scratch-file-could-not", file), e);
    }
  }
}
