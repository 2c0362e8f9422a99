package zygonox.core.quantity;

/**
 * A value that was given cannot be used. The message is one sentence for a person: what was given,
 * where, and what would be right.
 */
public class InvalidInput extends RuntimeException {
  private static final long serialVersionUID = 1L;

  private final String about;

  public InvalidInput(String sentence) {
    this(sentence, (Throwable) null);
  }

  public InvalidInput(String sentence, Throwable cause) {
    super(sentence, cause);
    this.about = "";
  }

  private InvalidInput(String about, String sentence) {
    super(sentence);
    this.about = about;
  }

  /**
   * A refusal of one part of what was asked for.
   *
   * @param part which, as commands and recipes call it: {@code depth}
   */
  public static InvalidInput about(String part, String sentence) {
    return new InvalidInput(part, sentence);
  }

  /** The part that was refused, such as {@code depth}; empty where the sentence is about all. */
  public String about() {
    return about;
  }

  /**
   * Returns {@code value} when it lies in the closed range, and says which range it missed when
   * not. NaN is outside every range.
   *
   * @param name the key of what the value is called, with its unit
   */
  public static double check(String name, double value, double low, double high) {
    // Written so that NaN, which compares false with everything, is refused too.
    if (!(value >= low && value <= high)) {
      throw new InvalidInput(
          Phrasebook.say(
              "refused.is-it-must-lie-between",
              Phrasebook.say(name),
              Notation.text(value),
              Notation.text(low),
              Notation.text(high)));
    }
    return value;
  }

  /** As {@link #check(String, double, double, double)}, for whole numbers. */
  public static int check(String name, int value, int low, int high) {
    return (int) check(name, (double) value, low, high);
  }

  /** As {@link #check(String, double, double, double)}, of a part of what was asked for. */
  public static double check(String part, String name, double value, double low, double high) {
    try {
      return check(name, value, low, high);
    } catch (InvalidInput e) {
      throw about(part, e.getMessage());
    }
  }
}
