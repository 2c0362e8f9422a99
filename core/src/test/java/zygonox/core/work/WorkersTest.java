package zygonox.core.work;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicIntegerArray;
import org.junit.jupiter.api.Test;

class WorkersTest {
  @Test
  void everyItemIsWorkedOnOnce() {
    AtomicIntegerArray seen = new AtomicIntegerArray(1000);
    try (Workers workers = new Workers(4)) {
      workers.forEach(1000, (i, worker) -> seen.incrementAndGet(i));
    }
    for (int i = 0; i < 1000; i++) {
      assertThat(seen.get(i)).isEqualTo(1);
    }
  }

  @Test
  void theFirstFailureStopsTheRestAndIsTold() {
    AtomicInteger done = new AtomicInteger();
    try (Workers workers = new Workers(2)) {
      assertThatThrownBy(
              () ->
                  workers.forEach(
                      100_000,
                      (i, worker) -> {
                        if (i == 10) {
                          throw new IOException("card pulled out");
                        }
                        done.incrementAndGet();
                      }))
          .isInstanceOf(WorkFailed.class)
          .hasMessageContaining("could not be read or written")
          .hasRootCauseMessage("card pulled out");
    }
    assertThat(done.get()).isLessThan(100_000);
  }

  @Test
  void aCancelledCheckThrows() {
    Cancellation cancellation = new Cancellation();
    cancellation.check();
    cancellation.request();
    assertThatThrownBy(cancellation::check).isInstanceOf(Cancelled.class);
  }
}
