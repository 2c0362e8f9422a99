package zygonox.core.work;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.ThreadFactory;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import zygonox.core.quantity.Phrasebook;

/** A fixed crew of threads; the one place in the core that makes any. Close it when done. */
public final class Workers implements AutoCloseable {
  private final ExecutorService threads;
  private final int count;
  private final Queue<Future<?>> started = new ConcurrentLinkedQueue<>();

  /**
   * @param count threads, 1 or more
   */
  public Workers(int count) {
    this.count = count;
    this.threads = Executors.newFixedThreadPool(count, daemons());
  }

  /** One thread for each core of this machine. */
  public static Workers perCore() {
    return new Workers(cores());
  }

  public static int cores() {
    return Math.max(1, Runtime.getRuntime().availableProcessors());
  }

  public int count() {
    return count;
  }

  /** Work on the item of one index; may throw anything. */
  @FunctionalInterface
  public interface IndexedWork {
    /**
     * @param index which item, counting from 0
     * @param worker which of the crew does it, 0 to {@link #count()} - 1; no two items are worked
     *     on by the same worker at the same time, so scratch memory can be kept per worker
     */
    void run(int index, int worker) throws Exception;
  }

  /**
   * Works through {@code items} indexes, handing them out in rising order, and returns when all are
   * done. The first failure stops the handing out and is thrown again once every worker has
   * stopped.
   */
  public void forEach(int items, IndexedWork work) {
    AtomicInteger next = new AtomicInteger();
    AtomicBoolean failed = new AtomicBoolean();
    List<Future<?>> running = new ArrayList<>();
    for (int w = 0; w < Math.min(count, items); w++) {
      int worker = w;
      running.add(
          threads.submit(
              () -> {
                try {
                  for (int i; !failed.get() && (i = next.getAndIncrement()) < items; ) {
                    work.run(i, worker);
                  }
                } catch (Throwable e) {
                  failed.set(true);
                  throw e;
                }
                return null;
              }));
    }
    Throwable first = null;
    for (Future<?> future : running) {
      try {
        future.get();
      } catch (ExecutionException e) {
        first = first == null ? e.getCause() : first;
      } catch (InterruptedException e) {
        failed.set(true);
        Thread.currentThread().interrupt();
        first = first == null ? new Cancelled() : first;
      }
    }
    if (first != null) {
      throw rethrown(first);
    }
  }

  /** Work on the rows of a band; may throw anything. */
  @FunctionalInterface
  public interface BandWork {
    /**
     * @param from the first row
     * @param end the one behind the last
     */
    void run(int from, int end) throws Exception;
  }

  /** Works through rows on all cores, so many at a time; otherwise as {@link #forEach}. */
  public static void inBands(int rows, int rowsEach, BandWork work) {
    try (Workers crew = perCore()) {
      crew.forEach(
          (rows + rowsEach - 1) / rowsEach,
          (band, worker) -> work.run(band * rowsEach, Math.min(rows, (band + 1) * rowsEach)));
    }
  }

  /** Hands one piece of work to the next free thread and returns at once; see {@link #finish}. */
  public void start(Runnable work) {
    started.add(threads.submit(work));
  }

  /** How many of the pieces started are not done yet. */
  public int waiting() {
    return (int) started.stream().filter(f -> !f.isDone()).count();
  }

  /** Waits for all pieces started; the first failure among them is thrown again. */
  public void finish() {
    Throwable first = null;
    for (Future<?> future; (future = started.poll()) != null; ) {
      try {
        future.get();
      } catch (ExecutionException e) {
        first = first == null ? e.getCause() : first;
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        first = first == null ? new Cancelled() : first;
      }
    }
    if (first != null) {
      throw rethrown(first);
    }
  }

  private static RuntimeException rethrown(Throwable failure) {
    if (failure instanceof RuntimeException e) {
      return e;
    }
    if (failure instanceof OutOfMemoryError) {
      return new WorkFailed(Phrasebook.say("refused.memory-ran-out-allow-the"), failure);
    }
    if (failure instanceof Error e) {
      throw e;
    }
    if (failure instanceof IOException e) {
      return new WorkFailed(Phrasebook.say("refused.a-file-could-not-be", DiskFault.reason(e)), e);
    }
    LogFile.fault("in a worker", failure);
    return new WorkFailed(Phrasebook.say("refused.something-unexpected-went-wrong-the"), failure);
  }

  private static ThreadFactory daemons() {
    AtomicInteger number = new AtomicInteger();
    return runnable -> {
      Thread thread = new Thread(runnable, "zygonox-worker-" + number.incrementAndGet());
      thread.setDaemon(true);
      return thread;
    };
  }

  @Override
  public void close() {
    threads.shutdownNow();
  }
}
