package zygonox.desktop.tasks;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyDoubleProperty;
import javafx.beans.property.ReadOnlyDoubleWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import zygonox.core.work.Cancellation;

/**
 * Background work that a test steps by hand, on its own thread: nothing happens in between, however
 * slow the machine is.
 */
public final class SteppedTasks implements BackgroundTasks {
  private static final String SHOWN = "shown";

  private final Map<String, Piece<?>> waiting = new LinkedHashMap<>();
  private final Map<String, Integer> begun = new LinkedHashMap<>();
  private final ReadOnlyStringWrapper title = new ReadOnlyStringWrapper("");
  private final ReadOnlyDoubleWrapper fraction = new ReadOnlyDoubleWrapper(-1);
  private final ReadOnlyStringWrapper timeLeft = new ReadOnlyStringWrapper("");

  private record Piece<T>(Work<T> work, Consumer<T> onDone, Consumer<Throwable> onFailed) {
    void run() {
      T result;
      try {
        result = work.run((done, total) -> {}, new Cancellation());
      } catch (Exception e) {
        onFailed.accept(e);
        return;
      }
      onDone.accept(result);
    }
  }

  @Override
  public <T> void start(
      String what, Work<T> work, Consumer<T> onDone, Consumer<Throwable> onFailed) {
    title.set(what);
    waiting.put(SHOWN, new Piece<>(work, onDone, onFailed));
  }

  @Override
  public <T> void quietly(String kind, Work<T> work, Consumer<T> onDone) {
    // Of what waits only the newest is ever begun.
    waiting.put(kind, new Piece<>(work, onDone, e -> {}));
  }

  /** Does what waits now, in the order it came; what that asks for waits for the next step. */
  public void step() {
    List<Map.Entry<String, Piece<?>>> now = List.copyOf(waiting.entrySet());
    waiting.clear();
    for (Map.Entry<String, Piece<?>> piece : now) {
      begun.merge(piece.getKey(), 1, Integer::sum);
      if (piece.getKey().equals(SHOWN)) {
        title.set("");
      }
      piece.getValue().run();
    }
  }

  /** Whether a piece of a kind waits for the next step. */
  public boolean waits(String kind) {
    return waiting.containsKey(kind);
  }

  /** How many pieces of a kind were begun. */
  public int begun(String kind) {
    return begun.getOrDefault(kind, 0);
  }

  @Override
  public void cancel() {
    waiting.remove(SHOWN);
    title.set("");
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
