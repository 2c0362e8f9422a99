package zygonox.core.format;

import com.sun.jna.Memory;
import java.nio.file.Path;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentLinkedDeque;
import zygonox.core.raster.ToneCurve;

/**
 * What the frames of one piece of work share: memory outside the heap that decoders use again, for
 * the system takes long to give fresh memory, page by page; and what was found out of a file. Close
 * it when the work is done. Safe for any thread.
 */
public final class DecodeMemory implements AutoCloseable {
  private final ConcurrentLinkedDeque<Memory> spare = new ConcurrentLinkedDeque<>();
  private final Map<Path, Boolean> found = new ConcurrentHashMap<>();
  private final Map<Table, float[]> tables = new ConcurrentHashMap<>();
  private volatile boolean keeps = true;

  private record Table(ToneCurve curve, int bits) {}

  /** Memory for a single frame, given back to the system at once. */
  public static DecodeMemory unshared() {
    DecodeMemory memory = new DecodeMemory();
    memory.close();
    return memory;
  }

  /** Asks something of a file. */
  @FunctionalInterface
  interface Question {
    boolean ask() throws UnreadableFrame;
  }

  /** The answer to what is asked of a file once, however often it is opened. */
  boolean once(Path file, Question question) throws UnreadableFrame {
    Boolean known = found.get(file);
    if (known == null) {
      known = question.ask();
      found.put(file, known);
    }
    return known;
  }

  /** The light of every sample value, shared by the frames. */
  float[] light(ToneCurve curve, int bits) {
    return tables.computeIfAbsent(new Table(curve, bits), t -> t.curve.light(t.bits));
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
