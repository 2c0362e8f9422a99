package zygonox.core.work;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;

/** Bytes at a place in a file: a channel may give or take fewer at a time than are asked for. */
public final class FileBytes {
  private FileBytes() {}

  /**
   * Fills the rest of a buffer and makes it ready to be read from its start.
   *
   * @return whether the file held so many
   */
  public static boolean fill(FileChannel channel, long at, ByteBuffer buffer) throws IOException {
    long position = at;
    while (buffer.hasRemaining()) {
      int n = channel.read(buffer, position);
      if (n < 0) {
        return false;
      }
      position += n;
    }
    buffer.flip();
    return true;
  }

  /** Writes the rest of a buffer. */
  public static void put(FileChannel channel, long at, ByteBuffer buffer) throws IOException {
    long position = at;
    while (buffer.hasRemaining()) {
      position += channel.write(buffer, position);
    }
  }
}
