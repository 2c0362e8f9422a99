package zygonox.core.combine;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;
import java.util.zip.CRC32C;
import zygonox.core.format.LightSource;
import zygonox.core.format.PixelSource;
import zygonox.core.format.ReadFault;
import zygonox.core.format.RowSource;
import zygonox.core.format.UnreadableFrame;
import zygonox.core.quantity.ByteSize;
import zygonox.core.quantity.Phrasebook;
import zygonox.core.raster.PixelLayout;
import zygonox.core.work.DiskFault;
import zygonox.core.work.FileBytes;
import zygonox.core.work.LogFile;
import zygonox.core.work.Temporary;
import zygonox.core.work.WorkFailed;

/**
 * Decoded frames on disk, so that rows of all of them can be read side by side although their files
 * only decode from top to bottom. Lies beside the output and goes when the blend is done; a run
 * that was killed leaves it, and the next one of the same blend finds in it what was decoded.
 */
final class Scratch implements AutoCloseable {
  private static final String NAME = "zygonox-scratch";

  /** Stands beside a frame's checksum when it is whole. */
  private static final long WHOLE = 1L << 32;

  private final Path file;
  private final FileChannel channel;
  private final PixelLayout layout;
  private final int sampleBytes;
  private final CRC32C[] written;

  /**
   * @param snapshot names the blend
   * @param sampleBytes 1 or 2 for stored samples, 4 for light
   * @throws WorkFailed when the disk has not the room, saying how much is needed
   */
  Scratch(Path folder, Snapshot snapshot, PixelLayout layout, int sampleBytes, int frames) {
    this.layout = layout;
    this.sampleBytes = sampleBytes;
    this.written = new CRC32C[frames];
    Arrays.setAll(written, i -> new CRC32C());
    Unfinished own = snapshot.unfinished(folder, Unfinished.Kind.DECODED);
    long need = (long) layout.samples() * sampleBytes * frames;
    try {
      own.sweepOthers();
      Temporary.sweep(folder, NAME);
      long free = Files.getFileStore(folder).getUsableSpace();
      long there = Files.exists(own.file()) ? Files.size(own.file()) : 0;
      if (free + there < need) {
        throw new WorkFailed(
            Phrasebook.say(
                "refused.blending-these-frames-needs-of",
                new ByteSize(need),
                folder,
                new ByteSize(free)));
      }
      FileChannel opened = open(own.file());
      if (Unfinished.isMine(opened)) {
        file = own.file();
        channel = opened;
      } else {
        // Another run makes the same at this moment: each has its own.
        opened.close();
        file = Temporary.in(folder, NAME);
        channel = open(file);
      }
      if (channel.size() != marksAt() + (long) Long.BYTES * frames) {
        channel.truncate(0);
        channel.write(ByteBuffer.allocate(Long.BYTES), marksAt() + Long.BYTES * (frames - 1L));
      }
    } catch (IOException e) {
      throw new WorkFailed(
          Phrasebook.say("refused.no-scratch-file-can-be", folder, DiskFault.reason(e)), e);
    }
  }

  private static FileChannel open(Path file) throws IOException {
    return FileChannel.open(
        file, StandardOpenOption.CREATE, StandardOpenOption.READ, StandardOpenOption.WRITE);
  }

  /** After all frames stands a number for each: whether it is whole, and its checksum. */
  private long marksAt() {
    return position(written.length, 0);
  }

  /** Notes that all rows of a frame were written, from top to bottom. */
  void done(int frame) throws IOException {
    ByteBuffer mark = ByteBuffer.allocate(Long.BYTES);
    mark.putLong(0, WHOLE | written[frame].getValue());
    channel.write(mark, marksAt() + (long) Long.BYTES * frame);
  }

  /** Whether an earlier run left a frame, whole and as it wrote it. */
  boolean holds(int frame) throws IOException {
    ByteBuffer mark = ByteBuffer.allocate(Long.BYTES);
    if (channel.read(mark, marksAt() + (long) Long.BYTES * frame) < Long.BYTES
        || (mark.getLong(0) & WHOLE) == 0) {
      return false;
    }
    CRC32C sum = new CRC32C();
    ByteBuffer rows = bufferFor(Math.min(layout.height(), 64));
    long end = position(frame + 1, 0);
    for (long at = position(frame, 0); at < end; at += rows.limit()) {
      rows.clear().limit((int) Math.min(rows.capacity(), end - at));
      if (!FileBytes.fill(channel, at, rows)) {
        return false;
      }
      sum.update(rows);
    }
    return mark.getLong(0) == (WHOLE | sum.getValue());
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
    written[frame].update(buffer.duplicate());
    FileBytes.put(channel, position(frame, firstRow), buffer);
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
        if (!FileBytes.fill(channel, position(frame, firstRow), buffer)) {
          throw new IOException(Phrasebook.say("refused.the-scratch-file-ends-too"));
        }
      } catch (IOException e) {
        throw new UnreadableFrame(original, ReadFault.Kind.DAMAGED, e);
      }
      return buffer;
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

  /** The blend is done, or will not be. */
  void remove() {
    Temporary.discard(file);
  }

  @Override
  public void close() {
    try {
      channel.close();
    } catch (IOException e) {
      LogFile.note(file.toString(), e);
    }
  }
}
