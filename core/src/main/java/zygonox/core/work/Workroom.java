package zygonox.core.work;

import java.nio.file.Path;
import java.util.Optional;
import zygonox.core.quantity.ByteSize;

/**
 * Where long work is done: the memory it may take, where it may keep things for a while, who hears
 * how far it is, and who may end it. One is handed to every step of a piece of work.
 *
 * @param memory bound for pixel memory, kept by all steps
 * @param scratch a folder for what does not fit; empty: beside the output
 * @param kept what was worked out before, and what this work finds out for later ones
 * @param progress hears how far the step has come
 * @param cancellation asked between steps
 */
public record Workroom(
    ByteSize memory,
    Optional<Path> scratch,
    KeptFiles kept,
    Progress progress,
    Cancellation cancellation) {
  /** A room that keeps things where the system wants them. */
  public Workroom(
      ByteSize memory, Optional<Path> scratch, Progress progress, Cancellation cancellation) {
    this(memory, scratch, KeptFiles.usual(), progress, cancellation);
  }

  /** Memory when nothing is said: half of what the Java machine may take, 2 GB at most. */
  public static ByteSize usualMemory() {
    return new ByteSize(Math.min(2L << 30, Runtime.getRuntime().maxMemory() / 2));
  }

  /** With the usual memory, for work that keeps nothing on disk. */
  public static Workroom usual(Progress progress, Cancellation cancellation) {
    return new Workroom(usualMemory(), Optional.empty(), progress, cancellation);
  }

  /** For work that nobody watches or ends. */
  public static Workroom unwatched(ByteSize memory) {
    return new Workroom(memory, Optional.empty(), Progress.NONE, new Cancellation());
  }

  /**
   * The room for one step of the work.
   *
   * @param from how far the whole has come when the step begins, 0 to 1
   * @param to how far when it ends
   */
  public Workroom share(double from, double to) {
    return new Workroom(memory, scratch, kept, progress.share(from, to), cancellation);
  }

  /** The same room, of which a step may take so much memory. */
  public Workroom within(ByteSize bound) {
    return new Workroom(bound, scratch, kept, progress, cancellation);
  }

  /** The same room, in which somebody else hears how far the step has come. */
  public Workroom reporting(Progress other) {
    return new Workroom(memory, scratch, kept, other, cancellation);
  }

  /** The same room, whose work keeps what it finds out elsewhere. */
  public Workroom keeping(KeptFiles other) {
    return new Workroom(memory, scratch, other, progress, cancellation);
  }

  /** A crew of which each member holds so many bytes: as many as there are cores, or fit. */
  public Workers crew(long bytesEach) {
    long fitting = Math.max(1, memory.bytes() / Math.max(1, bytesEach));
    return new Workers((int) Math.min(Workers.cores(), fitting));
  }
}
