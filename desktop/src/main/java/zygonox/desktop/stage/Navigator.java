package zygonox.desktop.stage;

/** Leads from one stage to another, and says things that concern them all. */
public interface Navigator {
  void go(StageName stage);

  /** Places the stage in view anew: its head, side or picture are others now. */
  void replace();

  /** Shows a fault in one sentence, until the next thing is done. */
  void fault(Throwable fault);

  /** Shows a good outcome in one sentence. */
  void note(String sentence);
}
