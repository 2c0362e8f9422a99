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
import java.util.List;
import java.util.Optional;
import java.util.function.IntUnaryOperator;
import zygonox.core.work.LogFile;
import zygonox.core.work.Temporary;

/**
 * A half-grown blend on disk, beside its output: which frames are wholly in it, what they came to,
 * and what their noise is measured of. A run that was killed goes on from it when it is run again;
 * it is gone when the blend is done, cancelled or failed, and when something else is made in its
 * place. Only that of a part stays until the folder of the parts goes.
 */
public final class Snapshot {
  private static final int KEY_BYTES = 64;

  /** What stands of each frame: whether it is in, and whether its noise is measured. */
  private static final int ADDED = 1;

  private static final int PROBED = 2;

  private static final int CHUNK = 1 << 20;

  private final Path folder;
  private final String output;
  private final String key;
  private final boolean stays;
  private final List<? extends Content> beside;
  private final Unfinished grown;

  /** What a blend has come to. */
  public interface Content {
    /**
     * Writes it into a file, or reads it from there.
     *
     * @param samples of the band in work; 0 before its first frame
     */
    void keep(ArrayFile file, int samples) throws IOException;
  }

  /**
   * How far a blend is.
   *
   * @param firstRow of the band in work; those above it are done
   * @param added which frames are wholly in that band
   * @param probed what their noise is measured of; null for those that are not measured
   */
  record Stage(int firstRow, boolean[] added, List<NoiseProbe.Picture> probed) {}

  /**
   * @param output the picture that is made
   * @param key tells the frames and all that is done with them: 32 hexadecimal digits
   */
  public Snapshot(Path output, String key) {
    this(output, key, false, List.of());
  }

  /**
   * @param stays whether it outlives its blend, which is only a part of what is made
   * @param beside what is told of the frames while they are blended
   */
  public Snapshot(Path output, String key, boolean stays, List<? extends Content> beside) {
    this.stays = stays;
    this.beside = List.copyOf(beside);
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
  public static final class ArrayFile {
    private final FileChannel channel;
    private final boolean reads;
    private final ByteBuffer buffer =
        ByteBuffer.allocateDirect(CHUNK).order(ByteOrder.nativeOrder());

    ArrayFile(FileChannel channel, boolean reads) {
      this.channel = channel;
      this.reads = reads;
    }

    public void of(short[] values, int count) throws IOException {
      pass(
          count,
          Short.BYTES,
          reads
              ? (b, from, n) -> b.asShortBuffer().get(values, from, n)
              : (b, from, n) -> b.asShortBuffer().put(values, from, n));
    }

    public void of(int[] values, int count) throws IOException {
      pass(
          count,
          Integer.BYTES,
          reads
              ? (b, from, n) -> b.asIntBuffer().get(values, from, n)
              : (b, from, n) -> b.asIntBuffer().put(values, from, n));
    }

    public void of(float[] values, int count) throws IOException {
      pass(
          count,
          Float.BYTES,
          reads
              ? (b, from, n) -> b.asFloatBuffer().get(values, from, n)
              : (b, from, n) -> b.asFloatBuffer().put(values, from, n));
    }

    public void of(long[] values, int count) throws IOException {
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

  Path folder() {
    return folder;
  }

  boolean stays() {
    return stays;
  }

  /** Removes what runs of other recipes left. */
  void sweep() {
    grown.sweepOthers();
  }

  /** Whether an earlier run left one. */
  boolean isThere() {
    return Files.exists(grown.file());
  }

  /**
   * Takes up what an earlier run left, if {@link #isThere} and it was making the same.
   *
   * @param content gets what it had come to; half of it where nothing is returned
   * @param samplesFrom how many samples the band has that begins at a row
   * @param probed gets what noise is measured of
   * @return how far it was; empty where there is none
   */
  Optional<Stage> load(
      Content content, IntUnaryOperator samplesFrom, int frames, List<NoiseProbe.Picture> probed) {
    try (FileChannel channel = FileChannel.open(grown.file(), StandardOpenOption.READ)) {
      ByteBuffer head = head(frames);
      whole(channel, head);
      head.flip();
      byte[] there = new byte[KEY_BYTES];
      head.get(there);
      int firstRow = head.getInt();
      int samples = head.getInt();
      if (!Arrays.equals(there, keyBytes())
          || samples != 0 && samples != samplesFrom.applyAsInt(firstRow)) {
        return Optional.empty();
      }
      boolean[] added = new boolean[frames];
      ArrayFile file = new ArrayFile(channel, true);
      for (int i = 0; i < frames; i++) {
        byte state = head.get();
        added[i] = (state & ADDED) != 0;
        if ((state & PROBED) != 0) {
          probed.get(i).keep(file);
        }
      }
      for (Content one : beside) {
        one.keep(file, samples);
      }
      content.keep(file, samples);
      return Optional.of(new Stage(firstRow, added, probed));
    } catch (IOException e) {
      LogFile.note(grown.file().toString(), e);
      return Optional.empty();
    }
  }

  /**
   * Keeps the blend as it is; where there is no room for it, it goes on without.
   *
   * @param samples of the band in work; 0 before its first frame
   */
  void write(Content content, int samples, Stage stage) {
    Temporary.sweep(folder, output);
    Path temporary = Temporary.in(folder, output);
    try {
      try (FileChannel channel =
          FileChannel.open(temporary, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE)) {
        ByteBuffer head = head(stage.added.length);
        head.put(keyBytes()).putInt(stage.firstRow).putInt(samples);
        for (int i = 0; i < stage.added.length; i++) {
          int probed = stage.probed.get(i) == null ? 0 : PROBED;
          head.put((byte) (stage.added[i] ? ADDED | probed : probed));
        }
        write(channel, head.flip());
        ArrayFile file = new ArrayFile(channel, false);
        for (NoiseProbe.Picture picture : stage.probed) {
          if (picture != null) {
            picture.keep(file);
          }
        }
        for (Content one : beside) {
          one.keep(file, samples);
        }
        content.keep(file, samples);
      }
      Files.move(temporary, grown.file(), StandardCopyOption.REPLACE_EXISTING);
    } catch (IOException e) {
      LogFile.note(grown.file().toString(), e);
      Temporary.discard(temporary);
    }
  }

  private static ByteBuffer head(int frames) {
    return ByteBuffer.allocate(KEY_BYTES + 2 * Integer.BYTES + frames);
  }

  /** The blend is done. */
  void done() {
    if (!stays) {
      remove();
    }
  }

  /** It will not be done. */
  void remove() {
    grown.remove();
  }
}
