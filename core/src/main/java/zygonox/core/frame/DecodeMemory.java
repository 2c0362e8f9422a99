package zygonox.core.frame;

import com.sun.jna.Memory;
import java.util.concurrent.ConcurrentLinkedDeque;

/**
 * Memory outside the heap that decoders use again from frame to frame: the system takes long to
 * give fresh memory, page by page. Close it when the work is done. Safe for any thread.
 */
public final class DecodeMemory implements AutoCloseable {
  private final ConcurrentLinkedDeque<Memory> spare = new ConcurrentLinkedDeque<>();
  private volatile boolean keeps = true;

  /** Memory for a single frame, given back to the system at once. */
  static DecodeMemory unshared() {
    DecodeMemory memory = new DecodeMemory();
    memory.close();
    return memory;
  }

  Memory take(long bytes) {
    Memory found = spare.poll();
    if (found != null && found.size() == bytes) {
      return found;
    }
    if (found != null) {
      found.close();
    }
    return new Memory(bytes);
  }

  void giveBack(Memory memory) {
    if (keeps) {
      spare.push(memory);
    } else {
      memory.close();
    }
  }

  @Override
  public void close() {
    keeps = false;
    for (Memory memory; (memory = spare.poll()) != null; ) {
      memory.close();
    }
  }
}
