package zygonox.core.work;

/** Thrown out of long work after its {@link Cancellation} was requested. Nothing was changed. */
public final class Cancelled extends RuntimeException {
  private static final long serialVersionUID = 1L;

  public Cancelled() {
    super("Cancelled; everything is as it was");
  }
}
