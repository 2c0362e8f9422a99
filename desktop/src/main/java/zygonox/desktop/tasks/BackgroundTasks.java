package zygonox.desktop.tasks;

import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyDoubleProperty;
import javafx.beans.property.ReadOnlyStringProperty;
import zygonox.core.work.Cancellation;
import zygonox.core.work.Progress;

/**
 * Work beside the window. One piece at a time is shown; its end comes back on the window's thread.
 */
public interface BackgroundTasks {
  /** Work that may take long. Runs off the window's thread. */
  @FunctionalInterface
  interface Work<T> {
    T run(Progress progress, Cancellation cancellation) throws Exception;
  }

  /**
   * Starts work that is shown with its progress and can be cancelled. Work shown before it is
   * cancelled.
   *
   * @param title what is being done, for a person
   * @param onDone gets the outcome on the window's thread
   * @param onFailed gets the fault on the window's thread, or {@link zygonox.core.work.Cancelled}:
   *     then things are to be put back as they were
   */
  <T> void start(String title, Work<T> work, Consumer<T> onDone, Consumer<Throwable> onFailed);

  /**
   * Starts short work that needs no showing. Of one kind only one piece runs at a time: newer work
   * cancels it and begins when it has ended, and of what waits only the newest is ever begun.
   */
  <T> void quietly(String kind, Work<T> work, Consumer<T> onDone);

  /** Ends the shown work; things stay as they were. */
  void cancel();

  /** What is being done, or an empty text. */
  ReadOnlyStringProperty titleProperty();

  /** 0 to 1, or -1 while unknown. */
  ReadOnlyDoubleProperty fractionProperty();

  /** Time left in words, or an empty text. */
  ReadOnlyStringProperty timeLeftProperty();
}
