package zygonox.desktop.tasks;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import javafx.application.Platform;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.util.WaitForAsyncUtils;
import zygonox.core.work.Cancelled;

@ExtendWith(ApplicationExtension.class)
class ThreadedTasksTest {
  private final ThreadedTasks tasks = new ThreadedTasks();

  private static void await(Callable<Boolean> condition) throws Exception {
    WaitForAsyncUtils.waitFor(10, TimeUnit.MINUTES, condition);
    WaitForAsyncUtils.waitForFxEvents();
  }

  @Test
  void ofQuietWorkOfOneKindOnePieceRunsAndOnlyTheNewestFollows() throws Exception {
    AtomicInteger running = new AtomicInteger();
    AtomicInteger most = new AtomicInteger();
    List<Integer> begun = new CopyOnWriteArrayList<>();
    List<Integer> told = new ArrayList<>();
    CountDownLatch asked = new CountDownLatch(1);
    for (int i = 0; i < 40; i++) {
      int number = i;
      Platform.runLater(
          () ->
              tasks.quietly(
                  "frame",
                  (progress, cancellation) -> {
                    begun.add(number);
                    most.accumulateAndGet(running.incrementAndGet(), Math::max);
                    asked.await();
                    running.decrementAndGet();
                    return number;
                  },
                  told::add));
    }
    WaitForAsyncUtils.waitForFxEvents();
    asked.countDown();
    await(() -> told.contains(39));
    assertThat(begun).containsExactly(0, 39);
    assertThat(told).containsExactly(39);
    assertThat(most.get()).isEqualTo(1);
  }

  @Test
  void quietWorkOfTwoKindsDoesNotWaitAndAFaultEndsOnlyItself() throws Exception {
    List<String> told = new ArrayList<>();
    CountDownLatch never = new CountDownLatch(1);
    Platform.runLater(
        () -> {
          tasks.quietly("one", (progress, cancellation) -> never.await(1, TimeUnit.DAYS), x -> {});
          tasks.quietly(
              "two",
              (progress, cancellation) -> {
                throw new Cancelled();
              },
              x -> told.add("never"));
          tasks.quietly("two", (progress, cancellation) -> "after", told::add);
        });
    await(() -> told.contains("after"));
    assertThat(told).containsExactly("after");
    never.countDown();
  }

  @Test
  void shownWorkIsCancelledByNewerAndTellsItsProgress() throws Exception {
    List<Object> ends = new ArrayList<>();
    CountDownLatch begun = new CountDownLatch(1);
    Platform.runLater(
        () ->
            tasks.start(
                "first",
                (progress, cancellation) -> {
                  progress.step(1, 4);
                  begun.countDown();
                  while (true) {
                    cancellation.sleep(5);
                  }
                },
                ends::add,
                ends::add));
    begun.await();
    await(() -> tasks.fractionProperty().get() == 0.25);
    assertThat(tasks.titleProperty().get()).isEqualTo("first");
    Platform.runLater(
        () -> tasks.start("second", (progress, cancellation) -> "done", ends::add, ends::add));
    await(() -> ends.size() == 2);
    assertThat(ends).hasAtLeastOneElementOfType(Cancelled.class).contains("done");
    assertThat(tasks.titleProperty().get()).isEmpty();
    assertThat(tasks.fractionProperty().get()).isEqualTo(-1);
  }
}
