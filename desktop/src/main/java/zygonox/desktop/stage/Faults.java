package zygonox.desktop.stage;

import zygonox.core.quantity.InvalidInput;
import zygonox.core.work.Cancelled;
import zygonox.core.work.WorkFailed;

/** What a fault says to a person. */
public final class Faults {
  private Faults() {}

  public static String sentence(Throwable fault) {
    if (fault instanceof InvalidInput
        || fault instanceof WorkFailed
        || fault instanceof Cancelled) {
      return fault.getMessage();
    }
    System.getLogger("zygonox.desktop").log(System.Logger.Level.ERROR, "unexpected", fault);
    return "Something unexpected went wrong: " + fault;
  }
}
