package zygonox.core.combine;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.HashMap;
import java.util.Map;
import java.util.zip.CRC32C;
import zygonox.core.work.FileBytes;
import zygonox.core.work.LogFile;

/**
 * Finished rows on disk, so that a run that was killed while it looked at the samples of all
 * frames, or took them in band by band, does not reckon them again. Nothing is kept in the first
 * seconds: short work is quicker begun anew. What cannot be written or read back is reckoned again,
 * as if it had not been kept.
 */
final class CombinedRows implements AutoCloseable {
  private static final long KEPT_AFTER_NANOS = 5_000_000_000L;

  private static final int HEAD_BYTES = 3 * Integer.BYTES;

  /** First row, how many, and their checksum. */
  private static final int MARK_BYTES = 2 * Integer.BYTES + Long.BYTES;

  private final Unfinished own;
  private final boolean stays;
  private final int rowSamples;
  private final byte[] head;
  private final long keptAfter;
  private final long start = System.nanoTime();
  private final Map<Integer, Long> places = new HashMap<>();

  /** Null as long as there is nothing to keep. */
  private FileChannel channel;

  /** Another run makes the same, or the disk does not let it. */
  private boolean keepsNothing;

  private long end = HEAD_BYTES;

  /**
   * @param rowSamples of the result
   * @param bandRows rows that are worked on at a time
   * @param taking tells the frames that take part
   */
  CombinedRows(Path folder, Snapshot snapshot, int rowSamples, int bandRows, int taking) {
    this(
        folder,
        snapshot,
        rowSamples,
        bandRows,
        taking,
        // All of what stays is wanted again.
        snapshot.stays() ? 0 : KEPT_AFTER_NANOS);
  }

  /** Of all frames, beside the output: kept at once, for each band of them takes its time. */
  CombinedRows(Snapshot snapshot, int rowSamples, int bandRows) {
    this(snapshot.folder(), snapshot, rowSamples, bandRows, 0, 0);
  }

  CombinedRows(
      Path folder, Snapshot snapshot, int rowSamples, int bandRows, int taking, long keptAfter) {
    this.own = snapshot.unfinished(folder, Unfinished.Kind.COMBINED);
    this.stays = snapshot.stays();
    this.rowSamples = rowSamples;
    this.keptAfter = keptAfter;
    this.head =
        ByteBuffer.allocate(HEAD_BYTES).putInt(rowSamples).putInt(bandRows).putInt(taking).array();
    own.sweepOthers();
    if (Files.exists(own.file())) {
      open();
    }
  }

  private void open() {
    try {
      channel =
          FileChannel.open(
              own.file(),
              StandardOpenOption.CREATE,
              StandardOpenOption.READ,
              StandardOpenOption.WRITE);
      if (Unfinished.isMine(channel)) {
        takeUp(ByteBuffer.wrap(head));
      } else {
        close();
      }
    } catch (IOException e) {
      giveUp(e);
    }
  }

  private void takeUp(ByteBuffer head) throws IOException {
    ByteBuffer there = ByteBuffer.allocate(HEAD_BYTES);
    if (FileBytes.fill(channel, 0, there) && there.equals(head)) {
      while (takeUpPiece()) {
        // As many as are whole.
      }
      channel.truncate(end);
      return;
    }
    channel.truncate(0);
    FileBytes.put(channel, 0, head);
  }

  private boolean takeUpPiece() throws IOException {
    ByteBuffer mark = ByteBuffer.allocate(MARK_BYTES);
    if (!FileBytes.fill(channel, end, mark)) {
      return false;
    }
    int firstRow = mark.getInt();
    int bytes = mark.getInt();
    if (firstRow < 0 || bytes <= 0 || bytes > channel.size() - end - MARK_BYTES) {
      return false;
    }
    ByteBuffer rows = ByteBuffer.allocate(bytes);
    if (!FileBytes.fill(channel, end + MARK_BYTES, rows) || sum(rows) != mark.getLong()) {
      return false;
    }
    places.put(firstRow, end);
    end += MARK_BYTES + bytes;
    return true;
  }

  /** Whether an earlier run left the rows that begin with one. */
  synchronized boolean holds(int firstRow) {
    return places.containsKey(firstRow);
  }

  /** Fills in rows that an earlier run left; false where there are none. */
  synchronized boolean read(int firstRow, int rows, ResultRows into) {
    Long place = places.get(firstRow);
    if (channel == null || place == null) {
      return false;
    }
    int count = rows * rowSamples;
    ByteBuffer bytes = ByteBuffer.allocate(count * into.sampleBytes());
    try {
      if (!FileBytes.fill(channel, place + MARK_BYTES, bytes)) {
        return false;
      }
    } catch (IOException e) {
      giveUp(e);
      return false;
    }
    into.take(bytes.rewind(), count);
    return true;
  }

  /** Keeps finished rows, once the work has gone on for some time. */
  void keep(int firstRow, int rows, ResultRows done) {
    if (System.nanoTime() - start < keptAfter) {
      return;
    }
    ByteBuffer bytes = done.bytes(rows * rowSamples);
    ByteBuffer mark = ByteBuffer.allocate(MARK_BYTES);
    mark.putInt(firstRow).putInt(bytes.capacity()).putLong(sum(bytes)).flip();
    synchronized (this) {
      if (channel == null && !keepsNothing) {
        open();
      }
      if (keepsNothing) {
        return;
      }
      try {
        FileBytes.put(channel, end + MARK_BYTES, bytes);
        FileBytes.put(channel, end, mark);
        end += MARK_BYTES + bytes.capacity();
      } catch (IOException e) {
        giveUp(e);
      }
    }
  }

  private static long sum(ByteBuffer bytes) {
    CRC32C sum = new CRC32C();
    sum.update(bytes.duplicate());
    return sum.getValue();
  }

  private void giveUp(IOException e) {
    LogFile.note(own.file().toString(), e);
    close();
  }

  /** The work is done. */
  void done() {
    if (!stays) {
      remove();
    }
  }

  /** It will not be done. */
  synchronized void remove() {
    if (channel != null) {
      own.remove();
    }
  }

  @Override
  public synchronized void close() {
    keepsNothing = true;
    if (channel == null) {
      return;
    }
    try {
      channel.close();
    } catch (IOException e) {
      LogFile.note(own.file().toString(), e);
    }
    channel = null;
  }
}
