package zygonox.desktop.stage;

import zygonox.core.night.Night;

/** Leads from one stage to another, and says things that concern them all. */
public interface Navigator {
  void go(StageName stage);

  /** Puts the keyboard on the picture. */
  void toPicture();

  /** Begins a night in a folder of its own, and opens it. */
  void beginNight(Night plan);

  /** Places the stage in view anew: its head, side or picture are others now. */
  void replace();

  /** Shows a fault in one sentence, until the next thing is done. */
  void fault(Throwable fault);

  /** Shows a fault with a way out of it: what is offered is done at a click. */
  void offer(String sentence, String text, Runnable act);

  /** Shows a good outcome in one sentence. */
  void note(String sentence);
}
