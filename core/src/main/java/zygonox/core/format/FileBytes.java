package zygonox.core.format;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;

/** Bytes from a place in a file: a channel may give fewer at a time than are asked for. */
final class FileBytes {
  private FileBytes() {}

  /**
   * Fills the rest of a buffer and makes it ready to be read from its start.
   *
   * @return whether the file held so many
   */
  static boolean fill(FileChannel channel, long at, ByteBuffer buffer) throws IOException {
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
}
