package zygonox.desktop.undo;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Objects;
import java.util.function.LongSupplier;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/**
 * The states of one immutable document, and the way back and forth between them. Edits of the same
 * thing in quick succession become one step.
 */
public final class History<T> {
  /** Edits closer together than this, of the same thing, are one step. */
  private static final long MERGE_NANOS = 900_000_000L;

  private static final int MOST_STEPS = 500;

  private final Deque<T> before = new ArrayDeque<>();
  private final Deque<T> after = new ArrayDeque<>();
  private final ReadOnlyObjectWrapper<T> current = new ReadOnlyObjectWrapper<>();
  private final LongSupplier nanoTime;
  private Object lastThing;
  private long lastTime;

  /**
   * @param nanoTime the clock that tells quick edits from slow ones
   */
  public History(LongSupplier nanoTime) {
    this.nanoTime = nanoTime;
  }

  public ReadOnlyObjectProperty<T> currentProperty() {
    return current.getReadOnlyProperty();
  }

  public T get() {
    return current.get();
  }

  /** Starts anew with another document. */
  public void open(T document) {
    before.clear();
    after.clear();
    lastThing = null;
    become(document);
  }

  /**
   * Takes a new state.
   *
   * @param thing what was edited: edits of an equal thing may merge
   */
  public void edit(Object thing, T next) {
    if (Objects.equals(next, current.get())) {
      return;
    }
    long now = nanoTime.getAsLong();
    boolean merges = !before.isEmpty() && thing.equals(lastThing) && now - lastTime < MERGE_NANOS;
    if (!merges) {
      before.push(current.get());
      if (before.size() > MOST_STEPS) {
        before.removeLast();
      }
    }
    after.clear();
    lastThing = thing;
    lastTime = now;
    become(next);
  }

  /** Goes a step back; whether there was one. */
  public boolean undo() {
    if (before.isEmpty()) {
      return false;
    }
    after.push(current.get());
    lastThing = null;
    become(before.pop());
    return true;
  }

  /** Goes a step forth again; whether there was one. */
  public boolean redo() {
    if (after.isEmpty()) {
      return false;
    }
    before.push(current.get());
    lastThing = null;
    become(after.pop());
    return true;
  }

  private void become(T state) {
    current.set(state);
  }
}
