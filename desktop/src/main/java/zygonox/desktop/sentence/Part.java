package zygonox.desktop.sentence;

import java.util.List;

/** A piece of a sentence: plain words, a setting, or what could be added. */
public sealed interface Part permits Part.Words, Part.Offers, Setting {
  /** What it says. */
  String text();

  /** Words that stay as they are. */
  record Words(String text) implements Part {}

  /**
   * What could be added to the sentence.
   *
   * @param key names it for good; unique in its sentence
   * @param all one or more
   */
  record Offers(String key, String text, List<Offer> all) implements Part {}

  /**
   * Something that could be added.
   *
   * @param text what the sentence would say
   * @param consequence what that would do, and what it would cost
   * @param take adds it
   */
  record Offer(String text, String consequence, Runnable take) {}
}
