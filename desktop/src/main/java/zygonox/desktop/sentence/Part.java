package zygonox.desktop.sentence;

/** A piece of a sentence: plain words or a setting. */
public sealed interface Part permits Part.Words, Setting {
  /** What it says. */
  String text();

  /** Words that stay as they are. */
  record Words(String text) implements Part {}
}
