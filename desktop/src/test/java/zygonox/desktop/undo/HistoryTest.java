package zygonox.desktop.undo;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Test;

class HistoryTest {
  private final AtomicLong clock = new AtomicLong();
  private final History<String> history = new History<>(clock::get);

  private void edit(String thing, String state, long seconds) {
    clock.addAndGet(seconds * 1_000_000_000L);
    history.edit(thing, state);
  }

  @Test
  void stepsGoBackAndForth() {
    history.open("a");
    edit("x", "b", 5);
    edit("y", "c", 5);
    history.undo();
    assertThat(history.get()).isEqualTo("b");
    history.redo();
    assertThat(history.get()).isEqualTo("c");
    history.undo();
    history.undo();
    history.undo();
    assertThat(history.get()).isEqualTo("a");
  }

  @Test
  void quickEditsOfOneThingAreOneStep() {
    history.open("a");
    edit("count", "b", 5);
    edit("count", "c", 0);
    edit("count", "d", 0);
    edit("iso", "e", 0);
    history.undo();
    assertThat(history.get()).isEqualTo("d");
    history.undo();
    assertThat(history.get()).isEqualTo("a");
  }

  @Test
  void anEditAfterUndoForgetsTheFuture() {
    history.open("a");
    edit("x", "b", 5);
    history.undo();
    edit("x", "c", 5);
    history.redo();
    assertThat(history.get()).isEqualTo("c");
  }
}
