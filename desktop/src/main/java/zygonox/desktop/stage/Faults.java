package zygonox.desktop.stage;

import zygonox.core.quantity.InvalidInput;
import zygonox.core.words.Words;
import zygonox.core.work.Cancelled;
import zygonox.core.work.LogFile;
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
    LogFile.fault("unexpected", fault);
    return Words.say("unexpected", LogFile.folder());
  }
}
