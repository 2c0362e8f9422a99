package zygonox.core.format;

import com.sun.jna.Memory;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentLinkedDeque;
import zygonox.core.raster.PixelLayout;
import zygonox.core.raster.ToneCurve;

/**
 * What the frames of one piece of work share: memory outside the heap that decoders use again, for
 * the system takes long to give fresh memory, page by page; frames that several readers want at the
 * same time, decoded once; and what was found out of a file. Close it when the work is done. Safe
 * for any thread.
 */
public final class DecodeMemory implements AutoCloseable {
  private final ConcurrentLinkedDeque<Memory> spare = new ConcurrentLinkedDeque<>();
  private final Map<Path, Boolean> found = new ConcurrentHashMap<>();
  private final Map<Table, float[]> tables = new ConcurrentHashMap<>();
  private final Map<Picture, Decoded> decoded = new HashMap<>();
  private final LinkedHashSet<Picture> unread = new LinkedHashSet<>();
  private final Set<Picture> held = new HashSet<>();
  private final int kept;
  private int holds;
  private volatile boolean keeps = true;

  private record Table(ToneCurve curve, int bits) {}

  private record Picture(Path file, PixelLayout layout) {}

  /** A decoded frame; what is in it is guarded by itself, how many read it by the memory. */
  private static final class Decoded {
    private Memory pixels;
    private int readers;
  }

  /** Decodes a frame. */
  @FunctionalInterface
  interface Decoder {
    void decode(Memory into) throws UnreadableFrame;
  }

  /** Frames are decoded for each reader anew, unless two read them at the same time. */
  public DecodeMemory() {
    this(0);
  }

  /**
   * @param kept so many frames that nobody reads any more are kept for those who come soon after
   */
  public DecodeMemory(int kept) {
    this.kept = kept;
  }

  /**
   * From now on the first frames that are read are held until somebody reads them once more: work
   * goes through all of them a second time, and those read last would be gone when it comes round.
   *
   * @param most so many of them; those that are held already stay
   */
  public void hold(int most) {
    synchronized (decoded) {
      holds = most;
    }
  }

  /** What frames take that are held for a second reading, in bytes. */
  public long heldBytes() {
    synchronized (decoded) {
      return held.stream().mapToLong(picture -> picture.layout.samples()).sum();
    }
  }

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

  /**
   * A frame as it is decoded, to be read only; every reader releases it once.
   *
   * @param layout 8 bits a sample
   */
  Memory decoded(Path file, PixelLayout layout, Decoder decoder) throws UnreadableFrame {
    Picture picture = new Picture(file, layout);
    Decoded one;
    synchronized (decoded) {
      one = decoded.computeIfAbsent(picture, p -> new Decoded());
      one.readers++;
      unread.remove(picture);
      held.remove(picture);
    }
    try {
      synchronized (one) {
        if (one.pixels == null) {
          one.pixels = decode(layout.samples(), decoder);
        }
        return one.pixels;
      }
    } catch (UnreadableFrame | RuntimeException e) {
      release(file, layout);
      throw e;
    }
  }

  private Memory decode(long bytes, Decoder decoder) throws UnreadableFrame {
    Memory into = take(bytes);
    boolean done = false;
    try {
      decoder.decode(into);
      done = true;
    } finally {
      if (!done) {
        giveBack(into);
      }
    }
    return into;
  }

  /** One reader less. */
  void release(Path file, PixelLayout layout) {
    Picture picture = new Picture(file, layout);
    synchronized (decoded) {
      Decoded one = decoded.get(picture);
      if (--one.readers > 0) {
        return;
      }
      if (keeps && one.pixels != null && held.size() < holds) {
        held.add(picture);
      } else {
        unread.add(picture);
        forget(keeps ? kept : 0);
      }
    }
  }

  /** Of the frames that nobody reads only so many are kept: those read last. */
  private void forget(int most) {
    while (unread.size() > most) {
      Picture eldest = unread.iterator().next();
      unread.remove(eldest);
      Memory pixels = decoded.remove(eldest).pixels;
      if (pixels != null) {
        giveBack(pixels);
      }
    }
  }

  private Memory take(long bytes) {
    Memory found = spare.poll();
    if (found != null && found.size() == bytes) {
      return found;
    }
    if (found != null) {
      found.close();
    }
    return new Memory(bytes);
  }

  private void giveBack(Memory memory) {
    if (keeps) {
      spare.push(memory);
    } else {
      memory.close();
    }
  }

  @Override
  public void close() {
    keeps = false;
    synchronized (decoded) {
      unread.addAll(held);
      held.clear();
      forget(0);
    }
    for (Memory memory; (memory = spare.poll()) != null; ) {
      memory.close();
    }
  }
}
