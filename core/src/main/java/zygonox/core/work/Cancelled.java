package zygonox.core.work;

import zygonox.core.quantity.Phrasebook;

/** Thrown out of long work after its {@link Cancellation} was requested. Nothing was changed. */
public final class Cancelled extends RuntimeException {
  private static final long serialVersionUID = 1L;

  public Cancelled() {
    super(Phrasebook.say("refused.cancelled-everything-is-as-it"));
  }
}
