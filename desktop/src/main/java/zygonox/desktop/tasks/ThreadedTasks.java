package zygonox.desktop.tasks;

import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.beans.property.ReadOnlyDoubleProperty;
import javafx.beans.property.ReadOnlyDoubleWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import zygonox.core.quantity.Seconds;
import zygonox.core.words.Words;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Cancelled;
import zygonox.core.work.LogFile;

/** The window's background work on threads of its own. */
public final class ThreadedTasks implements BackgroundTasks {
  /** Progress is shown at most this often: the eye wants no more. */
  private static final long SHOW_NANOS = 50_000_000L;

  private final ExecutorService threads =
      Executors.newCachedThreadPool(
          runnable -> {
            Thread thread = new Thread(runnable, "zygonox-task");
            thread.setDaemon(true);
            return thread;
          });
  private final ReadOnlyStringWrapper title = new ReadOnlyStringWrapper("");
  private final ReadOnlyDoubleWrapper fraction = new ReadOnlyDoubleWrapper(-1);
  private final ReadOnlyStringWrapper timeLeft = new ReadOnlyStringWrapper("");
  private final Map<String, Lane> lanes = new HashMap<>();
  private Cancellation shown = new Cancellation();

  @Override
  public <T> void start(
      String what, Work<T> work, Consumer<T> onDone, Consumer<Throwable> onFailed) {
    shown.request();
    Cancellation mine = new Cancellation();
    shown = mine;
    title.set(what);
    fraction.set(-1);
    timeLeft.set("");
    long start = System.nanoTime();
    long[] last = {0};
    run(
        () ->
            work.run(
                (done, total) -> {
                  long now = System.nanoTime();
                  synchronized (last) {
                    if (done < total && now - last[0] < SHOW_NANOS) {
                      return;
                    }
                    last[0] = now;
                  }
                  double seconds = (now - start) / 1e9;
                  Platform.runLater(() -> show(mine, done, total, seconds));
                },
                mine),
        mine,
        result -> {
          end(mine);
          onDone.accept(result);
        },
        fault -> {
          end(mine);
          onFailed.accept(fault);
        });
  }

  private void show(Cancellation mine, int done, int total, double seconds) {
    if (mine == shown && !title.get().isEmpty()) {
      fraction.set((double) done / total);
      double left = seconds / Math.max(1, done) * (total - done);
      timeLeft.set(left < 1 ? "" : Seconds.about(Math.ceil(left)) + Words.say("tasks.left"));
    }
  }

  private void end(Cancellation mine) {
    if (mine == shown) {
      title.set("");
      fraction.set(-1);
      timeLeft.set("");
    }
  }

  /** Quiet work of one kind: one piece runs, the newest waits for its end. */
  private static final class Lane {
    private Cancellation running;
    private Runnable waiting;

    void begin(Cancellation mine, Runnable work) {
      if (running == null) {
        running = mine;
        work.run();
      } else {
        running.request();
        waiting = () -> begin(mine, work);
      }
    }

    void ended() {
      running = null;
      Runnable next = waiting;
      waiting = null;
      if (next != null) {
        next.run();
      }
    }
  }

  @Override
  public <T> void quietly(String kind, Work<T> work, Consumer<T> onDone) {
    Lane lane = lanes.computeIfAbsent(kind, k -> new Lane());
    Cancellation mine = new Cancellation();
    lane.begin(
        mine,
        () ->
            run(
                () -> work.run((done, total) -> {}, mine),
                mine,
                result -> {
                  lane.ended();
                  onDone.accept(result);
                },
                fault -> {
                  lane.ended();
                  if (!(fault instanceof Cancelled)) {
                    LogFile.fault(kind, fault);
                  }
                }));
  }

  private interface Call<T> {
    T call() throws Exception;
  }

  private <T> void run(
      Call<T> call, Cancellation mine, Consumer<T> onDone, Consumer<Throwable> onFailed) {
    threads.execute(
        () -> {
          try {
            T result = call.call();
            Platform.runLater(
                () -> {
                  if (mine.isRequested()) {
                    onFailed.accept(new Cancelled());
                  } else {
                    onDone.accept(result);
                  }
                });
          } catch (Throwable fault) {
            Platform.runLater(() -> onFailed.accept(fault));
          }
        });
  }

  @Override
  public void cancel() {
    shown.request();
  }

  @Override
  public ReadOnlyStringProperty titleProperty() {
    return title.getReadOnlyProperty();
  }

  @Override
  public ReadOnlyDoubleProperty fractionProperty() {
    return fraction.getReadOnlyProperty();
  }

  @Override
  public ReadOnlyStringProperty timeLeftProperty() {
    return timeLeft.getReadOnlyProperty();
  }
}
