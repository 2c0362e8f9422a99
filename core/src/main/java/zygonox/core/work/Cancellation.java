package zygonox.core.work;

/** Tells long work that nobody waits for it any more. Safe to use from several threads. */
public final class Cancellation {
  private volatile boolean requested;

  /** Asks the work to end at its next check. */
  public void request() {
    requested = true;
  }

  public boolean isRequested() {
    return requested;
  }

  /**
   * Called by the work between its steps.
   *
   * @throws Cancelled when the end was requested
   */
  public void check() {
    if (requested) {
      throw new Cancelled();
    }
  }

  /**
   * Waits.
   *
   * @param millis how long, 1 or more
   * @throws Cancelled when the work was ended meanwhile
   */
  public void sleep(long millis) {
    try {
      Thread.sleep(millis);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new Cancelled();
    }
    check();
  }
}
