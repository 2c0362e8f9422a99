package zygonox.core.work;

/** Hears how far long work has come. Called from any thread. */
@FunctionalInterface
public interface Progress {
  /** For work that nobody watches. */
  Progress NONE = (done, total) -> {};

  /**
   * @param done steps finished, 0 to {@code total}
   * @param total steps in all, 1 or more
   */
  void step(int done, int total);

  /**
   * Hears of one step, as of a share of the whole.
   *
   * @param from how far the whole has come when the step begins, 0 to 1
   * @param to how far when it ends
   */
  default Progress share(double from, double to) {
    return (done, total) -> {
      double part = from + (to - from) * done / total;
      step((int) Math.round(part * SHARED_STEPS), SHARED_STEPS);
    };
  }

  /** Steps that a whole of several shares is told in. */
  int SHARED_STEPS = 10_000;
}
