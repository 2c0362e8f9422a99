package zygonox.desktop.sentence;

import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.IntConsumer;

/**
 * A part of a sentence that can be changed.
 *
 * @param key names it for good, whatever it says; unique in its sentence
 * @param text what the sentence says
 * @param editText what is offered for typing over
 * @param tryOut tells what a text typed in would do, or what is wrong with it
 * @param accept takes a text that was found right
 * @param step changes by one step up (1) or down (-1)
 */
public record Setting(
    String key,
    String text,
    String editText,
    Function<String, Outcome> tryOut,
    Consumer<String> accept,
    IntConsumer step)
    implements Part {
  /**
   * What would come of a change.
   *
   * @param possible whether it can be made
   * @param sentence its consequence, or what is wrong
   */
  public record Outcome(boolean possible, String sentence) {}
}
