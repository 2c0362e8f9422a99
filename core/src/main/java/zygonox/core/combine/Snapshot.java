package zygonox.core.combine;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;
import zygonox.core.work.LogFile;
import zygonox.core.work.Temporary;

/**
 * A half-grown blend on disk, beside its output: which frames are wholly in it and what they came
 * to. A run that was killed goes on from it when it is run again; it is gone when the blend is
 * done, cancelled or failed, and when something else is made in its place.
 */
public final class Snapshot {
  private static final int KEY_BYTES = 64;
  private static final int CHUNK = 1 << 20;

  private final Path folder;
  private final String output;
  private final String key;
  private final Unfinished grown;

  /**
   * @param output the picture that is made
   * @param key tells the frames and all that is done with them: 32 hexadecimal digits
   */
  public Snapshot(Path output, String key) {
    this.folder = output.toAbsolutePath().getParent();
    this.output = output.getFileName().toString();
    this.key = key;
    this.grown = unfinished(folder, Unfinished.Kind.GROWN);
  }

  /** A file that a killed run leaves for the next one of the same key. */
  Unfinished unfinished(Path folder, Unfinished.Kind kind) {
    return new Unfinished(folder, output, key, kind);
  }

  private byte[] keyBytes() {
    return Arrays.copyOf(key.getBytes(StandardCharsets.US_ASCII), KEY_BYTES);
  }

  /** Numbers of one kind, in and out. */
  interface Numbers {
    void each(ByteBuffer buffer, int from, int count);
  }

  /** Reads or writes arrays piece by piece. */
  static final class ArrayFile {
    private final FileChannel channel;
    private final boolean reads;
    private final ByteBuffer buffer =
        ByteBuffer.allocateDirect(CHUNK).order(ByteOrder.nativeOrder());

    ArrayFile(FileChannel channel, boolean reads) {
      this.channel = channel;
      this.reads = reads;
    }

    void of(short[] values, int count) throws IOException {
      pass(
          count,
          Short.BYTES,
          reads
              ? (b, from, n) -> b.asShortBuffer().get(values, from, n)
              : (b, from, n) -> b.asShortBuffer().put(values, from, n));
    }

    void of(int[] values, int count) throws IOException {
      pass(
          count,
          Integer.BYTES,
          reads
              ? (b, from, n) -> b.asIntBuffer().get(values, from, n)
              : (b, from, n) -> b.asIntBuffer().put(values, from, n));
    }

    void of(float[] values, int count) throws IOException {
      pass(
          count,
          Float.BYTES,
          reads
              ? (b, from, n) -> b.asFloatBuffer().get(values, from, n)
              : (b, from, n) -> b.asFloatBuffer().put(values, from, n));
    }

    void of(long[] values, int count) throws IOException {
      pass(
          count,
          Long.BYTES,
          reads
              ? (b, from, n) -> b.asLongBuffer().get(values, from, n)
              : (b, from, n) -> b.asLongBuffer().put(values, from, n));
    }

    private void pass(int count, int bytes, Numbers numbers) throws IOException {
      int most = CHUNK / bytes;
      for (int from = 0; from < count; from += most) {
        int n = Math.min(most, count - from);
        buffer.clear().limit(n * bytes);
        if (reads) {
          whole(channel, buffer);
          numbers.each(buffer.flip(), from, n);
        } else {
          numbers.each(buffer, from, n);
          write(channel, buffer.position(0).limit(n * bytes));
        }
      }
    }
  }

  private static void whole(FileChannel channel, ByteBuffer buffer) throws IOException {
    while (buffer.hasRemaining()) {
      if (channel.read(buffer) < 0) {
        throw new IOException("a snapshot that was cut off");
      }
    }
  }

  private static void write(FileChannel channel, ByteBuffer buffer) throws IOException {
    while (buffer.hasRemaining()) {
      channel.write(buffer);
    }
  }

  /** Removes what runs of other recipes left. */
  void sweep() {
    grown.sweepOthers();
  }

  /**
   * Takes up what an earlier run left, where it was making the same.
   *
   * @param added gets which frames are in it
   * @return whether there was any
   */
  boolean load(Accumulator<?> accumulator, int samples, boolean[] added) {
    Path file = grown.file();
    if (!Files.exists(file)) {
      return false;
    }
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
      ByteBuffer head = ByteBuffer.allocate(KEY_BYTES + Integer.BYTES + added.length);
      whole(channel, head);
      head.flip();
      byte[] there = new byte[KEY_BYTES];
      head.get(there);
      if (!Arrays.equals(there, keyBytes()) || head.getInt() != samples) {
        return false;
      }
      accumulator.keep(new ArrayFile(channel, true), samples);
      for (int i = 0; i < added.length; i++) {
        added[i] = head.get() != 0;
      }
      return true;
    } catch (IOException e) {
      LogFile.note(file.toString(), e);
      accumulator.start(samples);
      return false;
    }
  }

  /** Keeps the blend as it is; where there is no room for it, it goes on without. */
  void write(Accumulator<?> accumulator, int samples, boolean[] added) {
    Temporary.sweep(folder, output);
    Path temporary = Temporary.in(folder, output);
    try {
      try (FileChannel channel =
          FileChannel.open(temporary, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE)) {
        ByteBuffer head = ByteBuffer.allocate(KEY_BYTES + Integer.BYTES + added.length);
        head.put(keyBytes()).putInt(samples);
        for (boolean one : added) {
          head.put((byte) (one ? 1 : 0));
        }
        write(channel, head.flip());
        accumulator.keep(new ArrayFile(channel, false), samples);
      }
      Files.move(temporary, grown.file(), StandardCopyOption.REPLACE_EXISTING);
    } catch (IOException e) {
      LogFile.note(grown.file().toString(), e);
      Temporary.discard(temporary);
    }
  }

  /** The blend is done, or will not be. */
  void remove() {
    grown.remove();
  }
}
