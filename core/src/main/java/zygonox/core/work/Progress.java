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
}
